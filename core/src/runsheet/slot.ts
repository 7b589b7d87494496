import type { PowerSource } from '../equipment';
import { OPENING_TABLE, openingsFor, type CoilBuild, type CoilPlan } from '../method';
import { isPossible } from '../method';
import { scheduleRun } from './scheduleRun';
import { visitTasks, type RunCoil, type PromisedWork } from './visitTasks';
import type { Learned } from './learned';
import type { Task } from './task';

/** How long a visit takes as it is planned, with hands and waiting told apart. */
export interface VisitTime {
  /** From the first task to the last, s. */
  seconds: number;
  /** Somebody's hands, s. */
  handsOnS: number;
  /** Of `seconds`, nobody's hands. */
  waitS: number;
}

/** A way to make a visit fit its slot, with what it then takes. */
export interface SlotWay {
  id: 'helper' | 'open-less' | 'one-coil';
  words: string;
  seconds: number;
}

/** The slot of a visit and its plan side by side. */
export interface SlotFit {
  time: VisitTime;
  slotS: number;
  /** How far the plan runs over, s; 0 where it fits. */
  overS: number;
  /** What would make it fit, the quickest first; empty where it fits. */
  ways: SlotWay[];
}

/** One coil of a visit as its time is reckoned: with the plan it has, and the plan of opening less where that is another. */
export interface SlotCoil {
  id: string;
  name: string;
  rows: number;
  source: PowerSource;
  plan: CoilPlan;
  /** Planned again with the least opening; null where it opens the least already. */
  openLess: CoilPlan | null;
}

/** Breaths of the search: a list wants an answer soon, not the proof that nothing is shorter. */
const BREATHS = 12;
/** Running over by less is no clash, s. Common practice, no source. */
const GRACE_S = 300;

/** Runs found before, s, by their tasks and people: a visit is timed again with each of its entries, and few of them change a task. */
const found = new Map<string, number>();
const MOST_FOUND = 300;

function runSeconds(tasks: readonly Task[], people: number): number {
  const key = JSON.stringify([people, tasks]);
  const known = found.get(key);
  const sheet = known === undefined ? scheduleRun(tasks, people, BREATHS) : null;
  const seconds = known ?? (sheet && 'endS' in sheet ? sheet.endS : tasks.reduce((sum, task) => sum + task.seconds, 0));
  // The one asked for last leaves last.
  found.delete(key);
  found.set(key, seconds);
  for (const oldest of found.keys()) if (found.size > MOST_FOUND) found.delete(oldest);
  return seconds;
}

const washed = (coils: readonly SlotCoil[], less = false): RunCoil[] =>
  coils.flatMap(({ openLess, ...coil }) => {
    const plan = less ? (openLess ?? coil.plan) : coil.plan;
    return plan.verdict === 'wash' ? [{ ...coil, plan }] : [];
  });

/**
 * How long coils take together, one after the other or side by side where that is shorter.
 * @param coils with their plans
 * @param people 1–3
 * @param less with the least opening
 * @param learned times of the shop's own past runs
 * @param promised what the customer accepted and is to be done with it
 * @example timeOf([], 1) // { seconds: 0, handsOnS: 0, waitS: 0 }
 */
export function timeOf(
  coils: readonly SlotCoil[],
  people: number,
  less = false,
  learned: Readonly<Record<string, Learned>> = {},
  promised: readonly PromisedWork[] = [],
): VisitTime {
  const tasks = visitTasks(washed(coils, less), learned, promised);
  if (tasks.length === 0) return { seconds: 0, handsOnS: 0, waitS: 0 };
  const handsOnS = tasks.reduce((sum, task) => sum + (task.handsOn ? task.seconds : 0), 0);
  const seconds = runSeconds(tasks, people);
  return { seconds, handsOnS, waitS: Math.max(0, seconds - handsOnS / people) };
}

/**
 * Whether a visit fits its slot, and what to do where it does not.
 * @param coils with their plans, outdoor first
 * @param slotMin minutes set aside
 * @param people planned for
 * @param learned times of the shop's own past runs
 * @param promised what the customer accepted and is to be done with it
 * @returns times, s, and ways that would make it fit
 * @example slotFit([], 60, 1).overS // 0
 */
export function slotFit(
  coils: readonly SlotCoil[],
  slotMin: number,
  people: number,
  learned: Readonly<Record<string, Learned>> = {},
  promised: readonly PromisedWork[] = [],
): SlotFit {
  const timed = (some: readonly SlotCoil[], crew: number, less = false) => timeOf(some, crew, less, learned, promised);
  const time = timed(coils, people);
  const slotS = slotMin * 60;
  const overS = time.seconds > slotS + GRACE_S ? time.seconds - slotS : 0;
  const way = (id: SlotWay['id'], words: string, seconds: number): SlotWay[] =>
    seconds < time.seconds - GRACE_S ? [{ id, words, seconds }] : [];
  const ways =
    overS === 0
      ? []
      : [
          ...(people === 1 ? way('helper', 'With a helper', timed(coils, 2).seconds) : []),
          ...(coils.some((coil) => coil.openLess) ? way('open-less', 'Opened less', timed(coils, people, true).seconds) : []),
          ...(coils.length > 1 ? coils : []).flatMap((coil) => {
            const { seconds } = timed([coil], people);
            return seconds > 0 ? way('one-coil', `${coil.name} only`, seconds) : [];
          }),
        ].sort((a, b) => a.seconds - b.seconds);
  return { time, slotS, overS, ways };
}

/**
 * The least that a coil can be opened to; null where it is planned that way already.
 * @param coil as it is built
 * @param plan of it
 * @example leastOpening(coil(), planCoil(coil(), graded(3), mildDay, shelf, house())) // "exterior"
 */
export function leastOpening(coil: CoilBuild, plan: CoilPlan): CoilPlan['opening'] | null {
  const least = openingsFor(coil.role).find(
    ({ id }) => isPossible(id, coil) && (coil.role === 'condenser' || OPENING_TABLE[id].id !== 'panel'),
  )?.id;
  return least && least !== plan.opening ? least : null;
}
