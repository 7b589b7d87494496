import { tableOf } from '../errors';
import type { Cleaner } from '../mix';
import { completeSurvey, type CoilSurvey, type OpeningId } from '../survey';
import type { CoilBuild, Guard, MethodContext } from './methodFacts';
import type { HouseRules } from './houseRules';
import { rinseWaterL } from './rinseWater';
import { planCoil, type CoilPlan } from './planCoil';

interface SchoolPreset {
  id: string;
  name: string;
  change: Partial<Pick<HouseRules, 'chemistry' | 'rinse' | 'dwell' | 'noRinse'>>;
  /** Nothing is opened that the outside does not need. */
  fromOutside?: true;
  /** No cleaner, whatever the grade. */
  waterOnly?: true;
  risk: string;
}

/** Ways that good technicians would do the same coil. Common practice, no source. */
export const SCHOOL_PRESETS: readonly SchoolPreset[] = [
  {
    id: 'gentle',
    name: 'Water first, short dwell',
    change: { chemistry: 'water-first', dwell: 'short', rinse: 'inside-then-outside' },
    risk: 'May leave oil film behind.',
  },
  {
    id: 'soak',
    name: 'Cleaner, long soak',
    change: { chemistry: 'cleaner', dwell: 'long', rinse: 'inside-then-outside' },
    risk: 'Foam can dry on a hot face.',
  },
  {
    id: 'household',
    name: 'Household mix',
    change: { chemistry: 'household', dwell: 'long' },
    risk: 'Strength is only what the recipe says.',
  },
  {
    id: 'water',
    name: 'Water only',
    change: { rinse: 'inside-then-outside' },
    waterOnly: true,
    risk: 'Grease, film and felt stay; at grades 3 and 4 most of it.',
  },
  {
    id: 'outside',
    name: 'Outside only',
    change: { chemistry: 'water-first', rinse: 'outside-only' },
    fromOutside: true,
    risk: 'The inner face keeps its dirt.',
  },
  {
    id: 'rinsed',
    name: 'No-rinse foam rinsed all the same',
    change: { noRinse: 'rinse-anyway' },
    risk: 'More water over the pan.',
  },
  {
    id: 'condensed',
    name: 'Condensate rinses',
    change: { noRinse: 'condensate' },
    risk: 'In dry air nothing runs.',
  },
];

/** The plan as another school would have it. */
export interface Opinion {
  id: string;
  name: string;
  /** This is what the shop's own rules give. */
  own: boolean;
  /** What it changes in the house rules. */
  rules: SchoolPreset['change'];
  plan: CoilPlan;
  /** Rinse water for all passes, L; an estimate. */
  rinseWaterL: number;
  risk: string;
}

/** How far a wash from outside opens: what stands before the face comes off. */
const OUTSIDE: Record<Guard, OpeningId> = tableOf('guard', {
  none: 'exterior',
  wire: 'guards-off',
  louvre: 'guards-off',
  hinged: 'guards-off',
});

/** How alike two plans are in what a technician would do. */
const sameWork = (a: CoilPlan, b: CoilPlan): boolean =>
  a.cleanerId === b.cleanerId &&
  a.waterParts === b.waterParts &&
  a.waterFirst === b.waterFirst &&
  a.rinse.direction === b.rinse.direction &&
  a.dwell?.minS === b.dwell?.minS &&
  a.dwell?.maxS === b.dwell?.maxS &&
  a.ending === b.ending &&
  a.verdict === b.verdict;

/**
 * The shop's own plan with those of other schools beside it; schools that come to the same work are left out. Two to four rows where
 * schools differ at all. Vetoes and labels hold in every one of them.
 * @param coil role and rows, or the coil as it is built
 * @param survey what was seen on the coil
 * @param context the visit around the coil
 * @param shelf cleaners that may be used
 * @param house the shop's rules
 * @returns the shop's own first, then those that differ, four at most
 * @throws as planCoil
 * @example secondOpinion(coil(), graded(3), mildDay, shelf, house())[0].own // true
 */
export function secondOpinion(
  coil: CoilBuild,
  survey: CoilSurvey,
  context: MethodContext,
  shelf: readonly Cleaner[],
  house: HouseRules,
): Opinion[] {
  const own = planCoil(coil, survey, context, shelf, house);
  const opinions: Opinion[] = [{ id: 'own', name: 'This shop', own: true, rules: {}, plan: own, rinseWaterL: rinseWaterL(own), risk: '' }];
  for (const preset of SCHOOL_PRESETS) {
    const answers = completeSurvey(survey).answers;
    const seen =
      preset.fromOutside && coil.role === 'condenser' ? { ...survey, answers: { ...answers, opening: OUTSIDE[coil.guards] } } : survey;
    const plan = planCoil(coil, seen, context, preset.waterOnly ? [] : shelf, { ...house, ...preset.change });
    if (opinions.length < 4 && opinions.every((other) => !sameWork(other.plan, plan))) {
      opinions.push({
        id: preset.id,
        name: preset.name,
        own: false,
        rules: preset.change,
        plan,
        rinseWaterL: rinseWaterL(plan),
        risk: preset.risk,
      });
    }
  }
  return opinions;
}
