import { gradeFacts } from '../../survey';
import type { DwellWindow } from '../dwell';
import type { Situation } from '../facts';
import type { WetFit } from '../sections';
import type { Staged } from '../staged';
import type { ChemistryChoice } from './chemistry';
import { dryInput, type Drying } from './drying';
import { mistsAllowed, wetness } from './wetness';

/** How long foam stays on, and in what pieces it stays wet. */
export interface Soak {
  dwell: DwellWindow | null;
  fit: WetFit;
}

const ANY_PIECE: WetFit = { largestM2: {}, mists: 0 };

/**
 * Sixth stage: the dwell of the cleaner that was chosen, and the pieces in which it stays wet.
 * @param situation of the coil
 * @param chosen the cleaner
 * @param drying of its faces
 * @example planCoil(coil(), graded(3), mildDay, shelf, house()).dwell // { minS: 480, maxS: 600 }
 */
export function soakStage(situation: Situation, { cleaner, ending }: ChemistryChoice, drying: Drying): Staged<Soak> {
  if (!cleaner) return { value: { dwell: null, fit: ANY_PIECE }, inputs: [], rules: [] };
  const { dwell, rules, fit } = wetness(situation, cleaner, drying.faces, mistsAllowed(situation), ending);
  const { grade } = situation.facts;
  const longestS = dwell?.maxS ?? null;
  return {
    value: { dwell, fit: fit ?? ANY_PIECE },
    inputs: [
      { label: 'Worst grade', text: `${grade} ${gradeFacts(grade).name}` },
      longestS === null
        ? { label: 'Longest', text: 'none: condensate rinses it' }
        : { label: 'Longest', quantity: { kind: 'duration', seconds: longestS } },
      ...(drying.first === null ? [] : [dryInput('Foam dries in', drying.first)]),
    ],
    rules,
  };
}
