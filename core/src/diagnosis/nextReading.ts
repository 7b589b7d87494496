import type { CycleState } from '../cycle';
import { QUANTITIES, type QuantityId, type ReadingSet } from '../readings';
import { modelDoubt, SIGN_IDS, SIGNS, type SignId } from '../verdict';
import type { CandidateId, Pattern } from './candidates';

/** What would most narrow it down. */
export interface NextTest {
  sign: SignId;
  /** What has to be read for it that was not. */
  quantities: QuantityId[];
  /** How much of the doubt it is expected to take away, 0…1. */
  gain: number;
  /** The two it tells apart best. */
  between: [CandidateId, CandidateId];
}

interface Standing {
  id: CandidateId;
  probability: number;
  change: Pattern;
}

/** Less than this is not worth taking a probe out for. */
const LEAST_GAIN = 0.03;

const entropy = (shares: readonly number[]): number => {
  const total = shares.reduce((sum, share) => sum + share, 0);
  return -shares.reduce((sum, share) => (share > 0 ? sum + (share / total) * Math.log(share / total) : sum), 0);
};

/**
 * Which sign to read next: the one whose value, whichever candidate is true, leaves the least doubt, for the probes it takes.
 * @param set what was read · @param states candidates with what each does to every sign · @param sound the unit without a fault
 * @returns the sign and its probes; null where nothing is in doubt or nothing would tell
 */
export function nextReading(set: ReadingSet, states: readonly Standing[], sound: CycleState): NextTest | null {
  const before = entropy(states.map((state) => state.probability));
  if (before < 0.05) return null;
  let best: (NextTest & { score: number }) | null = null;
  for (const sign of SIGN_IDS) {
    const quantities = SIGNS[sign].needs.filter((id) => set[id] === undefined);
    if (quantities.length === 0) continue;
    const sigma = Math.hypot(
      modelDoubt(sign, SIGNS[sign].model(sound)),
      ...SIGNS[sign].needs.map((id) => (QUANTITIES[id].edge === 'pressure' ? 0.4 : QUANTITIES[id].instrument)),
    );
    const at = (state: Standing) => state.change[sign] ?? 0;
    const after = states.reduce((sum, state) => {
      const posterior = states.map((other) => other.probability * Math.exp(-0.5 * ((at(state) - at(other)) / sigma) ** 2));
      return sum + state.probability * entropy(posterior);
    }, 0);
    const gain = (before - after) / before;
    const score = gain / Math.sqrt(quantities.length);
    if (gain < LEAST_GAIN || (best && score <= best.score)) continue;
    const [first, ...others] = states;
    const second =
      first && others.length > 0
        ? others.reduce((most, other) =>
            Math.abs(at(other) - at(first)) * other.probability > Math.abs(at(most) - at(first)) * most.probability ? other : most,
          )
        : null;
    if (!first || !second) continue;
    best = { sign, quantities, gain, between: [first.id, second.id], score };
  }
  if (!best) return null;
  const { score: _score, ...test } = best;
  return test;
}
