import { CONFIGURATION_TABLE, CONSTRUCTION_TABLE, coilName, type Configuration, type Construction } from '../equipment';
import {
  DEFAULT_HOUSE_RULES,
  planCoil,
  RINSE_MEANS_NAMES,
  SCHOOL_NAMES,
  type CoilBuild,
  type CoilPlan,
  type HouseRules,
  type MethodContext,
} from '../method';
import { CAUTION_STEP_WORDS } from '../visit';
import { sourceOf } from '../run';
import { scheduleRun, visitTasks } from '../runsheet';
import {
  completeStory,
  emptySurvey,
  noAnswers,
  type CoilAnswers,
  type CoilSurvey,
  type Grade,
  type Soil,
  type VisitStory,
} from '../survey';
import { formatDuration, formatQuantity, formatRatio } from '../units';
import type { Cleaner } from '../mix';
import { coil, mildDay, shelf } from './fixtures';

/** One coil of a situation, as far as it is out of the usual. */
export interface ToldCoil {
  grade: Grade;
  /** Null for rows that nobody saw; else all rows as the face. */
  inner?: Grade | null;
  construction?: Construction;
  rows?: 1 | 2 | 3;
  /** Of each face, m. */
  widthM?: number;
  soils?: Soil[];
  answers?: Partial<CoilAnswers>;
  survey?: Partial<CoilSurvey>;
  build?: Partial<CoilBuild>;
}

/** A job as a technician would tell it, with what its work order must say and must not. */
export interface ToldSituation {
  told: string;
  system?: Configuration;
  outdoor?: ToldCoil;
  indoor?: ToldCoil;
  story?: Partial<VisitStory>;
  context?: Partial<MethodContext>;
  rules?: Partial<HouseRules>;
  crew?: 1 | 2 | 3;
  /** Ids of the cleaners in the truck; all of the usual ones where left out. */
  truck?: string[];
  has: (string | RegExp)[];
  not?: (string | RegExp)[];
}

/** Cans for both coils, and one cleaner that serves both, beside the usual shelf. */
const TRUCK: readonly Cleaner[] = [
  ...shelf,
  {
    ...shelf.find((row) => row.id === 'evap')!,
    id: 'can',
    name: 'Can of foam',
    form: 'aerosol',
    packL: 0.53,
    outdoor: true,
    rinseNeeded: true,
  },
  { ...shelf.find((row) => row.id === 'neutral')!, id: 'both', name: 'Both coils', indoor: true, outdoor: true },
];
const USUAL = ['alkaline', 'neutral', 'household', 'micro', 'evap'];

const buildOf = (role: CoilBuild['role'], told: ToldCoil, system: Configuration): CoilBuild => {
  const indoors = role === 'evaporator';
  const { ductless } = CONFIGURATION_TABLE[system];
  const names = indoors ? (ductless ? ['Front bend', 'Top bend', 'Rear bend'] : ['Left slab', 'Right slab']) : ['Path side', 'Hedge side'];
  return {
    ...coil(told.construction ?? 'copper-plate-fin'),
    id: role,
    role,
    guards: indoors ? 'none' : 'wire',
    topOpens: !indoors,
    geometry: {
      ...coil().geometry,
      shape: indoors ? (ductless ? 'wall-head' : 'a-coil') : 'wrap',
      finnedHeightM: indoors ? 0.45 : 0.65,
      rows: told.rows ?? (indoors ? 3 : 1),
      faces: names.map((name, i) => ({ id: `f${i}`, name, widthM: told.widthM ?? (indoors ? 0.5 : 1), wallSide: false })),
    },
    ...told.build,
  };
};

const surveyOf = (build: CoilBuild, { grade, inner, soils = [], answers, survey }: ToldCoil): CoilSurvey => ({
  ...emptySurvey(),
  soils,
  ...survey,
  grades: Object.fromEntries(
    build.geometry.faces.map(({ id }) => [
      id,
      Array.from({ length: build.geometry.rows }, (_, row) => (row === 0 ? grade : inner === undefined ? grade : inner)),
    ]),
  ),
  answers: { ...noAnswers(), ...answers },
});

const minutes = (seconds: number): string => `${Math.round(seconds / 60)} min`;

