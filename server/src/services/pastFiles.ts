import type { Readable } from 'node:stream';
import type { ImportLine, CoilRecord } from '@elm-mist/contract';
import { visitSummary } from '@elm-mist/core/visit';
import { instantIn } from '@elm-mist/core/clock';
import { coilName, ROLE_NAMES } from '@elm-mist/core/equipment';
import { PAST_NAMES, PAST_TABLE, readPastRow, type CellProblem, type Matching, type PastRow } from '@elm-mist/core/formats';
import { nextDue } from '@elm-mist/core/interval';
import { sealOf } from '@elm-mist/core/record';
import { foldVisit, type VisitEvent } from '@elm-mist/core/run';
import { setImmediate as nextTurn } from 'node:timers/promises';
import type { Db, Store } from '../store/open';
import * as p from '../store/places';
import * as t from '../store/schema';
import * as v from '../store/visits';
import { Intake, matchedSink, readCsv, type Outcome } from './fileIntake';
import { settleClocks } from './clocks';
import { READ_VERSION } from './reads';
import { shopOf, todayOf } from './shop';
import { surroundings } from './visitFrame';

/** What was done to a system on one day, by older records. */
interface PastVisit {
  systemId: string;
  day: string;
  rows: { row: PastRow; coil: CoilRecord }[];
}

/** Visits written in one transaction, so that nobody else's request waits long. Repeating an import that broke off finishes it. */
const SLICE = 20;
const NOON_MIN = 12 * 60;
/** Who stands on an entry whose record names nobody. */
const OLDER = 'Older records';
const same = (one: string, other: string) => one.trim().toLowerCase() === other.trim().toLowerCase();
const problem = (column: string, message: string): { problems: CellProblem[] } => ({
  problems: [{ column, message: `${column}: ${message}` }],
});

interface Named {
  id: string;
  name: string;
  address: string;
}
type Found = { coil: CoilRecord } | { problems: CellProblem[] };

/** Looks up which coil a row means; places are read once, and what was found is kept for the next row. */
function coilFinder(db: Db): (row: PastRow) => Found {
  const byName = new Map<string, Named[]>();
  for (const place of db.select({ id: t.place.id, name: t.place.name, address: t.place.address }).from(t.place).all()) {
    const key = place.name.trim().toLowerCase();
    byName.set(key, [...(byName.get(key) ?? []), place]);
  }
  const kept = new Map<string, Found>();
  return (row) => {
    const key = JSON.stringify([row.place, row.street, row.system, row.coil]);
    const found = kept.get(key) ?? coilOf(db, byName.get(row.place.trim().toLowerCase()) ?? [], row);
    kept.set(key, found);
    return found;
  };
}

function coilOf(db: Db, named: readonly Named[], row: PastRow): Found {
  const places = named.filter((place) => row.street === '' || same(place.address, row.street));
  const [place] = places;
  if (!place) return problem('place', `the shop has no place "${row.place}"${row.street ? ` in ${row.street}` : ''}.`);
  if (places.length > 1) return problem('street', `there are ${places.length} places of this name; say which.`);
  const all = p.systemsAt(db, [place.id]);
  const systems = row.system === '' ? all : all.filter((system) => same(system.name, row.system));
  const [system] = systems;
  if (!system) return problem('system', row.system === '' ? 'this place has no system yet.' : `this place has no system "${row.system}".`);
  if (systems.length > 1) return problem('system', `this place has ${systems.length} systems; say which.`);
  const coils = p.coilsOf(db, system.id).filter((coil) => coil.role === row.coil && !coil.archived);
  const [coil] = coils;
  if (!coil) return problem('coil', `${system.name} has no ${ROLE_NAMES[row.coil].toLowerCase()} yet.`);
  if (coils.length > 1)
    return problem('coil', `${system.name} has ${coils.map(coilName).join(', ')}: older records of these cannot be told apart.`);
  return { coil };
}

/**
 * Imports a shop's older records: washes from before it had this program, each a closed visit of its day that says where it comes from. Every row is
 * checked before any is written; a day that the system has such a record of already is left as it is.
 * @param now UTC ms
 * @param tell called with how many rows have been read, from time to time
 * @throws Problem 413 too large · 422 no such file, columns missing
 */
