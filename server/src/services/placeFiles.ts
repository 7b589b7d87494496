import type { Readable } from 'node:stream';
import { randomUUID } from 'node:crypto';
import type { ImportLine } from '@elm-mist/contract';
import { capacityFromModel } from '@elm-mist/core/equipment';
import { PLACE_NAMES, PLACE_TABLE, readPlaceRow, type Matching, type PlaceRow } from '@elm-mist/core/formats';
import { setImmediate as nextTurn } from 'node:timers/promises';
import { refused } from '../http/problem';
import type { Db, Store } from '../store/open';
import { indexPlaces } from '../store/places';
import * as t from '../store/schema';
import { Intake, matchedSink, readCsv, type Outcome } from './fileIntake';
import { shopOf } from './shop';

export interface PlaceImport {
  /** Which heading fills which column, as matched on the screen; null leaves it to the headings. */
  matching: Matching | null;
  /** With bad rows: leave them out, or refuse the whole file. */
  onBad: 'refuse' | 'skip';
}

/** @throws Problem 422 `columns` */
export function readMatching(table: readonly { name: string }[], text: string): Matching | null {
  if (text === '') return null;
  try {
    const value = JSON.parse(text) as unknown;
    const known = new Set(table.map((column) => column.name));
    if (
      value &&
      typeof value === 'object' &&
      !Array.isArray(value) &&
      Object.entries(value).every(([column, heading]) => known.has(column) && typeof heading === 'string')
    )
      return value as Matching;
  } catch {
    // Said below.
  }
  throw refused('columns', 'columns must say which heading fills which column.', 'unreadable');
}

/** Rows written in one transaction, so that nobody else's request waits long. Repeating an import that broke off finishes it. */
const SLICE = 100;
const TONS_TO_BTUH = 12_000;
const key = (...words: string[]) => words.map((word) => word.trim().toLowerCase()).join('\u0000');

/** What the shop has already, by the words that a file names it with. */
function known(db: Db) {
  const customers = new Map(
    db
      .select()
      .from(t.customer)
      .all()
      .map((row) => [key(row.name, row.phone), row.id]),
  );
  const places = new Map(
    db
      .select()
      .from(t.place)
      .all()
      .map((row) => [key(row.name, row.address), row.id]),
  );
  const systems = new Map(
    db
      .select()
      .from(t.system)
      .all()
      .map((row) => [key(row.placeId, row.name), row.id]),
  );
  return { customers, places, systems };
}

/**
 * Imports customers, places and systems: every row is checked before any is written. What is there already, by its names, is left as it is.
 * @param tell called with how many rows have been read, from time to time
 * @throws Problem 413 too large · 422 no such file, columns missing
 */
export async function importPlaces(
  store: Store,
  stream: Readable,
  { matching, onBad }: PlaceImport,
  tell: (line: ImportLine) => void,
): Promise<ImportLine> {
  const ready: PlaceRow[] = [];
  const sink = matchedSink(PLACE_TABLE, PLACE_NAMES, matching, (cells) => {
    const read = readPlaceRow(cells);
    if ('problems' in read) return read.problems;
    ready.push(read.value);
    return [];
  });
  const intake = new Intake(sink, tell);
  await readCsv(stream, intake);
  const count: Record<Outcome, number> = { added: 0, changed: 0, same: 0 };
  const imported = intake.bad === 0 || onBad === 'skip';
  if (imported) {
    const there = known(store.db);
    const shop = shopOf(store.db);
    for (let from = 0; from < ready.length; from += SLICE) {
      store.write((db) => {
        const touched = new Set<string>();
        for (const row of ready.slice(from, from + SLICE)) count[writeRow(db, row, there, shop, touched)] += 1;
        indexPlaces(db, [...touched]);
      });
      await nextTurn();
    }
  }
  return { done: true, rows: intake.rows, bad: intake.bad, problems: intake.problems, imported, ...count };
}

function writeRow(db: Db, row: PlaceRow, there: ReturnType<typeof known>, shop: ReturnType<typeof shopOf>, touched: Set<string>): Outcome {
  let outcome: Outcome = 'same';
  let placeId = there.places.get(key(row.place, row.street));
  if (placeId === undefined) {
    outcome = 'added';
    placeId = randomUUID();
    let customerId = there.customers.get(key(row.customer, row.phone));
    if (customerId === undefined) {
      customerId = randomUUID();
      db.insert(t.customer).values({ id: customerId, name: row.customer, phone: row.phone }).run();
      there.customers.set(key(row.customer, row.phone), customerId);
    }
    const given = row.latitudeDeg !== null;
    db.insert(t.place)
      .values({
        id: placeId,
        customerId,
        name: row.place,
        address: row.street,
        latitudeDeg: row.latitudeDeg ?? shop.latitudeDeg ?? 0,
        longitudeDeg: row.longitudeDeg ?? shop.longitudeDeg ?? 0,
        altitudeM: row.altitudeM ?? shop.altitudeM ?? 0,
        positionFrom: given ? 'typed' : shop.latitudeDeg === null ? 'unknown' : 'shop',
        note: row.note,
      })
      .run();
    there.places.set(key(row.place, row.street), placeId);
    touched.add(placeId);
  }
  if (row.system !== '' && row.kind !== null && !there.systems.has(key(placeId, row.system))) {
    outcome = 'added';
    const id = randomUUID();
    const btuh = row.tons === null ? capacityFromModel(row.model, row.kind === 'ductless-split').btuh : Math.round(row.tons * TONS_TO_BTUH);
    db.insert(t.system)
      .values({
        id,
        placeId,
        name: row.system,
        configuration: row.kind,
        model: row.model,
        btuh,
        refrigerant: row.refrigerant,
        madeYear: row.madeYear,
      })
      .run();
    there.systems.set(key(placeId, row.system), id);
    touched.add(placeId);
  }
  return outcome;
}
