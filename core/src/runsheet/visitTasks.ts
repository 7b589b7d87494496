import type { CoilPlan } from '../method';
import { APPLY_S_PER_M2, RINSE_S_PER_M2 } from '../method';
import { rinseBy } from '../run';
import type { After, Task } from './task';

/** Where a step of the order of work stands among the others of its coil. */
type Stage = 'before' | 'isolate' | 'open' | 'prepare' | 'wash' | 'meanwhile' | 'torch' | 'mend' | 'close' | 'drip' | 'restart' | 'after';

interface StepRow {
  stage: Stage;
  /** A wait, not work. */
  handsOff?: boolean;
  /** Once for the visit, not for each coil. */
  once?: boolean;
}

/** What each step of `method/workSteps` is to a run sheet. A step that is not here is prepared work. */
const STEP_TABLE: Record<string, StepRow> = {
  baseline: { stage: 'before', handsOff: true, once: true },
  isolate: { stage: 'isolate' },
  gas: { stage: 'open', once: true },
  wires: { stage: 'open' },
  guards: { stage: 'open' },
  'guards-wire': { stage: 'open' },
  deep: { stage: 'open' },
  panel: { stage: 'open' },
  front: { stage: 'open' },
  duct: { stage: 'open' },
  lift: { stage: 'prepare' },
  'lift-in': { stage: 'prepare' },
  shield: { stage: 'prepare' },
  wash: { stage: 'wash' },
  wheel: { stage: 'meanwhile' },
  'pan-out': { stage: 'meanwhile' },
  'pan-in': { stage: 'meanwhile' },
  gun: { stage: 'meanwhile' },
  torch: { stage: 'torch' },
  second: { stage: 'mend' },
  comb: { stage: 'mend' },
  'close-out': { stage: 'close' },
  'close-deep': { stage: 'close' },
  'close-guards': { stage: 'close' },
  'close-in': { stage: 'close' },
  'close-wheel': { stage: 'close' },
  drip: { stage: 'drip', handsOff: true },
  restart: { stage: 'restart', once: true },
  after: { stage: 'after', handsOff: true, once: true },
};

/** Done once foam is on: the gun is empty then, and the pan catches what drips from the coil. */
const AFTER_FOAM = new Set(['gun', 'pan-in']);

/** Wetting the coil before foam, s. Common practice, no source. */
const PRE_RINSE_S = 120;
/** Reading probes and writing down, s. Common practice, no source. */
const READ_S = 120;

export interface RunCoil {
  id: string;
  /** How the coil is called, before the colon of each of its tasks. */
  name: string;
  rows: number;
  /** Coils fed from one source are isolated once. */
  source: string;
  plan: CoilPlan;
}

const follow = (...ids: (string | undefined)[]): After[] =>
  [...new Set(ids.filter((id): id is string => id !== undefined))].map((id) => ({ id, minS: 0, maxS: null }));

/**
 * The tasks of a visit, both coils, from the plans that were made: which follow which, the dwell windows of each section, and the waits.
 * A section's rinse starts no sooner than its dwell and no later than its label or its drying allows.
 * @param coils those that are washed, outdoor first
 */
