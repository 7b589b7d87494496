import { Readable } from 'node:stream';
import { CSV_OUT } from '@elm-mist/core/formats';
import { chainOf, ENTRY_COLUMNS, LOG_COLUMNS, outLine, outRecord, type LogRow, type OutColumn } from '@elm-mist/core/record';
import { entryWords, foldVisit } from '@elm-mist/core/run';
import { and, asc, eq, gte, lte, sql } from 'drizzle-orm';
import Papa from 'papaparse';
import { notFound } from '../http/problem';
import { setImmediate as nextTurn } from 'node:timers/promises';
import type { Db } from '../store/open';
import * as t from '../store/schema';
import * as v from '../store/visits';
import { keptReads } from './reads';
import { visitFrame } from './visitFrame';

/** How a file goes out. */
export const OUT_FORMATS = ['csv', 'json'] as const;
export type OutFormat = (typeof OUT_FORMATS)[number];

/** Tells a spreadsheet that the file is UTF-8; whoever reads a table here passes over it. */
const BOM = '\ufeff';
/** Visits read at a time, with room for other requests between. */
const SLICE = 20;

const csvLine = (cells: readonly (string | number)[]): string => `${Papa.unparse([[...cells]], CSV_OUT)}\r\n`;

/** Rows as a file, made while it is sent. */
async function* asFile<T>(format: OutFormat, columns: readonly OutColumn<T>[], slices: AsyncIterable<T[]>): AsyncGenerator<string> {
  yield format === 'csv' ? BOM + csvLine(columns.map((column) => column.name)) : '[';
  let first = true;
  for await (const rows of slices) {
    let text = '';
    for (const row of rows) {
      text += format === 'csv' ? csvLine(outLine(columns, row)) : `${first ? '' : ','}\n${JSON.stringify(outRecord(columns, row))}`;
      first = false;
    }
    if (text !== '') yield text;
  }
  if (format === 'json') yield '\n]\n';
}

/** Which part of the log. */
export interface LogAsked {
  /** ISO days, both counted. */
  from: string;
  to: string;
  systemId: string | null;
}

/** A line for each coil of each closed visit, oldest first, as place and coil were then. */
async function* logSlices(db: Db, { from, to, systemId }: LogAsked): AsyncGenerator<LogRow[]> {
  let after = { day: '', id: '' };
  for (;;) {
    const visits = db
      .select({ id: t.visit.id, day: t.visit.day })
      .from(t.visit)
      .where(
        and(
          eq(t.visit.standing, 'closed'),
          // From where it went on, so that no slice goes through those before it again.
          gte(t.visit.day, after.day > from ? after.day : from),
          lte(t.visit.day, to),
          systemId === null ? undefined : eq(t.visit.systemId, systemId),
          sql`(${t.visit.day}, ${t.visit.id}) > (${after.day}, ${after.id})`,
        ),
      )
      .orderBy(asc(t.visit.day), asc(t.visit.id))
      .limit(SLICE)
      .all();
    const reads = keptReads(
      db,
      visits.map((visit) => visit.id),
    );
    yield visits.flatMap(({ id, day }) => {
      const read = reads.get(id);
      if (!read) return [];
      const { place, system, coils } = visitFrame(db, id);
      return coils.map((coil): LogRow => ({
        visitId: id,
        day,
        place: place.name,
        street: place.address,
        customer: place.customerName,
        system,
        coil,
        read,
      }));
    });
    const last = visits.at(-1);
    if (!last || visits.length < SLICE) return;
    after = last;
    await nextTurn();
  }
}

/** The shop's log, or that of one system, as a file. */
export const logFile = (db: Db, format: OutFormat, asked: LogAsked): Readable =>
  Readable.from(asFile(format, LOG_COLUMNS, logSlices(db, asked)));

/** Every entry of a visit, in the order received, with its link of the chain. @throws Problem 404 */
export function entriesFile(db: Db, visitId: string): Readable {
  const { system } = visitFrame(db, visitId);
  const events = v.receivedEventsOf(db, visitId);
  const state = foldVisit(visitId, system.configuration, events);
  const chain = chainOf(events);
  const rows = events.map((event, i) => ({ nth: i + 1, event, words: entryWords(event, state), hash: chain[i]?.hash ?? '' }));
  return Readable.from(asFile('csv', ENTRY_COLUMNS, Readable.from([rows])));
}

/** A visit whole, as JSON: what stands around it, its entries and their chain, and which pictures belong to it. @throws Problem 404 */
export function wholeVisit(db: Db, visitId: string): Record<string, unknown> {
  const frame = visitFrame(db, visitId);
  const events = v.receivedEventsOf(db, visitId);
  const pictures = db
    .select({ id: t.photo.id, mime: t.photo.mime, receivedAt: t.photo.receivedAt })
    .from(t.photo)
    .where(eq(t.photo.visitId, visitId))
    .orderBy(asc(t.photo.id))
    .all();
  return { format: 'elm-mist visit', version: 2, ...frame, events, chain: chainOf(events).map((link) => link.hash), pictures };
}

/** @throws Problem 404 */
export function knownSystem(db: Db, systemId: string): string {
  const row = db.select({ id: t.system.id }).from(t.system).where(eq(t.system.id, systemId)).get();
  if (!row) throw notFound('system', systemId);
  return row.id;
}
