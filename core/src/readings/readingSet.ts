import type { QuantityId } from './quantities';

/** How a reading came; reckoned: from other readings that were typed. */
export const READING_WAYS = ['typed', 'probe', 'file', 'simulated', 'reckoned'] as const;
/** One of `READING_WAYS`. */
export type ReadingWay = (typeof READING_WAYS)[number];

/** Before the wash, or after it. */
export type ReadingWhen = 'before' | 'after';

/** One reading. Nothing is overwritten: a correction is a later one of the same quantity. */
export interface Reading {
  quantity: QuantityId;
  /** SI. */
  value: number;
  /** Standard uncertainty of its instrument, SI. */
  u: number;
  how: ReadingWay;
  /** Whether the system had come to rest: computed from a run of readings or from how long it has run. */
  steady: boolean;
}

/** Readings of one moment. */
export interface HeldReadings {
  when: ReadingWhen;
  readings: Reading[];
}

/** A reading as it stands, with who took it and when. */
export interface TakenReading extends Reading {
  at: string;
  by: string;
}

/** What stands of one side: the latest of each quantity. */
export type ReadingSet = Partial<Record<QuantityId, TakenReading>>;

interface Entry {
  at: string;
  by: string;
  value: HeldReadings;
}

/** Three air readings as they were kept before each quantity stood for itself. */
interface SplitEntry {
  at: string;
  by: string;
  value: { when: ReadingWhen; returnC: number; supplyC: number; outdoorC: number | null; returnRhPct?: number | null };
}

/** Standard uncertainty taken for readings of which nobody noted it, SI. */
const UNNOTED = { temperature: 0.5, percent: 4 };

/** The old entry in the new shape. */
function ofSplit({ at, by, value }: SplitEntry): TakenReading[] {
  const row = (quantity: QuantityId, figure: number | null | undefined, u: number): TakenReading[] =>
    figure === null || figure === undefined ? [] : [{ quantity, value: figure, u, how: 'typed', steady: true, at, by }];
  return [
    ...row('returnDb', value.returnC, UNNOTED.temperature),
    ...row('supplyDb', value.supplyC, UNNOTED.temperature),
    ...row('outdoorIn', value.outdoorC, UNNOTED.temperature),
    ...row('returnRh', value.returnRhPct, UNNOTED.percent),
  ];
}

/**
 * What stands of one side, whatever it was kept as: the latest reading of each quantity.
 * @param state entries of readings, of both shapes, oldest first
 * @param when before or after the wash
 * @returns readings by quantity; empty where none was taken
 * @example readingSet({ readings: [], held: [] }, 'before') // {}
 */
export function readingSet(state: { readings: readonly SplitEntry[]; held: readonly Entry[] }, when: ReadingWhen): ReadingSet {
  const rows = [
    ...state.readings.filter((entry) => entry.value.when === when).flatMap(ofSplit),
    ...state.held
      .filter((entry) => entry.value.when === when)
      .flatMap(({ at, by, value }) => value.readings.map((reading) => ({ ...reading, at, by }))),
  ].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  const set: ReadingSet = {};
  for (const row of rows) set[row.quantity] = row;
  return set;
}
