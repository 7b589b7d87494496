import type { CoilRole } from '../equipment';
import { FURTHER_PASS_SHARE } from '../mix';
import type { CoilPlan } from './planCoil';

/** Rinse water for each m² of face and row, L: a hose outdoors, a low-pressure sprayer indoors. Common practice, no source. */
export const RINSE_L_PER_M2_ROW: Record<CoilRole, number> = { condenser: 8, evaporator: 2 };

/**
 * Rinse water of a plan for all its passes, L. An estimate: nobody meters it.
 * @param plan of the coil
 * @param coil role and rows, or the coil as it is built
 * @returns L
 * @example rinseWaterL(planCoil(coil(), graded(3), mildDay, shelf, house()), { role: 'condenser', rows: 1 }) > 0 // true
 */
export function rinseWaterL(plan: CoilPlan, coil: { role: CoilRole; rows: number }): number {
  const areaM2 = plan.sections.reduce((sum, section) => sum + section.areaM2, 0);
  return areaM2 * coil.rows * RINSE_L_PER_M2_ROW[coil.role] * (1 + FURTHER_PASS_SHARE * (plan.passes - 1));
}
