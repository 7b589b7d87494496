import type { CoilPlan } from '../method';
import { coilRunOf, foamedSections, type CoilRun, type Page, type Undoable, type VisitState } from '../run';

/**
 * What Wash works on: every coil that is washed, and every coil that has foam on it whatever its plan says now.
 * @param state of the visit
 * @param coils those in hand, in their order
 * @returns each coil with its run
 * @example washJobs(foldVisit('v', 'split-cool', []), [coil()]) // []
 */
export const washJobs = <C extends { id: string }>(state: VisitState, coils: readonly C[]): { coil: C; run: CoilRun }[] =>
  coils.flatMap((coil) => {
    const run = coilRunOf(state, coil.id);
    return run && (run.plan.verdict === 'wash' || foamedSections(run).length > 0) ? [{ coil, run }] : [];
  });

/**
 * What Mix works on: every coil that is washed with a cleaner of the shelf.
 * @param state of the visit
 * @param coils those in hand, in their order
 * @param shelf cleaners there are
 * @returns each coil with its plan and cleaner
 * @example mixJobs(foldVisit('v', 'split-cool', []), [coil()], shelf) // []
 */
export const mixJobs = <C extends { id: string }, P extends { id: string }>(
  state: VisitState,
  coils: readonly C[],
  shelf: readonly P[],
): { coil: C; plan: CoilPlan; cleaner: P }[] =>
  coils.flatMap((coil) => {
    const plan = state.plans[coil.id]?.value;
    const cleaner = shelf.find((row) => row.id === plan?.cleanerId);
    return plan && cleaner && plan.verdict === 'wash' && plan.solutionL !== null && plan.waterParts !== null
      ? [{ coil, plan, cleaner }]
      : [];
  });

/**
 * What an undo of one person on one page would take back. Once the visit is closed only what was entered at Close or of findings is.
 * @param state of the visit
 * @param by whose
 * @param page where it is pressed
 * @returns the entry, or null
 * @example ownUndo(foldVisit('v', 'split-cool', []), 'Wren', 'wash') // null
 */
export const ownUndo = (state: VisitState, by: string, page: Page): Undoable | null =>
  state.closed && page !== 'close' && page !== 'findings' ? null : (state.undoable[by]?.[page] ?? null);
