import type { RuleRef } from '../because';
import { CHEMISTRIES, type Cleaner } from '../mix';
import { dwellWindow, type DwellWindow } from './dwell';
import { faceDrying, type FaceDrying } from './faceDrying';
import type { HouseRules } from './houseRules';
import type { CoilBuild, MethodContext, MethodFacts } from './methodFacts';
import { fitSections, leastWetSeconds, MOST_MISTS, type WetFit } from './sections';

/** Where the drying of foam comes from. */
export const BALANCE = {
  kind: 'memory',
  name: 'Surface energy balance with the natatorium wind function, ASHRAE Handbook — HVAC Applications',
} as const;

export interface Soak {
  dwell: DwellWindow | null;
  rules: RuleRef[];
  /** Null when it cannot be kept wet for even the label's shortest dwell. */
  fit: WetFit | null;
}

/** The dwell of a cleaner and the pieces that stay wet through it: the school's dwell, or the label's shortest where drying asks for it. */
export function soak(cleaner: Cleaner, coil: CoilBuild, facts: MethodFacts, house: HouseRules, drying: readonly FaceDrying[]): Soak {
  if (facts.chemistryGrade === 0) return { dwell: null, rules: [], fit: { largestM2: {}, mists: 0 } };
  const school = dwellWindow(cleaner, facts.chemistryGrade, house.dwell);
  const dwell = { minS: school.minS, maxS: school.maxS };
  const mostMists = facts.keepWet === 'mist' ? MOST_MISTS : 0;
  const fit = fitSections(coil.geometry, drying, dwell.minS);
  if (fit) return { dwell, rules: school.rules, fit };
  const shortest = Math.min(dwell.minS, cleaner.dwellMinS);
  const short = fitSections(coil.geometry, drying, shortest, mostMists);
  return {
    dwell: { minS: shortest, maxS: dwell.maxS },
    rules:
      short && shortest < dwell.minS
        ? [
            ...school.rules,
            {
              id: 'dwell.drying',
              because: 'Foam would dry before the school’s dwell is over: the label’s shortest is used.',
              source: BALANCE,
            },
          ]
        : school.rules,
    fit: short,
  };
}

/** What stands against the cleaner that would be used. */
export interface DryTrouble {
  cleaner: Cleaner;
  /** It would have to stay wet so long at least, s. */
  needS: number;
  /** Name of a gentler one that can be kept wet; null when there is none. */
  gentler: string | null;
}

const strengthRank = (cleaner: Cleaner): number => CHEMISTRIES.indexOf(cleaner.chemistry);

/**
 * Whether a cleaner can be kept wet on this coil, and by what: small pieces alone, or what the technician chose to do about it.
 * @param next picks a cleaner from the shelf with some left out
 * @returns the cleaner to use, its soak (without a fit where nothing keeps it wet), and what stands against the first choice
 */
export function keepWet(
  first: Cleaner,
  coil: CoilBuild,
  facts: MethodFacts,
  context: MethodContext,
  house: HouseRules,
  drying: readonly FaceDrying[],
  next: (without: (shelf: readonly Cleaner[]) => Cleaner[]) => { cleaner: Cleaner | null },
): { cleaner: Cleaner; soak: Soak; trouble: DryTrouble | null } {
  const asChosen = soak(first, coil, facts, house, drying);
  const own = { cleaner: first, soak: asChosen, trouble: null };
  if (facts.keepWet === 'none' && asChosen.fit) return own;
  const bare = { ...facts, keepWet: 'none' as const };
  const inTheSun = facts.keepWet === 'shade' ? faceDrying(coil, context) : drying;
  if (soak(first, coil, bare, house, inTheSun).fit) return own;
  const out = new Set([first.id]);
  const fits = (cleaner: Cleaner) =>
    strengthRank(cleaner) <= strengthRank(first) && soak(cleaner, coil, bare, house, inTheSun).fit !== null;
  let gentler = next((shelf) => shelf.filter((row) => !out.has(row.id))).cleaner;
  while (gentler && !fits(gentler)) {
    out.add(gentler.id);
    gentler = next((shelf) => shelf.filter((row) => !out.has(row.id))).cleaner;
  }
  const trouble = { cleaner: first, needS: leastWetSeconds(coil.geometry, first.dwellMinS), gentler: gentler?.name ?? null };
  if (facts.keepWet === 'gentler' && gentler) return { cleaner: gentler, soak: soak(gentler, coil, bare, house, drying), trouble };
  return { cleaner: first, soak: asChosen, trouble };
}
