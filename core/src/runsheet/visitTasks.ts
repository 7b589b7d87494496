import { APPLY_S_PER_M2, preWetOf, rinsePaceOf, stepRow, type CoilPlan, type Section, type Stage } from '../method';
import type { PowerSource } from '../equipment';
import { plannedRinseBy } from '../run';
import { LEARNED_AT_S, type Learned } from './learned';
import type { After, Task, TaskWhat } from './task';

/** Wetting the coil before foam, s. Common practice, no source. */
export const PRE_RINSE_S = 120;
/** A light mist over it instead, s. Common practice, no source. */
const MIST_FIRST_S = 45;
/** Something promised to the customer, to be done on this visit. */
export interface PromisedWork {
  findingId: string;
  name: string;
  /** Hands-on. */
  minutes: number;
}

/** Reading probes and writing down, s. Common practice, no source. */
const READ_S = 120;

/** One coil that is washed. */
export interface RunCoil {
  id: string;
  /** How the coil is called, before the colon of each of its tasks. */
  name: string;
  rows: number;
  /** Coils fed from one source are isolated once. */
  source: PowerSource;
  plan: CoilPlan;
  /** The pieces in hand, where some were begun before the plan changed; those of the plan when left out. */
  sections?: readonly Section[];
}

const sectionsOf = ({ plan, sections }: RunCoil): readonly Section[] => sections ?? plan.sections;

const follow = (...ids: (string | undefined)[]): After[] =>
  [...new Set(ids.filter((id): id is string => id !== undefined))].map((id) => ({ id, minS: 0, maxS: null }));

/** What the run sheet needs of a step's row; its text and time stand in the plan. */
const pick = ({ stage, hands, lead, once, afterFoam, doneWhen }: ReturnType<typeof stepRow>) => ({
  stage,
  hands,
  lead,
  once,
  afterFoam,
  doneWhen,
});
type StepOf = CoilPlan['steps'][number] & ReturnType<typeof pick>;

interface Put {
  id: string;
  name: string;
  /** The usual time, s. */
  seconds: number;
  /** What it is learned under, and how often that is counted here: m² for what goes by area. */
  learn?: [id: string, share: number];
  after: After[];
  handsOn?: boolean;
  lead?: boolean;
  what: TaskWhat;
}

/**
 * The tasks of a visit, both coils, from the plans that were made: which follow which, the dwell windows of each section, and the waits.
 * A section's rinse starts no sooner than its dwell and no later than its label or its drying allows.
 * @param coils those that are washed, outdoor first
 * @param learned times of the shop's own past runs; where there are none, the usual ones
 * @param promised findings that the customer accepted: done with the power off, before it goes back
 * @returns tasks with their ids, seconds and what each follows
 * @example visitTasks([{ id: 'coil-1', name: 'Outdoor', rows: 1, source: 'outdoor-unit', plan: planCoil(coil(), graded(3), mildDay, shelf, house()) }]).length > 5 // true
 */
export function visitTasks(
  coils: readonly RunCoil[],
  learned: Readonly<Record<string, Learned>> = {},
  promised: readonly PromisedWork[] = [],
): Task[] {
  const tasks: Task[] = [];
  const put = ({ id, name, seconds, learn, after, handsOn = true, lead = false, what }: Put): string => {
    const known = learn && learned[learn[0]];
    tasks.push({
      id,
      name,
      seconds: Math.round(known ? known.seconds * learn[1] : seconds),
      handsOn,
      ...(lead ? { leadOnly: true } : {}),
      after,
      what,
      ...(known ? { learnedFrom: known.runs } : {}),
    });
    return id;
  };
  const isolated = new Map<string, string>();
  const ends: string[] = [];
  /** What follows power on a coil that condensate rinses. */
  const later: { step: StepOf; putStep: (step: StepOf, after: After[]) => string }[] = [];
  let before: string | undefined;
  let restart: { name: string; seconds: number } | null = null;
  let readings: { name: string; seconds: number } | null = null;
  for (const coil of coils) {
    const steps = coil.plan.steps.map((step) => ({ ...step, ...pick(stepRow(step.id)) }));
    const of = (stage: Stage) => steps.filter((step) => step.stage === stage);
    const putStep = (step: (typeof steps)[number], after: After[], handsOn = step.hands): string =>
      put({
        id: step.once ? step.id : `${coil.id}.${step.id}`,
        name: step.once ? step.text : `${coil.name}: ${step.text}`,
        seconds: step.seconds,
        ...(handsOn ? { learn: [step.id, 1] as [string, number] } : {}),
        after,
        handsOn,
        what: { is: 'step', stepId: step.id, coilId: step.once ? null : coil.id },
      });
    for (const step of of('before')) before ??= putStep(step, []);
    const [isolate, ...more] = of('isolate');
    if (isolate && !isolated.has(coil.source))
      isolated.set(
        coil.source,
        put({
          id: `isolate.${coil.source}`,
          name: `${coil.name}: ${isolate.text.toLowerCase()}`,
          seconds: [isolate, ...more].reduce((sum, step) => sum + step.seconds, 0),
          // A gate with more to it is timed as it is written.
          ...(more.length === 0 ? { learn: [isolate.id, 1] as [string, number] } : {}),
          after: follow(before),
          lead: true,
          what: { is: 'gate', source: coil.source },
        }),
      );
    // Opening and preparing go one after the other; the mix is made beside them, and tells nothing of them.
    let last = isolated.get(coil.source);
    let mixed: string | undefined;
    // What is done once for all coils, such as the gas, comes before the next of each of them.
    const shared: string[] = [];
    for (const step of [...of('open'), ...of('prepare')])
      if (step.doneWhen === 'mixed') mixed = putStep(step, follow(isolated.get(coil.source)));
      else if (step.once && tasks.some((task) => task.id === step.id)) shared.push(step.id);
      else last = putStep(step, follow(last, ...shared));
    const opened = last;
    const washed = washTasks(coil, follow(opened, mixed, ...shared), put);
    const meanwhile = of('meanwhile').map((step) => putStep(step, follow(step.afterFoam ? (washed.lastFoam ?? opened) : opened)));
    let checked: string | undefined;
    for (const step of of('torch')) checked = putStep(step, checked ? follow(checked) : follow(...washed.ends));
    for (const step of of('mend')) checked = putStep(step, checked ? follow(checked) : follow(...washed.ends));
    last = checked;
    for (const step of of('close')) last = putStep(step, follow(...(last ? [last] : washed.ends), ...(last === checked ? meanwhile : [])));
    for (const step of of('drip')) ends.push(putStep(step, follow(...(checked ? [checked] : washed.ends))));
    ends.push(...(last ? [last] : washed.ends), ...meanwhile);
    for (const step of [...of('condense'), ...of('look')]) later.push({ step, putStep });
    for (const step of of('restart')) restart ??= { name: step.text, seconds: step.seconds };
    for (const step of of('after')) readings ??= { name: step.text, seconds: step.seconds };
  }
  const off = [...isolated.values()];
  for (const { findingId, name, minutes } of promised)
    if (minutes > 0)
      ends.push(
        put({
          id: `finding.${findingId}`,
          name: `Promised: ${name.toLowerCase()}`,
          seconds: minutes * 60,
          after: follow(...off),
          what: { is: 'finding', findingId },
        }),
      );
  const on = restart
    ? put({ ...restart, id: 'restart', after: follow(...ends), lead: true, what: { is: 'step', stepId: 'restart', coilId: null } })
    : undefined;
  let rinsed: string | undefined;
  for (const { step, putStep } of later) {
    const id = putStep(step, follow(step.stage === 'look' ? rinsed : on));
    rinsed = id;
  }
  if (readings) {
    const steady = put({
      ...readings,
      id: 'steady',
      after: follow(...(on ? [on] : ends)),
      handsOn: false,
      what: { is: 'run-in' },
    });
    put({
      id: 'readings',
      name: 'Take the after readings',
      seconds: READ_S,
      after: follow(steady, rinsed),
      what: { is: 'readings' },
    });
  }
  return tasks;
}