export function visitTasks(coils: readonly RunCoil[]): Task[] {
  const tasks: Task[] = [];
  const put = (id: string, name: string, seconds: number, after: After[], handsOn = true): string => {
    tasks.push({ id, name, seconds: Math.round(seconds), handsOn, after });
    return id;
  };
  const isolated = new Map<string, string>();
  const ends: string[] = [];
  let before: string | undefined;
  let restart: { name: string; seconds: number } | null = null;
  let readings: { name: string; seconds: number } | null = null;
  for (const coil of coils) {
    const steps = coil.plan.steps.map((step) => ({ ...step, ...(STEP_TABLE[step.id] ?? { stage: 'prepare' as const }) }));
    const of = (stage: Stage) => steps.filter((step) => step.stage === stage);
    const own = (id: string) => `${coil.id}.${id}`;
    for (const step of of('before')) before ??= put(step.id, step.text, step.seconds, [], false);
    for (const step of of('isolate'))
      if (!isolated.has(coil.source))
        isolated.set(coil.source, put(`isolate.${coil.source}`, `${coil.name}: ${step.text.toLowerCase()}`, step.seconds, follow(before)));
    // Opening and preparing go one after the other.
    let last = isolated.get(coil.source);
    for (const step of [...of('open'), ...of('prepare')])
      if (!step.once || !tasks.some((task) => task.id === step.id))
        last = put(step.once ? step.id : own(step.id), step.once ? step.text : `${coil.name}: ${step.text}`, step.seconds, follow(last));
    const opened = last;
    const washed = washTasks(coil, opened, put);
    const meanwhile = of('meanwhile').map((step) =>
      put(own(step.id), `${coil.name}: ${step.text}`, step.seconds, follow(AFTER_FOAM.has(step.id) ? (washed.lastFoam ?? opened) : opened)),
    );
    let checked: string | undefined;
    for (const step of of('torch')) checked = put(own(step.id), `${coil.name}: ${step.text}`, step.seconds, follow(...washed.rinses));
    for (const step of of('mend')) checked = put(own(step.id), `${coil.name}: ${step.text}`, step.seconds, follow(checked));
    last = checked;
    for (const step of of('close'))
      last = put(own(step.id), `${coil.name}: ${step.text}`, step.seconds, follow(last, ...(last === checked ? meanwhile : [])));
    for (const step of of('drip')) ends.push(put(own(step.id), `${coil.name}: ${step.text}`, step.seconds, follow(checked), false));
    ends.push(...(last ? [last] : []), ...meanwhile);
    for (const step of of('restart')) restart ??= { name: step.text, seconds: step.seconds };
    for (const step of of('after')) readings ??= { name: step.text, seconds: step.seconds };
  }
  const on = restart ? put('restart', restart.name, restart.seconds, follow(...ends)) : undefined;
  if (readings) {
    const steady = put('steady', readings.name, readings.seconds, follow(...(on ? [on] : ends)), false);
    put('readings', 'Take the after readings', READ_S, follow(steady));
  }
  return tasks;
}

/** Foam and rinse of every section with its window; or one rinse of the whole coil where water does it. */
function washTasks(
  coil: RunCoil,
  opened: string | undefined,
  put: (id: string, name: string, seconds: number, after: After[]) => string,
): { rinses: string[]; lastFoam: string | undefined } {
  const { plan } = coil;
  const latest = plan.waterFirst ? null : rinseBy(plan);
  if (!plan.dwell || !latest) {
    const areaM2 = plan.sections.reduce((sum, section) => sum + section.areaM2, 0);
    const rinse = put(
      `${coil.id}.rinse`,
      `${coil.name}: rinse ${plan.sections.length} sections`,
      areaM2 * RINSE_S_PER_M2 * coil.rows,
      follow(opened),
    );
    return { rinses: [rinse], lastFoam: undefined };
  }
  const { minS } = plan.dwell;
  let lastFoam = put(`${coil.id}.wet`, `${coil.name}: pre-rinse`, PRE_RINSE_S, follow(opened));
  const rinses = plan.sections.map((section) => {
    const applyS = section.areaM2 * APPLY_S_PER_M2;
    lastFoam = put(`${coil.id}.foam.${section.id}`, `${coil.name}: foam ${section.number}, ${section.faceName}`, applyS, follow(lastFoam));
    // The dwell counts from foam on, the window from its end.
    return put(
      `${coil.id}.rinse.${section.id}`,
      `${coil.name}: rinse ${section.number}, ${section.faceName}`,
      section.areaM2 * RINSE_S_PER_M2 * coil.rows,
      [
        {
          id: lastFoam,
          minS: Math.max(0, minS - Math.round(applyS)),
          maxS: Math.max(0, minS - Math.round(applyS), Math.floor(latest.seconds - applyS)),
        },
      ],
    );
  });
  return { rinses, lastFoam };
}
