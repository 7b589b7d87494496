import { existsSync, readFileSync } from 'node:fs';
import { coilName } from '@elm-mist/core/equipment';
import { CoreError } from '@elm-mist/core/errors';
import {
  RECORD_VERSION,
  recordedVisit,
  sealedRecord,
  verifyRecord,
  type RecordedVisit,
  type RecordFound,
  type SystemRecordFile,
} from '@elm-mist/core/record';
import { and, asc, eq, sql } from 'drizzle-orm';
import { setImmediate as nextTurn } from 'node:timers/promises';
import { notFound } from '../http/problem';
import { FolderError, type Db } from '../store/open';
import * as p from '../store/places';
import * as t from '../store/schema';
import { drizzleOver, openFile } from '../store/sqlite';
import * as v from '../store/visits';
import { recordInPdf } from './recordInPdf';
import { shopOf } from './shop';

/** A closed visit drawn from its first so many entries. */
function recorded(db: Db, visitId: string, entries?: number, version = RECORD_VERSION): { visit: RecordedVisit; entries: number } | null {
  const visit = v.findVisit(db, visitId);
  const configuration = visit && (v.closedAs(db, visitId)?.system.configuration ?? p.findSystem(db, visit.systemId)?.configuration);
  if (!visit || !configuration) return null;
  const events = version === 1 ? v.eventsOf(db, visitId) : v.receivedEventsOf(db, visitId);
  const { day, coilIds } = visit;
  return { visit: recordedVisit({ visitId, day, events: events.slice(0, entries), configuration, coilIds }), entries: events.length };
}

/** All washes, readings and products of a system, with the chain of their entries; others get a turn after each visit. @throws Problem 404 */
export async function systemRecord(db: Db, systemId: string, madeAt: string): Promise<SystemRecordFile> {
  const system = p.findSystem(db, systemId);
  const place = system && p.findPlace(db, system.placeId);
  if (!system || !place) throw notFound('system', systemId);
  const closed = db
    .select({ id: t.visit.id })
    .from(t.visit)
    // The plus keeps the search to this system: by standing and day the file would go through all closed visits of the shop.
    .where(and(eq(t.visit.systemId, systemId), sql`+${t.visit.standing} = 'closed'`))
    .orderBy(asc(t.visit.day), asc(t.visit.startMinute), asc(t.visit.id))
    .all();
  const visits: RecordedVisit[] = [];
  for (const { id } of closed) {
    const found = recorded(db, id);
    if (found) visits.push(found.visit);
    await nextTurn();
  }
  const { name, address } = shopOf(db);
  return sealedRecord({
    madeAt,
    shop: { name, address },
    customerName: place.customerName,
    place: { name: place.name, address: place.address },
    system: { id: system.id, name: system.name, model: system.model, refrigerant: system.refrigerant, madeYear: system.madeYear },
    coils: p.coilsOf(db, systemId).map((coil) => ({ id: coil.id, name: coilName(coil), role: coil.role, construction: coil.construction })),
    visits,
  });
}

/** Words of a check, for whoever asked for it on the command line. */
function told(file: string, { sealed, visits, holds }: RecordFound): string {
  return [
    `${file}: ${sealed ? 'the file is as it was made' : 'THE FILE WAS CHANGED after it was made'}.`,
    ...visits.map((row) => `${row.day} ${row.visitId}: ${row.words}`),
    holds ? 'It holds.' : 'It does not hold.',
  ].join('\n');
}

/**
 * Checks a record that was handed over, as JSON or inside its PDF, against the data of a folder. The folder is read and nothing else, so the shop may
 * be open meanwhile.
 * @param files where data may lie; the first that knows the first visit of the record is asked
 * @returns what to say, and whether it holds
 * @throws FolderError when a file cannot be read, or is no record
 */
export async function verifyFile(path: string, files: readonly string[]): Promise<{ words: string; holds: boolean }> {
  if (!existsSync(path)) throw new FolderError(`There is no file ${path}.`);
  const bytes = readFileSync(path);
  let record: unknown;
  try {
    record = JSON.parse(bytes.subarray(0, 5).toString('latin1') === '%PDF-' ? await recordInPdf(bytes) : bytes.toString('utf8'));
  } catch {
    throw new FolderError(`${path} is no record of a system: neither its JSON nor its PDF.`);
  }
  const there = files.filter((file) => existsSync(file)).map((file) => ({ file, sqlite: openFile(file, 1000) }));
  try {
    for (const { sqlite } of there) sqlite.pragma('query_only = ON');
    const first = (record as Partial<SystemRecordFile> | null)?.visits?.[0]?.visitId ?? '';
    const known = there.find(({ sqlite }) => v.findVisit(drizzleOver(sqlite), first)) ?? there[0];
    if (!known) throw new FolderError('There is no data to hold it against.');
    const db = drizzleOver(known.sqlite);
    const found = verifyRecord(record, (visitId, entries, version) => recorded(db, visitId, entries, version));
    return { words: told(path, found), holds: found.holds };
  } catch (error) {
    if (error instanceof CoreError) throw new FolderError(`${path}: ${error.message}`);
    throw error;
  } finally {
    for (const { sqlite } of there) sqlite.close();
  }
}