function coilLines(build: CoilBuild, plan: CoilPlan): string[] {
  const lines = [
    `## ${coilName(build)}: ${CONSTRUCTION_TABLE[build.construction].name.toLowerCase()}, ${build.geometry.rows} row${build.geometry.rows > 1 ? 's' : ''}, grade ${plan.grade}`,
  ];
  if (plan.stop) lines.push(`${plan.stop.verdict.toUpperCase()}: ${plan.stop.title}. ${plan.stop.action}`);
  if (plan.verdict === 'inspect') lines.push('LOOK ONLY: looked over and photographed, nothing wet.');
  if (plan.verdict === 'wash') {
    const opening = plan.openings.find(({ id }) => id === plan.opening);
    lines.push(
      `Open: ${opening?.name ?? plan.opening}. ${opening?.what ?? ''}.${opening?.givesUp ? ` Not included: ${opening.givesUp}` : ''}`,
    );
    lines.push(
      `Cleaner: ${plan.cleanerName}${plan.waterParts ? ` ${formatRatio(plan.waterParts)}` : ''}${plan.waterFirst ? ', after water alone' : ''}${plan.passes > 1 ? `, up to ${plan.passes} passes` : ''}${plan.solutionL === null ? '' : plan.cans ? `, ${plan.cans} cans` : `, ${formatQuantity({ kind: 'volume', litres: plan.solutionL }, 'us')} of mix`}`,
    );
    if (plan.dwell)
      lines.push(
        `Dwell: ${formatDuration(plan.dwell.minS)}${plan.dwell.maxS === null ? '' : ` to ${formatDuration(plan.dwell.maxS)}`}, ${plan.sections.length} sections`,
      );
    if (plan.foaming && plan.dwell)
      lines.push(`Foam: ${SCHOOL_NAMES.preWet[plan.foaming.preWet]}. ${plan.foaming.from}. ${plan.foaming.how}`);
    lines.push(`Rinse: ${plan.rinse.direction}. ${plan.rinse.how}`);
    if (plan.water)
      lines.push(
        `Water: ${minutes(plan.water.seconds)} from the ${RINSE_MEANS_NAMES[plan.water.means]}, ${formatQuantity({ kind: 'volume', litres: plan.water.litres }, 'us')}`,
      );
    if (plan.schools.length > 0) lines.push(`Follows: ${plan.schools.join(', ')}.`);
    for (const left of plan.schoolsLeft ?? []) lines.push(`Not here: ${left}`);
  }
  for (const { step, lead, text } of plan.cautions) lines.push(`! ${CAUTION_STEP_WORDS[step]}: ${lead} ${text}`);
  if (plan.kit.length > 0)
    lines.push(`Kit: ${plan.kit.map(({ what, quantity }) => (quantity === '1' ? what : `${what} (${quantity})`)).join(', ')}`);
  for (const text of plan.missing) lines.push(`? ${text}`);
  for (const text of plan.advice) lines.push(`Owner: ${text}`);
  return lines;
}

/**
 * A situation's whole plan as a work order in plain words: each coil, then the order of work with its minutes and hands.
 * @param situation as told
 * @returns lines
 */
export function workOrder(situation: ToldSituation): string {
  const { told, system = 'split-cool', story, context, rules, crew = 1 } = situation;
  const around: MethodContext = { ...mildDay, configuration: system, ...context, story: completeStory({ helper: crew > 1, ...story }) };
  const house = { ...DEFAULT_HOUSE_RULES, ...rules };
  const truck = TRUCK.filter(({ id }) => (situation.truck ?? USUAL).includes(id));
  const coils = (['condenser', 'evaporator'] as const).flatMap((role) => {
    const of = role === 'condenser' ? situation.outdoor : situation.indoor;
    if (!of) return [];
    const build = buildOf(role, of, system);
    return [{ build, plan: planCoil(build, surveyOf(build, of), around, truck, house) }];
  });
  const washed = coils.filter(({ plan }) => plan.verdict === 'wash');
  const tasks = visitTasks(
    washed.map(({ build, plan }) => ({
      id: build.id,
      name: build.role === 'condenser' ? 'Out' : 'In',
      rows: build.geometry.rows,
      source: sourceOf(system, build.role),
      plan,
    })),
  );
  const sheet = tasks.length > 0 ? scheduleRun(tasks, crew, 2) : null;
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const order =
    sheet && !('clash' in sheet)
      ? [...sheet.placed]
          .sort((a, b) => a.startS - b.startS || a.endS - b.endS)
          .map(
            ({ id, startS, endS, person }) =>
              `${minutes(startS).padStart(7)}  ${byId.get(id)?.name ?? id}, ${minutes(endS - startS)}${crew > 1 && person !== null ? `, person ${person + 1}` : ''}`,
          )
      : [];
  return [
    `# ${told}`,
    ...coils.flatMap(({ build, plan }) => coilLines(build, plan)),
    ...(order.length > 0 ? ['## Order of work', ...order] : []),
  ].join('\n');
}
