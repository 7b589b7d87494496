import type { GrowthVisit } from '../interval';
import { learnedCanYield, type Chemistry, type CanUse } from '../mix';
import { findingLives, type FindingLife, type Identity } from '../run';
import { learnedTimes, type Learned } from '../runsheet';
import type { CoilSurvey, VisitStory } from '../survey';
import type { TrendFigures } from '../judgment/trends';
import type { VisitSummary } from '../visit/visitSummary';

/** One visit of a system, as a list of them is walked. */
export interface ReadVisit {
  id: string;
  day: string;
  read: VisitSummary;
}

/**
 * Every finding of a system, with what became of it on whichever visit, in the order they were noted.
 * @param visits of one system, oldest first
 * @returns their lives
 * @example systemFindings([]) // []
 */
export const systemFindings = (visits: readonly ReadVisit[]): FindingLife[] =>
  findingLives(
    visits.flatMap(({ id, read }) => read.findings.map((finding) => ({ ...finding, visitId: id }))),
    visits.flatMap(({ read }) => read.findingSteps),
    visits.flatMap(({ read }) => read.findingsClosed),
  );

/**
 * Counts, for each coil, the washes since the last one that opened it from inside. A coil never opened counts all of them.
 * @param reads of closed visits, oldest first
 * @returns washes by coil id
 * @example washesSinceOpened([]) // {}
 */
export function washesSinceOpened(reads: readonly Pick<VisitSummary, 'washes'>[]): Record<string, number> {
  const count: Record<string, number> = {};
  for (const { coilId, inside } of reads.flatMap((read) => read.washes)) count[coilId] = inside ? 0 : (count[coilId] ?? 0) + 1;
  return count;
}

/** So many visits teach how a coil grows; older ones are of another filter, another owner, another tree. */
const MOST_TAUGHT = 12;

/** What earlier visits of a system know, so that a repeat visit asks only what changed. */
export interface EarlierKnown {
  /** ISO day of the last one; null without any. */
  day: string | null;
  /** The newest survey of each coil. */
  surveys: Record<string, CoilSurvey>;
  story: VisitStory | null;
  /** What the plate said last; absent in answers of before. */
  identity?: Identity | null;
  /** Classes of cleaner of the last one. */
  chemistries: Chemistry[];
  washesSinceOpened: Record<string, number>;
  /** How each of them found and left each coil, oldest first: what a coil grew in between. Left out by answers of before. */
  graded?: GrowthVisit[];
}

const condensing = ({ condensingOver }: TrendFigures): TrendFigures => (condensingOver === undefined ? {} : { condensingOver });

/**
 * What earlier visits know.
 * @param earlier closed visits of the system, oldest first
 * @returns the newest of each
 * @example earlierKnown([]).day // null
 */
export function earlierKnown(earlier: readonly ReadVisit[]): EarlierKnown {
  const last = earlier.at(-1);
  return {
    day: last?.day ?? null,
    surveys: Object.assign({}, ...earlier.map(({ read }) => read.surveys)) as Record<string, CoilSurvey>,
    story: earlier.reduce<VisitStory | null>((story, { read }) => read.story ?? story, null),
    identity: earlier.reduce<Identity | null>((plate, { read }) => read.identity ?? plate, null),
    chemistries: last?.read.chemistries ?? [],
    washesSinceOpened: washesSinceOpened(earlier.map((row) => row.read)),
    graded: earlier.slice(-MOST_TAUGHT).map(({ day, read }) => ({
      day,
      coils: read.coils.map(({ coilId, worstBefore, worstAfter, light }) => ({ coilId, worstBefore, worstAfter, light })),
      figures: { before: condensing(read.figures.before), after: condensing(read.figures.after) },
    })),
  };
}

/** What the shop's last closed visits teach. */
export interface ShopLearned {
  /** What each piece of work took. */
  taken: Record<string, Learned>;
  /** What a can covers, m² of face and row, by cleaner, only where enough visits taught it. */
  canYieldM2: Record<string, number>;
  /** What measured washes say of what dirt costs; absent in answers of before. */
  dirt?: { factor: number; washes: number };
}

/**
 * What closed visits teach: how long things take, and what a can covers.
 * @param reads of the last closed visits
 * @param cans cleaners sold in cans, with the size of one, L
 * @returns by piece of work, and by cleaner
 * @example shopLearned([], []) // { taken: {}, canYieldM2: {} }
 */
export function shopLearned(
  reads: readonly Pick<VisitSummary, 'taken' | 'covered'>[],
  cans: readonly { id: string; packL: number }[],
): ShopLearned {
  const canYieldM2: Record<string, number> = {};
  for (const { id, packL } of cans) {
    const uses = reads.flatMap(({ covered }): CanUse[] => {
      const use = covered[id];
      return use && use.litres > 0 && use.m2 > 0 ? [{ cans: use.litres / packL, coveredM2: use.m2 }] : [];
    });
    const learned = learnedCanYield(uses);
    if (learned !== null) canYieldM2[id] = learned;
  }
  return { taken: learnedTimes(reads.flatMap((read) => read.taken)), canYieldM2 };
}
