export { missingColumns, writeRow, type CellProblem, type Table } from './table';
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
