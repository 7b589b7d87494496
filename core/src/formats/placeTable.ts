import { CoreError } from '../errors';
import { capacityFromModel, CONFIGURATION_TABLE, CONFIGURATIONS, REFRIGERANTS, type Configuration, type Refrigerant } from '../equipment';
import { parseDegrees } from '../position';
import { cells, columnOf, readRow, type CellProblem, type Table } from './table';

/** A row of a shop's customers, places and systems. A place with several systems has several rows. */
export interface PlaceRow {
  customer: string;
  phone: string;
  /** What the crew calls it; empty: the street. */
  place: string;
  street: string;
  latitudeDeg: number | null;
  longitudeDeg: number | null;
  altitudeM: number | null;
  note: string;
  /** Empty where the row names no system. */
  system: string;
  kind: Configuration | null;
  model: string;
  tons: number | null;
  refrigerant: Refrigerant;
  madeYear: number | null;
}

const row = columnOf<PlaceRow>();
const degrees = (axis: 'latitude' | 'longitude') => ({
  read: (cell: string, column: string): number | null => {
    if (cell === '') return null;
    try {
      return parseDegrees(axis, cell);
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      throw new CoreError(error.code, column, error.message);
    }
  },
  write: (value: number | null) => (value === null ? '' : String(value)),
});
const kind = () => ({
  read: (cell: string, column: string): Configuration | null => {
    if (cell === '') return null;
    const word = cell.toLowerCase();
    const found = CONFIGURATIONS.find((id) => id === word || CONFIGURATION_TABLE[id].name.toLowerCase() === word);
    if (!found) throw new CoreError('unreadable', column, `${column}: "${cell}" is not one of: ${CONFIGURATIONS.join(', ')}.`);
    return found;
  },
  write: (value: Configuration | null) => value ?? '',
});
const refrigerant = () => ({
  read: (cell: string, column: string): Refrigerant => {
    if (cell === '') return 'unknown';
    const word = cell.toUpperCase().replace(/^R?[\s-]*/, 'R-');
    const found = REFRIGERANTS.find((id) => id === word || id === cell.toLowerCase());
    if (!found) throw new CoreError('unreadable', column, `${column}: "${cell}" is not one of: ${REFRIGERANTS.join(', ')}.`);
    return found;
  },
  write: (value: Refrigerant) => value,
});

/** Columns of the file of customers, places and systems. */
export const PLACE_TABLE: Table<PlaceRow> = [
  row('customer', 'customer', cells.words(80, true), true),
  row('phone', 'phone', cells.words(40)),
  row('place', 'place', cells.words(60)),
  row('street', 'street', cells.words(160, true), true),
  row('latitude', 'latitudeDeg', degrees('latitude')),
  row('longitude', 'longitudeDeg', degrees('longitude')),
  row('height m', 'altitudeM', cells.number(0, 4000)),
  row('note', 'note', cells.words(2000)),
  row('system', 'system', cells.words(60)),
  row('kind', 'kind', kind()),
  row('model', 'model', cells.words(40)),
  row('tons', 'tons', cells.number(0.5, 10)),
  row('refrigerant', 'refrigerant', refrigerant()),
  row('year made', 'madeYear', cells.number(1970, 2100)),
];

/** Other headings that such files have. */
export const PLACE_NAMES: Readonly<Record<string, readonly string[]>> = {
  customer: ['customer name', 'name', 'client', 'owner', 'account'],
  phone: ['telephone', 'mobile', 'phone number', 'tel'],
  place: ['site', 'location', 'place name', 'property', 'site name'],
  street: ['address', 'street address', 'service address', 'address 1'],
  latitude: ['lat'],
  longitude: ['lon', 'lng', 'long'],
  'height m': ['height', 'altitude', 'elevation', 'altitude m'],
  note: ['notes', 'comment', 'comments', 'remarks'],
  system: ['system name', 'unit', 'equipment'],
  kind: ['system type', 'type', 'configuration'],
  model: ['model number', 'model no'],
  tons: ['capacity', 'size', 'tonnage'],
  refrigerant: ['gas'],
  'year made': ['year', 'manufactured', 'made'],
};

/**
 * A row read and judged as a whole: a system needs its kind, and a size that is given or that its model number tells.
 * @param cellsByColumn by the column's name in lower case
 * @returns the row, or every cell at fault
 * @example readPlaceRow({ customer: 'Fennick', street: '7 Lantern Row' }).value.place // "7 Lantern Row"
 */
export function readPlaceRow(cellsByColumn: Record<string, string | undefined>): { value: PlaceRow } | { problems: CellProblem[] } {
  const read = readRow(PLACE_TABLE, cellsByColumn);
  if ('problems' in read) return read;
  const { value } = read;
  const problems: CellProblem[] = [];
  if ((value.latitudeDeg === null) !== (value.longitudeDeg === null))
    problems.push({ column: 'latitude', message: 'latitude: give latitude and longitude, or neither.' });
  if (value.madeYear !== null && !Number.isInteger(value.madeYear))
    problems.push({ column: 'year made', message: 'year made: a whole year.' });
  const hasSystem = value.system !== '' || value.model !== '';
  if (hasSystem && value.kind === null) problems.push({ column: 'kind', message: 'kind: a system needs its kind.' });
  if (hasSystem && value.tons === null) {
    try {
      capacityFromModel(value.model, value.kind === 'ductless-split');
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      problems.push({ column: 'tons', message: `tons: give the size. ${error.message}` });
    }
  }
  if (problems.length > 0) return { problems };
  const place = value.place || value.street.slice(0, 60);
  return { value: { ...value, place, system: hasSystem ? value.system || value.model : '' } };
}