export async function importPast(
  store: Store,
  stream: Readable,
  { matching, onBad }: { matching: Matching | null; onBad: 'refuse' | 'skip' },
  now: Date,
  tell: (line: ImportLine) => void,
): Promise<ImportLine> {
  const today = todayOf(store.db, now);
  const visits = new Map<string, PastVisit>();
  const coilFor = coilFinder(store.db);
  const sink = matchedSink(PAST_TABLE, PAST_NAMES, matching, (cells) => {
    const read = readPastRow(cells, today);
    if ('problems' in read) return read.problems;
    const found = coilFor(read.value);
    if ('problems' in found) return found.problems;
    const { coil } = found;
    const key = `${coil.systemId} ${read.value.day}`;
    const visit = visits.get(key) ?? { systemId: coil.systemId, day: read.value.day, rows: [] };
    if (visit.rows.some((row) => row.coil.id === coil.id))
      return problem('day', `${coilName(coil)} has two rows for ${read.value.day}.`).problems;
    visit.rows.push({ row: read.value, coil });
    visits.set(key, visit);
    return [];
  });
  const intake = new Intake(sink, tell);
  await readCsv(stream, intake);
  const count: Record<Outcome, number> = { added: 0, changed: 0, same: 0 };
  const imported = intake.bad === 0 || onBad === 'skip';
  if (imported) {
    const all = [...visits.values()];
    for (let from = 0; from < all.length; from += SLICE) {
      store.write((db) => {
        for (const visit of all.slice(from, from + SLICE)) {
          count[writePast(db, visit, now.toISOString())] += 1;
        }
      });
      await nextTurn();
    }
  }
  return { done: true, rows: intake.rows, bad: intake.bad, problems: intake.problems, imported, ...count };
}

/** One visit of older records: begun and closed at noon of its day, with what the record says between. */
function writePast(db: Db, { systemId, day, rows }: PastVisit, receivedAt: string): Outcome {
  const id = `past-${sealOf([systemId, day]).slice(0, 24)}`;
  if (v.findVisit(db, id)) return 'same';
  const coilIds = rows.map(({ coil }) => coil.id);
  const system = p.findSystem(db, systemId);
  const configuration = system?.configuration ?? 'split-cool';
  const visit = {
    id,
    systemId,
    day,
    startMinute: NOON_MIN,
    durationMin: 60,
    purpose: 'Older record',
    coilIds,
    standing: 'closed' as const,
  };
  const around = surroundings(db, visit);
  const by = rows.map(({ row }) => row.by).find(Boolean) ?? '';
  const note = [...new Set(rows.map(({ row }) => row.note).filter(Boolean))].join(' ');
  const worstGrade = Math.max(0, ...rows.map(({ row }) => row.before ?? 0));
  const due = nextDue({ closedOn: day, configuration, soils: [], worstGrade, latitudeDeg: around.place.latitudeDeg });
  const noonMs = instantIn(shopOf(db).zone, day, NOON_MIN);
  const event = (nth: number, what: Pick<VisitEvent, 'kind' | 'data'>): VisitEvent =>
    ({ id: `${id}-${nth}`, visitId: id, at: new Date(noonMs + nth * 1000).toISOString(), by: by || OLDER, ...what }) as VisitEvent;
  const coils = rows.map(({ row, coil }) => ({
    coilId: coil.id,
    before: row.before,
    after: row.after,
    cleanerName: row.product,
    inside: row.inside ?? false,
  }));
  const events = [
    event(0, { kind: 'visit.started', data: {} }),
    event(1, { kind: 'past.noted', data: { coils, note } }),
    event(2, { kind: 'visit.closed', data: { nextDue: due.date, why: `Reckoned from the older record of ${day}.`, note } }),
  ];
  db.insert(t.visit)
    .values({
      id,
      systemId,
      day,
      startMinute: NOON_MIN,
      durationMin: 60,
      purpose: visit.purpose,
      standing: 'closed',
      closedAs: around,
    })
    .run();
  db.insert(t.visitCoil)
    .values(coilIds.map((coilId, position) => ({ visitId: id, coilId, position })))
    .run();
  v.addEvents(db, events, receivedAt);
  const state = foldVisit(id, configuration, events);
  v.writeRead(db, id, READ_VERSION, visitSummary(state, events, around.coils, { ...around.system, altitudeM: around.place.altitudeM }));
  settleClocks(db, systemId);
  return 'added';
}
