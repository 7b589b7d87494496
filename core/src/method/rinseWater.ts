import type { CoilRole } from '../equipment';
import type { CoilPlan } from './planCoil';
import { RINSE_S_PER_M2 } from './sections';

/** Water that leaves the nozzle, L/min: a garden hose outdoors, a low-pressure sprayer indoors. Common practice, no source. */
export const RINSE_L_MIN: Record<CoilRole, number> = { condenser: 12, evaporator: 1.5 };

/** Rinse water of a plan, L: the rinsing time of every section and row, at the flow above. An estimate: nobody meters it. */
export function rinseWaterL(plan: CoilPlan, coil: { role: CoilRole; rows: number }): number {
  const areaM2 = plan.sections.reduce((sum, section) => sum + section.areaM2, 0);
  return ((areaM2 * RINSE_S_PER_M2 * coil.rows * plan.passes) / 60) * RINSE_L_MIN[coil.role];
}
