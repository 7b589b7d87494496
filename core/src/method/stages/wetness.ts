import type { RuleRef } from '../../because';
import type { Cleaner } from '../../mix';
import type { DwellWindow } from '../dwell';
import { dwellWindow } from '../dwell';
import type { Situation } from '../facts';
import type { Ending, FaceDrying } from '../methodFacts';
import { fitSections, MOST_MISTS, rinsePace, type WetFit } from '../sections';
import { BALANCE } from './drying';
import { CONDENSATE_FOAM_S } from '../condensate';

/** How long a cleaner soaks, and the pieces in which it stays wet through it. */
export interface Wetness {
  dwell: DwellWindow | null;
  rules: RuleRef[];
  /** Null when it cannot be kept wet for even the label's shortest dwell. */
  fit: WetFit | null;
}

/** What stands against the cleaner that would be used. */
export interface DryTrouble {
  cleaner: Cleaner;
  /** It would have to stay wet so long at least, s. */
  needS: number;
  /** Rinse of each m² of face, s. */
  paceS: number;
  /** Name of a gentler one that can be kept wet; null when there is none. */
  gentler: string | null;
}

/**
 * The dwell of a cleaner and the pieces that stay wet through it: the school's dwell, or the label's shortest where drying asks for it. What
 * condensate rinses soaks for its own time and has no latest.
 * @param situation of the coil
 * @param cleaner which
 * @param drying of its faces
 * @param mostMists how often it may be misted
 * @param ending how the soak ends
 * @example wetness(situationOf(coil(), graded(3), mildDay, shelf, house()), shelf[0], faceDrying(coil(), mildDay), 0, 'rinse').dwell.minS // 480
 */
export function wetness(
  { coil, facts, house }: Situation,
  cleaner: Cleaner,
  drying: readonly FaceDrying[],
  mostMists: number,
  ending: Ending,
): Wetness {
  const anyPiece: WetFit = { largestM2: {}, mists: 0 };
  if (facts.chemistryGrade === 0) return { dwell: null, rules: [], fit: anyPiece };
  if (ending === 'condensate')
    return {
      dwell: { minS: Math.max(CONDENSATE_FOAM_S, cleaner.dwellMinS), maxS: null },
      rules: [
        {
          id: 'dwell.condensate',
          because: 'Twenty minutes of foam, then the unit runs cold and condensate takes it off: no rinse, and no latest before power.',
          source: { kind: 'common-practice', name: '' },
        },
      ],
      fit: anyPiece,
    };
  const school = dwellWindow(cleaner, facts.chemistryGrade, house.dwell);
  const dwell = { minS: school.minS, maxS: school.maxS };
  const paceS = rinsePace(facts.grade, facts.rows);
  const fit = fitSections(coil.geometry, drying, { dwellMinS: dwell.minS, paceS });
  if (fit) return { dwell, rules: school.rules, fit };
  const shortest = Math.min(dwell.minS, cleaner.dwellMinS);
  const short = fitSections(coil.geometry, drying, { dwellMinS: shortest, paceS }, mostMists);
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

/**
 * How often foam may be misted, as the technician chose.
 * @param situation of the coil
 * @example mistsAllowed(situationOf(coil(), graded(3), mildDay, shelf, house())) // 0
 */
export const mistsAllowed = ({ facts }: Situation): number => (facts.keepWet === 'mist' ? MOST_MISTS : 0);
