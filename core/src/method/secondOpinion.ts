import { tableOf } from '../errors';
import type { Cleaner } from '../mix';
import { completeSurvey, type CoilSurvey, type OpeningId } from '../survey';
import { decide, type Decision } from './decide';
import { situationOf } from './facts';
import type { CoilBuild, Guard, MethodContext } from './methodFacts';
import type { HouseRules } from './houseRules';
import { rinseWaterL } from './rinseWater';
import { planCoil } from './planCoil';
import { type CoilPlan } from './coilPlan';

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

/** What a school changes of what a plan is made from. */
interface Way {
  seen: CoilSurvey;
  cleaners: readonly Cleaner[];
  rules: SchoolPreset['change'];
}

/** How far a wash from outside opens: what stands before the face comes off. */
const OUTSIDE: Record<Guard, OpeningId> = tableOf('guard', {
  none: 'exterior',
  wire: 'guards-off',
  louvre: 'guards-off',
  hinged: 'guards-off',
});

/** How alike two decisions are in what a technician would do. */
const sameWork = (a: Decision, b: Decision): boolean =>
  a.chemistry.value.cleaner?.id === b.chemistry.value.cleaner?.id &&
  a.strength.value === b.strength.value &&
  a.chemistry.value.waterFirst === b.chemistry.value.waterFirst &&
  a.rinse.value.rinse.direction === b.rinse.value.rinse.direction &&
  a.soak.value.dwell?.minS === b.soak.value.dwell?.minS &&
  a.soak.value.dwell?.maxS === b.soak.value.dwell?.maxS &&
  a.chemistry.value.ending === b.chemistry.value.ending &&
  a.stop.value.verdict === b.stop.value.verdict;

/** The shop's own and three others. */
const MOST_OPINIONS = 4;

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
  const opinions: Opinion[] = [];
  const decisions: Decision[] = [];
  const add = ({ seen, cleaners, rules }: Way, words: Pick<Opinion, 'id' | 'name' | 'risk'>) => {
    const plan = planCoil(coil, seen, context, cleaners, { ...house, ...rules });
    opinions.push({ ...words, own: opinions.length === 0, rules, plan, rinseWaterL: rinseWaterL(plan) });
  };
  const decided = ({ seen, cleaners, rules }: Way) => decide(situationOf(coil, seen, context, cleaners, { ...house, ...rules }));
  const own: Way = { seen: survey, cleaners: shelf, rules: {} };
  decisions.push(decided(own));
  add(own, { id: 'own', name: 'This shop', risk: '' });
  const { answers } = completeSurvey(survey);
  for (const { id, name, risk, change, fromOutside, waterOnly } of SCHOOL_PRESETS) {
    if (opinions.length === MOST_OPINIONS) break;
    const outside = fromOutside && coil.role === 'condenser';
    const way: Way = {
      seen: outside ? { ...survey, answers: { ...answers, opening: OUTSIDE[coil.guards] } } : survey,
      cleaners: waterOnly ? [] : shelf,
      rules: change,
    };
    // Only those that come to other work are planned whole.
    const decision = decided(way);
    if (decisions.some((other) => sameWork(other, decision))) continue;
    decisions.push(decision);
    add(way, { id, name, risk });
  }
  return opinions;
}