/** Foam and rinse of every section with its window; or one rinse of the whole coil where water does it. */
function washTasks(coil: RunCoil, opened: After[], put: (row: Put) => string): { ends: string[]; lastFoam: string | undefined } {
  const { plan, id: coilId } = coil;
  const sections = sectionsOf(coil);
  const paceS = rinsePaceOf(plan);
  if (!plan.dwell || plan.waterFirst) {
    const areaM2 = sections.reduce((sum, section) => sum + section.areaM2, 0);
    const rinse = put({
      id: `${coilId}.rinse`,
      name: `${coil.name}: ${plan.facts?.waterWay === 'air' ? 'blow out' : 'rinse'} ${sections.length} sections`,
      seconds: areaM2 * paceS,
      learn: ['rinse-area', (areaM2 * paceS) / LEARNED_AT_S],
      after: opened,
      what: { is: 'rinse-all', coilId },
    });
    return { ends: [rinse], lastFoam: undefined };
  }
  const { minS, maxS } = plan.dwell;
  const byCondensate = plan.ending === 'condensate';
  const preWet = preWetOf(plan);
  const wetted =
    preWet === 'dry'
      ? undefined
      : put({
          id: `${coilId}.wet`,
          name: `${coil.name}: ${preWet === 'mist' ? 'mist' : 'pre-rinse'}`,
          seconds: preWet === 'mist' ? MIST_FIRST_S : PRE_RINSE_S,
          after: opened,
          what: { is: 'wet', coilId },
        });
  let lastFoam: string | undefined;
  let lastRinse: string | undefined;
  const rinses = sections.map((section) => {
    const applyS = section.areaM2 * APPLY_S_PER_M2;
    lastFoam = put({
      id: `${coilId}.foam.${section.id}`,
      name: `${coil.name}: foam ${section.number}, ${section.faceName}`,
      seconds: applyS,
      learn: ['foam-area', section.areaM2],
      after: lastFoam ? follow(lastFoam) : wetted ? follow(wetted) : opened,
      what: { is: 'foam', coilId, sectionId: section.id },
    });
    if (byCondensate) return lastFoam;
    const latestS = plannedRinseBy(plan, section)?.seconds ?? maxS ?? Infinity;
    // The dwell counts from foam on, the window from its end.
    const soonest = Math.max(0, minS - Math.round(applyS));
    lastRinse = put({
      id: `${coilId}.rinse.${section.id}`,
      name: `${coil.name}: rinse ${section.number}, ${section.faceName}`,
      seconds: section.areaM2 * paceS,
      learn: ['rinse-area', (section.areaM2 * paceS) / LEARNED_AT_S],
      // What was foamed first is rinsed first.
      after: [
        { id: lastFoam, minS: soonest, maxS: latestS === Infinity ? null : Math.max(soonest, Math.floor(latestS - applyS)) },
        ...follow(lastRinse),
      ],
      what: { is: 'rinse', coilId, sectionId: section.id },
    });
    return lastRinse;
  });
  if (!byCondensate) return { ends: rinses, lastFoam };
  const soak = put({
    id: `${coilId}.soak`,
    name: `${coil.name}: foam works`,
    seconds: minS,
    after: follow(lastFoam),
    handsOn: false,
    what: { is: 'soak', coilId },
  });
  return { ends: [soak], lastFoam };
}
