export {
  CSV_OUT,
  guessMatching,
  matchedRow,
  missingColumns,
  plainCell,
  writeRow,
  type CellProblem,
  type Matching,
  type Table,
} from './table';
export {
  CLEANER_LIMITS,
  NAME_LENGTH,
  PRODUCT_TABLE,
  productRow,
  readProduct,
  readStock,
  STOCK_TABLE,
  type CleanerEntry,
  type StockRow,
} from './shelfTables';
export { PLACE_NAMES, PLACE_TABLE, readPlaceRow, type PlaceRow } from './placeTable';
export { PAST_NAMES, PAST_TABLE, readPastRow, type PastRow } from './pastTable';
export { parseEpw, readWeatherRows, WEATHER_COLUMNS, WEATHER_NAMES, WEATHER_TABLE, type WeatherDays } from './weatherFile';
export { guessLogger, readLogger, type LoggerMatching, type LoggerRun } from './loggerFile';
