import { Worker } from 'node:worker_threads';
import { reportOf, type Paper, type Report } from '@elm-mist/core/report';
import { inArray } from 'drizzle-orm';
import type { Store } from '../store/open';
import * as s from '../store/settings';
import * as shelf from '../store/shelf';
import * as t from '../store/schema';
import * as v from '../store/visits';
import { knownBefore } from './known';
import { shopOf } from './shop';
import { visitFrame } from './visitFrame';

/** What the thread is handed. */
export interface PaperWork {
  report: Report;
  paper: Paper;
  pictures: { photoId: string; bytes: Uint8Array }[];
  madeAt: number;
}

/** Tells the thread what it is for. */
export const PAPER_THREAD = 'paper';

/** How long a report may take, ms; a large one takes two seconds. */
const PATIENCE_MS = 60_000;

/** The report of a visit as the phones tell it, and the shop's paper. @throws Problem 404 */
export function reportFor(store: Store, visitId: string, nowMs: number): { report: Report; paper: Paper; title: string } {
  const { db } = store;
  const { visit, place, system, coils, agreement = null } = visitFrame(db, visitId);
  const shop = shopOf(db);
  const ways = s.readReportWays(db);
  const house = s.readHouseRules(db);
  const known = knownBefore(store, { visit, place });
  const names = new Map(shelf.cleaners(db).map((cleaner) => [cleaner.id, cleaner.name]));
  const { report } = reportOf({
    visitId,
    events: v.eventsOf(db, visitId),
    coils,
    place,
    system,
    earlier: known.openFindings,
    graded: known.graded ?? [],
    shop: { name: shop.name, address: shop.address },
    zone: shop.zone,
    units: house.units,
    longestWait: house.longestWait,
    currency: shop.currency,
    ways,
    book: s.readPriceBook(db),
    agreement,
    day: visit.day,
    climate: known.climate,
    pace: known.pace,
    nameOfCleaner: (id) => names.get(id) ?? '',
    nowMs,
  });
  return { report, paper: ways.paper, title: `${visit.day} ${report.title}` };
}

/**
 * A report as PDF, set on a thread of its own so that nobody waits for it.
 * @param script of the thread: the program's own file
 * @throws Error when it cannot be made
 */
export function reportPdf(store: Store, script: URL, { report, paper }: { report: Report; paper: Paper }, madeAt: number): Promise<Buffer> {
  const ids = report.blocks.flatMap((block) => (block.is === 'photos' ? block.photos.map((photo) => photo.photoId) : []));
  const pictures =
    ids.length === 0
      ? []
      : store.db.select({ photoId: t.photo.id, bytes: t.photo.bytes }).from(t.photo).where(inArray(t.photo.id, ids)).all();
  const work: PaperWork = { report, paper, pictures, madeAt };
  return new Promise((done, failed) => {
    const worker = new Worker(script, { workerData: { is: PAPER_THREAD, work } });
    const clock = setTimeout(() => void worker.terminate().then(() => failed(new Error('the report took too long'))), PATIENCE_MS);
    worker.once('message', (bytes: Uint8Array) => {
      clearTimeout(clock);
      done(Buffer.from(bytes));
    });
    worker.once('error', (error) => {
      clearTimeout(clock);
      failed(error);
    });
  });
}
