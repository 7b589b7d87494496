import type { CoilRole } from '../equipment';
import { clearedDirt } from '../interval';
import { foundGrades, type VisitState } from '../run';
import { worstOf } from '../survey';
import { worthOf } from '../verdict';
import { judgmentOf, type JudgedSystem } from './judgment';

/** What one wash was measured to save by watts, and what published sizes would have said of it. */
export interface SavedWatts {
  /** Less for the same cooling, W, and its standard uncertainty. */
  w: number;
  u: number;
  /** What the unit drew after it, W. */
  watts: number;
  /** Worst grade found on what was washed. */
  grade: number;
  /** What was saved beside what the grades that came off would save by published sizes. */
  ratio: number;
}

/**
 * What a wash was measured to save, by watts at like conditions before and after it.
 * @param state of the visit
 * @param coils of the visit
 * @param system as its record has it
 * @returns the saving; null where readings or grades of both sides are missing, or nothing came off
 * @throws CoreError altitude out of range
 * @example savedWatts(foldVisit('v', 'split-cool', []), [], { refrigerant: 'R-410A', btuh: 36000, altitudeM: 0 }) // null
 */
export function savedWatts(state: VisitState, coils: readonly { id: string; role: CoilRole }[], system: JudgedSystem): SavedWatts | null {
  const judged = judgmentOf(state, coils, system);
  const saved = judged.compared ? worthOf(judged.compared, 0).sameCoolingW : null;
  const watts = judged.after.set.watts?.value ?? null;
  if (!saved || watts === null || watts <= 0) return null;
  const cleared = clearedDirt(
    coils.map(({ id, role }) => ({
      role,
      found: worstOf(foundGrades(state, id)),
      left: worstOf(state.checks[id]?.value.gradesAfter ?? {}),
    })),
  );
  return cleared && { w: saved.value, u: saved.u, watts, grade: cleared.grade, ratio: saved.value / watts / cleared.share };
}
