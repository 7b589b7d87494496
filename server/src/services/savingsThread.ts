import { parentPort } from 'node:worker_threads';
import { meteredWash, type MeterDays, type MeteredWash, type NotCounted, type WashedThere, type YearDay } from '@elm-mist/core/savings';

/** A meter, the air of its days, and the washes it is asked about. */
export interface SavingsWork {
  rows: MeterDays[];
  air: YearDay[];
  washes: WashedThere[];
  weak: { changed: boolean; othersAir: boolean };
}

/** What each of the washes saved, or why it does not count. */
export const tellSavings = ({ rows, air, washes, weak }: SavingsWork): (MeteredWash | NotCounted)[] =>
  washes.map((wash) => meteredWash(rows, air, wash, weak));

/** What the thread does. */
export const sendSavings = (work: SavingsWork): void => parentPort?.postMessage(tellSavings(work));
