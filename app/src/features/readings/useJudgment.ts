import { judgmentOf, type Judgment } from '@elm-mist/core/judgment';
import type { VisitState } from '@elm-mist/core/run';
import { useVisit } from '@/data';

/** By state, which is another with every change of the visit: one judgment takes 30 ms, and a screen has several cards that show it. */
const judged = new WeakMap<VisitState, Judgment>();

/** What the readings of the open visit say, computed once for all who ask. */
export function useJudgment(): Judgment {
  const { state, coils, detail } = useVisit();
  const { system, place } = detail;
  const judgment = judged.get(state) ?? judgmentOf(state, coils, { ...system, altitudeM: place.altitudeM });
  judged.set(state, judgment);
  return judgment;
}
