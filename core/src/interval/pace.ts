import { LOADED, runMonths, usualMonths, type ExposureFacts, type Pace, type RunsWhere } from './exposure';
import { grownIn, type GrowthStretch } from './regrowth';

/** What one coil grew between two visits, and what the table would have said, grades. */
export interface PacedStretch {
  expected: number;
  grown: number;
  /** As how many looks by eye it weighs. */
  looks: number;
}

/** As much as the table weighs against the shop's own coils, grades²: six of them that were to grow two grades. Judgment. */
const TABLE_WEIGHT = 24;
/** Beyond these it is the record that is odd, and not the town. Judgment. */
const [SLOWEST, FASTEST] = [0.4, 2.5];

/**
 * One stretch beside what the table says of it.
 * @param stretch between two visits
 * @param facts of the coil
 * @param where the system is, and what it is
 * @returns grades, expected and grown
 * @throws CoreError latitude out of −90 to 90
 * @example pacedStretch({ from: '2026-06-01', to: '2026-08-01', left: 0, found: 1 }, { role: 'evaporator', configuration: 'split-cool', soils: [], storyFacts: [] }, { configuration: 'split-cool', latitudeDeg: 42 }).grown // 1
 */
export const pacedStretch = (stretch: GrowthStretch, facts: ExposureFacts, where: RunsWhere): PacedStretch => ({
  expected: (LOADED / usualMonths(facts)) * runMonths(stretch.from, stretch.to, where),
  grown: grownIn(stretch),
  looks: stretch.looks ?? 1,
});

/** What stretches come to on top of a factor that is believed before them. */
function drawn(stretches: readonly PacedStretch[], from: number): number {
  const [both, square] = stretches.reduce(
    ([xy, xx], { expected, grown, looks }) => [xy + looks * expected * grown, xx + looks * expected ** 2],
    [TABLE_WEIGHT * from, TABLE_WEIGHT],
  );
  return Math.min(FASTEST, Math.max(SLOWEST, both / square));
}

/** So far from each other coils stand in the same dust, km as the crow flies. Judgment. */
export const NEAR_KM = 2;

/**
 * How fast a shop's coils grow dirty: what they grew on what they were to, drawn towards one as long as there are few of them (partial pooling: a
 * conjugate line through the origin); those near by are drawn towards the rest of the shop in the same way.
 * @param stretches of the shop's coils elsewhere
 * @param near of those within `NEAR_KM` of the one asked about
 * @returns the pace; null without any
 * @example paceOf([], []) // null
 */
export function paceOf(stretches: readonly PacedStretch[], near: readonly PacedStretch[]): Pace | null {
  if (stretches.length + near.length === 0) return null;
  return { factor: drawn(near, drawn(stretches, 1)), stretches: stretches.length + near.length, near: near.length };
}
