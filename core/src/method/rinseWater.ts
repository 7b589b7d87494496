import type { CoilRole } from '../equipment';
import { FURTHER_PASS_SHARE } from '../mix';
import { LITRES_PER_GALLON } from '../units';
import type { HouseRules } from './houseRules';
import type { JobFacts } from './methodFacts';
import { rinsePace, type Section } from './sections';

/** What rinse water comes out of. */
export type RinseMeans = 'hose' | 'sprayer' | 'washer' | 'pressure-washer' | 'mug';

/** The same in words. */
export const RINSE_MEANS_NAMES: Record<RinseMeans, string> = {
  hose: 'garden hose',
  sprayer: 'pump sprayer',
  washer: 'small battery washer',
  'pressure-washer': 'pressure washer on low',
  mug: 'mug',
};

/** What a mug over a coil, and a pressure washer on its low setting, come to, L/min: the washer 1.5 gpm. Common practice, no source. */
const MUG_L_MIN = 2;
const PRESSURE_WASHER_L_MIN = 1.5 * LITRES_PER_GALLON;

/** What plans of before version 6 took for each m² of face and row, L. */
const BEFORE_L_PER_M2_ROW: Record<CoilRole, number> = { condenser: 8, evaporator: 2 };

/** Water of a rinse: its time and its flow, and what they come to. */
export interface RinseWater {
  means: RinseMeans;
  seconds: number;
  flowLMin: number;
  litres: number;
}

const meansOf = (facts: JobFacts): RinseMeans =>
  facts.waterWay === 'mug' || (facts.waterWay === 'bucket-washer' && !facts.washer)
    ? 'mug'
    : facts.washer && (facts.role === 'evaporator' || facts.waterWay === 'bucket-washer')
      ? 'washer'
      : facts.role === 'evaporator'
        ? 'sprayer'
        : facts.washer
          ? 'pressure-washer'
          : 'hose';

/** Water of all passes of a plan: time × flow; null where air or condensate does it. */
export function rinseWaterOf(facts: JobFacts, sections: readonly Section[], house: HouseRules): RinseWater | null {
  if (facts.waterWay === 'air' || facts.ending === 'condensate' || sections.length === 0) return null;
  const areaM2 = sections.reduce((sum, section) => sum + section.areaM2, 0);
  const seconds = areaM2 * rinsePace(facts.grade, facts.rows) * (1 + FURTHER_PASS_SHARE * (facts.passes - 1));
  const means = meansOf(facts);
  const flowLMin = {
    hose: house.hoseLMin,
    sprayer: house.sprayerLMin,
    washer: house.washerLMin,
    'pressure-washer': PRESSURE_WASHER_L_MIN,
    mug: MUG_L_MIN,
  }[means];
  return { means, seconds, flowLMin, litres: (seconds / 60) * flowLMin };
}

/** A plan as far as its rinse goes. */
interface RinsedPlan {
  water?: RinseWater | null;
  sections: readonly Section[];
  passes: number;
  facts: Pick<JobFacts, 'role' | 'rows'>;
}

/**
 * Rinse water of a plan for all its passes, L. An estimate: nobody meters it.
 * @param plan of the coil
 * @returns L; 0 where nothing wet is poured by hand
 * @example rinseWaterL(planCoil(coil(), graded(3), mildDay, shelf, house())) > 0 // true
 */
export function rinseWaterL(plan: RinsedPlan): number {
  if (plan.water !== undefined) return plan.water?.litres ?? 0;
  const { role, rows } = plan.facts;
  const areaM2 = plan.sections.reduce((sum, section) => sum + section.areaM2, 0);
  return areaM2 * rows * BEFORE_L_PER_M2_ROW[role] * (1 + FURTHER_PASS_SHARE * (plan.passes - 1));
}
