import { CoreError } from '../errors';
import { sealOf, type ChainLink } from './chain';
import { RECORD_FORMAT, RECORD_VERSION, type RecordedVisit, type SystemRecordFile } from './systemRecord';

/** How a visit of a handed-over record stands to the data. `more`: as it was, with entries since. */
export type VisitStands = 'same' | 'more' | 'changed' | 'missing';

/** What a check of one visit found. */
export interface VisitFound {
  visitId: string;
  day: string;
  stands: VisitStands;
  /** A sentence. */
  words: string;
}

/** What a check of a whole record found. */
export interface RecordFound {
  /** Whether the file is as it was when it was made. */
  sealed: boolean;
  visits: VisitFound[];
  /** Nothing was changed, in the file or in the data. */
  holds: boolean;
}

/** The file as a record. @throws CoreError unreadable `file` when it is no such record */
function asRecord(file: unknown): SystemRecordFile {
  const record = file as Partial<SystemRecordFile> | null;
  if (typeof record !== 'object' || record === null || record.format !== RECORD_FORMAT || !Array.isArray(record.visits))
    throw new CoreError('unreadable', 'file', 'This file is no record of a system.');
  if (record.version !== RECORD_VERSION && record.version !== 1)
    throw new CoreError(
      'unreadable',
      'file',
      `This record is of version ${String(record.version)}; this program reads versions 1 and ${RECORD_VERSION}.`,
    );
  return record as SystemRecordFile;
}

/** The first entry that is not as it was; null where all are. */
function firstChanged(told: readonly ChainLink[], now: readonly ChainLink[]): { nth: number; link: ChainLink } | null {
  const nth = told.findIndex((link, i) => sealOf(link) !== sealOf(now[i] ?? null));
  const link = told[nth];
  return link ? { nth: nth + 1, link } : null;
}

function visitFound(told: RecordedVisit, now: RecordedVisit | null, entriesNow: number): VisitFound {
  const found = (stands: VisitStands, words: string): VisitFound => ({ visitId: told.visitId, day: told.day, stands, words });
  if (!now) return found('missing', 'The data has no such visit.');
  const changed = firstChanged(told.chain, now.chain);
  if (changed)
    return found(
      'changed',
      `Entry ${changed.nth} of ${told.chain.length} (${changed.link.kind}, ${changed.link.at}, ${changed.link.by}) is not as it was handed over.`,
    );
  const part = Object.keys(told).find(
    (key) => sealOf(told[key as keyof RecordedVisit]) !== sealOf(now[key as keyof RecordedVisit] ?? null),
  );
  if (part) return found('changed', `The entries are as they were, but its ${part} do not follow from them.`);
  const since = entriesNow - told.chain.length;
  return since > 0
    ? found('more', `As it was handed over; ${since} ${since === 1 ? 'entry' : 'entries'} since.`)
    : found('same', 'As it was handed over.');
}

/**
 * Holds a record that was handed over against the data: whether the file is as it was made, whether each entry is as it was, and whether what it
 * tells follows from them. Entries that came later change nothing of what was handed over, and are counted.
 * @param file what was read from it
 * @param nowOf the same visit, drawn from its first so many entries in a version of the record, and how many it has by now; null where the data
 * has no such visit
 * @returns what was found, visit by visit
 * @throws CoreError unreadable `file` when it is no such record
 * @example verifyRecord(sealedRecord({ madeAt: '2026-06-11T18:00:00.000Z', shop: { name: '', address: '' }, customerName: '', place: { name: '', address: '' }, system: { id: 's', name: '', model: '', refrigerant: '', madeYear: null }, coils: [], visits: [] }), () => null).holds // true
 */
export function verifyRecord(
  file: unknown,
  nowOf: (visitId: string, entries: number, version: number) => { visit: RecordedVisit; entries: number } | null,
): RecordFound {
  const { seal, ...told } = asRecord(file);
  const visits = told.visits.map((visit) => {
    const now = nowOf(visit.visitId, visit.chain.length, told.version);
    return visitFound(visit, now?.visit ?? null, now?.entries ?? 0);
  });
  const sealed = sealOf(told) === seal;
  return { sealed, visits, holds: sealed && visits.every(({ stands }) => stands === 'same' || stands === 'more') };
}
