import { CoreError } from '../errors';
import { clearedDirt, type CoilBothWays } from '../interval';
import { savedBy, YEAR_DAYS, type AskedWash } from './aroundWash';
import type { MeterDays } from './meter';
import { predicted, type EnergyFit } from './model';
import { NINE_IN_TEN } from './pooled';
import type { YearDay } from './saving';
import type { SavedRatio } from './shopSaved';

/** Why a wash with a meter does not count in the shop's own answer, with the words that follow the number of such washes. */
export const NOT_COUNTED = {
  changed: 'something else changed in the house',
  together: 'more than one system was washed that day',
  ungraded: 'nothing of it was graded before and after, or nothing came off',
  air: 'the weather of its days was not their own, but simulated or a typical year’s',
  'too-little': 'too few days before or after it, or all much alike',
} as const;
/** One of `NOT_COUNTED`. */
export type NotCounted = keyof typeof NOT_COUNTED;

/** A wash as a house's meter tells of it. */
export interface MeteredWash extends SavedRatio {
  /** Less in a year of the same weather, kWh, and its standard uncertainty. */
  kWh: number;
  u: number;
  /** Worst grade found on what became cleaner. */
  grade: number;
}

/** What was washed on one day at one place. */
export interface WashedThere extends AskedWash {
  /** Of each system that was washed that day. */
  systems: readonly {
    coils: readonly CoilBothWays[];
    /** Its share of the capacity of all systems there, 0 to 1. */
    share: number;
    heats: boolean;
  }[];
}

/** kWh of a year that go by the weather and through the circuit that was washed. */
const drivenKWh = (fit: EnergyFit, year: readonly YearDay[], heats: boolean): number => {
  const still: EnergyFit = heats ? { ...fit, heating: 0, cooling: 0 } : { ...fit, cooling: 0 };
  return year.reduce((sum, day) => sum + predicted(fit, day) - predicted(still, day), 0);
};

/**
 * What a wash saved by the meter of its house, as it counts in the shop's own answer.
 * @param rows of the meter
 * @param air mean air of days, °C
 * @param wash what was washed
 * @param weak what is known to stand against it: what else changed in the house, and whether the air was that of other days
 * @returns the saving beside its published size; or why it does not count. What is not shown by itself counts: leaving it out would make washes look better
 * @example meteredWash([], [], { day: '2026-06-11', next: null, systems: [] }, { changed: true, othersAir: false }) // 'changed'
 */
export function meteredWash(
  rows: readonly MeterDays[],
  air: readonly YearDay[],
  wash: WashedThere,
  weak: { changed: boolean; othersAir: boolean },
): MeteredWash | NotCounted {
  if (weak.changed) return 'changed';
  if (weak.othersAir) return 'air';
  const [system, another] = wash.systems;
  if (another) return 'together';
  const cleared = system ? clearedDirt(system.coils) : null;
  if (!system || !cleared) return 'ungraded';
  const year = air.slice(-YEAR_DAYS);
  try {
    const { saved, after, analytic, bootstrap } = savedBy(rows, air, wash, year);
    const [low, high] = [Math.min(analytic.low, bootstrap.low), Math.max(analytic.high, bootstrap.high)];
    const u = (high - low) / (2 * NINE_IN_TEN);
    // A house whose use does not go by the weather tells nothing of what cools it.
    const expected = drivenKWh(after.fit, year, system.heats) * system.share * cleared.share;
    if (!(expected > 0) || !Number.isFinite(u)) return 'too-little';
    return { kWh: saved, u, grade: cleared.grade, ratio: saved / expected, ratioU: u / expected };
  } catch (error) {
    if (error instanceof CoreError) return 'too-little';
    throw error;
  }
}
