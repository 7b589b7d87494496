import { CONSTRUCTION_TABLE, type Construction } from '../../equipment';
import { DEFAULT_HOUSE_RULES, secondOpinion, type CoilPlan } from '../../method';
import { CHEMISTRY_NAMES, type Chemistry } from '../../mix';
import { GRADE_TABLE, SOIL_TABLE, type Soil } from '../../survey';
import { formatRatio } from '../../units';
import { caseForPlan, PRACTICE_CASES, type PracticeCase } from '../practiceCase';
import { PRACTICE_SHELF } from '../practiceShelf';
import { planWay, type PlanWay } from '../planWay';
import { choice, type Drill, type DrillDraw, type DrillMaker, type DrillOption } from './drill';

const BUILT: readonly Construction[] = ['copper-plate-fin', 'aluminium-plate-fin', 'microchannel', 'coated', 'spine-fin-copper'];
const SOILED: readonly (readonly Soil[])[] = [['dust'], ['seed-fluff', 'dust'], ['grease', 'dust'], ['pet-hair'], ['lint'], ['salt']];

/** A made-up coil that the planner washes. */
function drawnCase(draw: DrillDraw): PracticeCase {
  const indoor = draw.random() < 0.3;
  const base = PRACTICE_CASES.find(({ role }) => role === (indoor ? 'evaporator' : 'condenser'))!;
  return {
    ...base,
    construction: indoor ? 'copper-plate-fin' : draw.pick(BUILT),
    rows: draw.pick([1, 2] as const),
    soils: indoor ? ['biofilm', 'dust'] : [...draw.pick(SOILED)],
    grade: draw.pick([1, 2, 3, 4] as const),
    stiffness: draw.pick(['soft', 'stiff'] as const),
    site: { dryBulbC: draw.whole(18, 36), rhPct: draw.whole(25, 70), windMs: 1, sun: draw.pick(['shade', 'broken', 'full'] as const) },
  };
}

const factsOf = (given: PracticeCase): Drill['facts'] => [
  {
    label: 'Coil',
    text: given.role === 'evaporator' ? 'Indoor coil' : `Outdoor, ${CONSTRUCTION_TABLE[given.construction].name.toLowerCase()}`,
  },
  { label: 'Rows', text: String(given.rows) },
  { label: 'Grade', text: `${given.grade} ${GRADE_TABLE[given.grade]?.name ?? ''}` },
  { label: 'Soil', text: given.soils.map((soil) => SOIL_TABLE[soil].name.toLowerCase()).join(', ') },
  { label: 'Fins', text: given.stiffness },
  { label: 'Air', quantity: { kind: 'temperature', celsius: given.site.dryBulbC } },
  { label: 'Sun', text: given.site.sun },
];

/** What the plan says of one decision, its schools beside it, and the nearest change that would turn it. */
function whyOf(given: PracticeCase, plan: CoilPlan, id: string): string[] {
  const own = plan.because.find((row) => row.id === id);
  const { coil, survey, context } = caseForPlan(given);
  const others = secondOpinion(coil, survey, context, PRACTICE_SHELF, DEFAULT_HOUSE_RULES)
    .filter((row) => !row.own)
    .map((row) => `${row.name}: ${CHEMISTRY_NAMES[row.plan.chemistry].toLowerCase()}, ${row.plan.rinse.direction.toLowerCase()}.`);
  return [...(own?.rules.map((rule) => rule.because) ?? []), ...(own?.changes.slice(0, 2) ?? []), ...others.slice(0, 2)];
}

const ask = (
  skill: string,
  question: string,
  id: string,
  rightOf: (way: PlanWay) => DrillOption | null,
  othersOf: (draw: DrillDraw, way: PlanWay) => DrillOption[],
): DrillMaker => {
  const maker: DrillMaker = (draw) => {
    for (;;) {
      const given = drawnCase(draw);
      const way = planWay(given);
      const right = way.plan.verdict === 'wash' ? rightOf(way) : null;
      // A coil that asks nothing of this kind is drawn again: most ask it.
      if (!right) continue;
      const others = othersOf(draw, way).filter((option) => option.text !== right.text);
      return {
        skill,
        ask: question,
        facts: factsOf(given),
        drawing: null,
        answer: choice(draw, right, others),
        because: whyOf(given, way.plan, id),
      };
    }
  };
  return maker;
};

const chemistryOption = (chemistry: Chemistry): DrillOption => ({ id: chemistry, text: CHEMISTRY_NAMES[chemistry] });
const CHEMISTRIES_ASKED: readonly Chemistry[] = ['water', 'neutral', 'evaporator-foam', 'microchannel-cleaner', 'alkaline-foam'];
const WINDOWS = ['1 to 3 min', '2 to 4 min', '3 to 5 min', '5 to 10 min', '8 to 10 min', '10 to 15 min', '20 to 30 min'];
const windowText = ({ dwellS }: PlanWay): string => `${Math.round(dwellS!.least / 60)} to ${Math.round(dwellS!.most / 60)} min`;
const DIRECTIONS = [
  'Inside out, top down, then clear the outside',
  'Both faces, the inner face at a downward angle',
  'Outside only, down at about 45°',
  'Both sides where they can be reached, top down',
  'Both sides, back and forth, top down',
];
const text = (each: string): DrillOption => ({ id: each, text: each });

export const CHOOSE: readonly DrillMaker[] = [
  ask(
    'choose.cleaner',
    'Which cleaner does this coil get?',
    'chemistry',
    ({ chemistry }) => chemistryOption(chemistry),
    (_, { chemistry }) => CHEMISTRIES_ASKED.filter((each) => each !== chemistry).map(chemistryOption),
  ),
  ask(
    'choose.strength',
    'How strong is its mix?',
    'strength',
    ({ plan }) => (plan.cleanerId !== null && plan.waterParts !== null && plan.waterParts > 0 ? text(formatRatio(plan.waterParts)) : null),
    (_, { plan }) =>
      [2, 4, 6, 8, 10, 20]
        .filter((parts) => parts !== plan.waterParts)
        .map((parts) => text(formatRatio(parts)))
        .slice(0, 4),
  ),
  ask(
    'choose.dwell',
    'How long does foam stand?',
    'dwell',
    (way) => (way.dwellS ? text(windowText(way)) : null),
    (draw, way) =>
      draw
        .shuffled(WINDOWS.filter((each) => each !== windowText(way)))
        .slice(0, 3)
        .map(text),
  ),
  ask(
    'choose.rinse',
    'How is it rinsed?',
    'rinse',
    ({ plan }) => text((plan.rinseByHand ?? plan.rinse).direction),
    (draw, { plan }) =>
      draw
        .shuffled(DIRECTIONS.filter((each) => each !== (plan.rinseByHand ?? plan.rinse).direction))
        .slice(0, 3)
        .map(text),
  ),
];
