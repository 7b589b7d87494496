import { coilName, type CoilRole } from '../equipment';
import { condensedOf, growthBand, growthStretches, type GrowthVisit } from '../interval/regrowth';
import { learnedOf } from '../interval/dueOf';
import { LOADED, runMonths, type RunsWhere } from '../interval/exposure';
import { onlyOutdoorCoil } from '../interval/condensingGrade';
import type { Guard } from '../method';
import type { Soil, StoryFact } from '../survey';

/** How dirty a coil is likely to be from its last visit on. */
export interface LifeFan {
  coilId: string;
  coilName: string;
  /** Grade from which it is worth a wash. */
  loaded: number;
  /** Days with the most likely grade, and the bands that hold half and nine of ten; by time. */
  points: { day: string; likely: number; half: [low: number, high: number]; most: [low: number, high: number] }[];
  /** Days by which it is loaded: even odds, and the ends of nine in ten; null beyond ten years. */
  likely: string | null;
  early: string | null;
  late: string | null;
  /** Stretches between visits that taught it; 0: only its exposure is known. */
  visits: number;
  /** Stretches of these that condensing over outdoor told of, beside the eye. */
  condensed: number;
  /** Grades a month of running. */
  perMonth: number;
}

/** A closed visit as the fan needs it. */
export interface FanVisit extends GrowthVisit {
  coils: (GrowthVisit['coils'][number] & { soils: readonly Soil[] })[];
}

/** Looked ahead so far, days, and in so many steps. */
const AHEAD_DAYS = 900;
const STEPS = 30;
const DAY_MS = 86_400_000;
const later = (day: string, days: number): string => new Date(Date.parse(day) + days * DAY_MS).toISOString().slice(0, 10);
const PACKED = 4;

/**
 * How dirty a coil is likely to be from its last visit on, by what it grew between its visits.
 * @param coil which, with its role
 * @param visits closed ones, oldest first
 * @param where the system is, and what it is
 * @param storyFacts what stands around it
 * @returns the fan; null where it was never graded
 * @throws CoreError latitude out of −90 to 90
 * @example lifeFan({ id: 'c', role: 'condenser' }, [], { configuration: 'split-cool', latitudeDeg: 42 }, []) // null
 */
export function lifeFan(
  coil: { id: string; role: CoilRole; name?: string; guards?: Guard },
  visits: readonly FanVisit[],
  where: RunsWhere,
  storyFacts: readonly StoryFact[],
): LifeFan | null {
  const own = visits.flatMap(({ day, coils }) => {
    const row = coils.find((each) => each.coilId === coil.id);
    return row && (row.worstAfter ?? row.worstBefore) !== null ? [{ day, row }] : [];
  });
  const last = own.at(-1);
  if (!last) return null;
  const left = last.row.worstAfter ?? last.row.worstBefore ?? 0;
  const grown = growthStretches(visits, onlyOutdoorCoil(where.configuration, [coil]))[coil.id] ?? [];
  const { belief, likely, early, late } = learnedOf({
    ...where,
    closedOn: last.day,
    role: coil.role,
    soils: last.row.soils,
    storyFacts,
    louvered: coil.guards === 'louvre',
    worstGrade: last.row.worstBefore ?? 0,
    left,
    grown,
  });
  const points = Array.from({ length: STEPS + 1 }, (_, i) => {
    const day = later(last.day, Math.round((i * AHEAD_DAYS) / STEPS));
    const months = runMonths(last.day, day, where);
    const band = (share: number): [number, number] => {
      const { low, high } = growthBand(belief, left, months, share, false);
      return [Math.min(PACKED, low), Math.min(PACKED, high)];
    };
    return { day, likely: Math.min(PACKED, Math.max(0, left + belief.perMonth * months)), half: band(0.5), most: band(0.9) };
  });
  return {
    coilId: coil.id,
    coilName: coilName(coil),
    loaded: LOADED,
    points,
    likely,
    early,
    late,
    visits: belief.visits,
    condensed: condensedOf(grown),
    perMonth: belief.perMonth,
  };
}
