import { Readable } from 'node:stream';
import { IMPORT_LIMIT, IMPORT_ROWS, type ImportLine, type ImportProblem } from '@elm-mist/contract';
import { guessMatching, matchedRow, plainCell, type CellProblem, type Matching, type Table } from '@elm-mist/core/formats';
import Papa from 'papaparse';
import { setImmediate as nextTurn } from 'node:timers/promises';
import { Problem } from '../http/problem';
import { parseAway } from './parseAway';

/** A row by its headings, in lower case. */
export type Row = Record<string, string | undefined>;
export type Outcome = 'added' | 'changed' | 'same';

/** What rows of one kind are checked against and where they go. */
export interface Sink {
  headings: (names: readonly string[]) => string[];
  /** Checks one row and holds it ready. @returns its problems, none when it is good */
  take: (row: Row, number: number) => CellProblem[];
}

/**
 * A sink for a table whose columns may have been matched on the screen.
 * @param names other headings that such files have, for what was not matched
 * @param take a row by the table's own columns
 */
export function matchedSink<T>(
  table: Table<T>,
  names: Readonly<Record<string, readonly string[]>>,
  matching: Matching | null,
  take: (cells: Row) => CellProblem[],
): Sink {
  let match: Matching = matching ?? {};
  return {
    headings: (headings) => {
      match = matching ?? guessMatching(table, headings, names);
      const there = new Set(headings.map((name) => name.trim().toLowerCase()));
      return table
        .filter((column) => column.needed && !there.has((match[column.name] ?? '').trim().toLowerCase()))
        .map((column) => column.name);
    },
    take: (row) => take(matchedRow(table, row, match)),
  };
}

/** Problems that are shown; the rest is counted. */
const MOST_PROBLEMS = 200;
const PROGRESS_ROWS = 2000;

/** Feeds rows to a sink, counts, and says how far it is. */
export class Intake {
  rows = 0;
  bad = 0;
  readonly problems: ImportProblem[] = [];

  constructor(
    private readonly sink: Sink,
    private readonly tell: (line: ImportLine) => void,
  ) {}

  /** @throws Problem 422 when columns are missing */
  headings(names: readonly string[]): void {
    const missing = this.sink.headings(names);
    if (missing.length > 0)
      throw new Problem(422, 'missing', `The file has no column ${missing.map((name) => `"${name}"`).join(', ')}.`, {
        file: `Missing: ${missing.join(', ')}.`,
      });
  }

  row(cells: Row, broken?: string): void {
    this.rows += 1;
    const number = this.rows + 1;
    if (this.rows > IMPORT_ROWS)
      throw new Problem(413, 'too-large', `A file may have ${IMPORT_ROWS} rows at most.`, {
        file: `A file may have ${IMPORT_ROWS} rows at most.`,
      });
    const problems = broken ? [{ column: '', message: broken }] : this.sink.take(cells, number);
    if (problems.length > 0) {
      this.bad += 1;
      for (const problem of problems) if (this.problems.length < MOST_PROBLEMS) this.problems.push({ row: number, ...problem });
    }
    if (this.rows % PROGRESS_ROWS === 0) this.tell({ rows: this.rows });
  }
}

/** Bytes that are read before others' requests have their turn: some two hundred rows. */
const BITE = 8_192;

/**
 * A text as it comes in, a little at a time: a network hands out half a megabyte in one turn, and may cut a letter in two.
 * @throws Problem 413 once it is too large
 */
async function* bites(stream: Readable): AsyncGenerator<string> {
  const letters = new TextDecoder();
  let size = 0;
  for await (const chunk of stream) {
    const bytes = Buffer.from(chunk as Buffer);
    size += bytes.length;
    if (size > IMPORT_LIMIT)
      throw new Problem(413, 'too-large', 'The file is larger than 25 MB.', { file: 'The file is larger than 25 MB.' });
    for (let from = 0; from < bytes.length; from += BITE) {
      yield letters.decode(bytes.subarray(from, from + BITE), { stream: true });
      await nextTurn();
    }
  }
  yield letters.decode();
}

/** CSV as it streams in: any of comma, semicolon and tab; with or without a BOM; any line ending; quotes as RFC 4180 has them. */
export function readCsv(stream: Readable, intake: Intake): Promise<void> {
  return new Promise((done, fail) => {
    const source = Readable.from(bites(stream), { highWaterMark: 1 });
    let headed = false;
    let over = false;
    const stop = (error: unknown) => {
      if (over) return;
      over = true;
      fail(error instanceof Error ? error : new Error(String(error)));
    };
    Papa.parse<Record<string, string>>(source as unknown as Papa.LocalFile, {
      header: true,
      skipEmptyLines: 'greedy',
      transform: plainCell,
      transformHeader: (name) =>
        name
          .replace(/^\uFEFF/, '')
          .trim()
          .toLowerCase(),
      chunk: ({ data, errors, meta }, parser) => {
        if (over || (data.length === 0 && (meta.fields ?? []).length === 0)) return;
        try {
          if (!headed) intake.headings(meta.fields ?? []);
          headed = true;
          const broken = new Map(
            errors.filter((error) => error.code !== 'UndetectableDelimiter').map((error) => [error.row ?? -1, error.message]),
          );
          data.forEach((row, i) => intake.row(row, broken.get(i)));
        } catch (error) {
          stop(error);
          parser.abort();
        }
      },
      complete: () => {
        if (over) return;
        over = true;
        if (headed) done();
        else fail(new Problem(422, 'missing', 'The file is empty.', { file: 'The file is empty.' }));
      },
      error: stop,
    });
  });
}

export async function readJson(stream: Readable, kind: string, intake: Intake): Promise<void> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of stream) {
    chunks.push(chunk as Buffer);
    size += (chunk as Buffer).length;
    if (size > IMPORT_LIMIT)
      throw new Problem(413, 'too-large', 'The file is larger than 25 MB.', { file: 'The file is larger than 25 MB.' });
  }
  let headed = false;
  const trouble = await parseAway(Buffer.concat(chunks), kind, (rows) => {
    if (!headed) intake.headings(Object.keys(rows[0] ?? {}));
    headed = true;
    for (const row of rows)
      if (row) intake.row(row);
      else intake.row({}, 'Not a row.');
  });
  if (trouble === 'unreadable')
    throw new Problem(422, 'unreadable', 'The file is not readable JSON.', { file: 'The file is not readable JSON.' });
  if (trouble === 'missing')
    throw new Problem(422, 'missing', `The file has no list "${kind}".`, { file: `The file has no list "${kind}".` });
  if (!headed) intake.headings([]);
}
