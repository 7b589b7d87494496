import { stepRow, type DoneWhen } from '../method';
import {
  coilMix,
  coilRunOf,
  condensateClock,
  provenDead,
  isWashed,
  mistBy,
  needsFoam,
  plannedRinseBy,
  powerClocks,
  progressOf,
  rinseBy,
  type CoilRun,
  type SectionProgress,
  type VisitState,
} from '../run';
import type { Configuration } from '../equipment';
import type { After, Task } from './task';

/** The moment of looking, as a task that takes no time: what runs already is counted from it. */
export const NOW_TASK = 'now';

const OVER: readonly SectionProgress['phase'][] = ['rinsed', 'clear', 'left'];

const hasReadings = ({ readings, held }: VisitState, when: 'before' | 'after'): boolean =>
  [...readings, ...held].some((row) => row.value.when === when);

/** Whether what a row of the step table names has come about. */
function cameAbout(when: DoneWhen, coilId: string | null, state: VisitState, nowMs: number): boolean {
  const { done } = state.powerUp;
  switch (when) {
    case 'ticked':
      return false;
    case 'read-before':
      return hasReadings(state, 'before') || Object.keys(state.lockouts).length > 0;
    case 'gate-open':
      return false;
    case 'mixed':
      return coilId !== null && (state.mixes[coilId]?.length ?? 0) > 0 && coilMix(state, coilId) === 'ready';
    case 'sections-clear': {
      const run = coilId === null ? null : coilRunOf(state, coilId);
      return run !== null && run.sections.length > 0 && isWashed(run);
    }
    case 'running':
      return done['sounds-right'] !== undefined;
    case 'condensed': {
      const untilMs = condensateClock(state.powerUp);
      return untilMs !== null && untilMs <= nowMs;
    }
    case 'looked':
      return coilId !== null && state.looks[coilId] !== undefined;
    case 'read-after':
      return hasReadings(state, 'after');
  }
}

/** Whether a task by itself has been done, from what happened. */
function isDone(task: Task, state: VisitState, configuration: Configuration, nowMs: number): boolean {
  if (state.tasks[task.id]?.doneAt) return true;
  const { what } = task;
  if (!what) return false;
  const { done: power } = state.powerUp;
  const sectionsOf = (coilId: string): SectionProgress[] => Object.values(state.sections[coilId] ?? {});
  switch (what.is) {
    case 'gate':
      return provenDead(state, configuration, what.source) || power['power-on'] !== undefined;
    case 'wet':
      return sectionsOf(what.coilId).some((section) => section.phase !== 'waits');
    case 'foam':
    case 'rinse': {
      const progress = state.sections[what.coilId]?.[what.sectionId];
      const phase = progress?.phase ?? 'waits';
      const plan = state.plans[what.coilId]?.value;
      const water = progress && plan && phase === 'again' && !needsFoam(plan, progress);
      return OVER.includes(phase) || (what.is === 'foam' && (phase === 'soaking' || water === true));
    }
    case 'rinse-all': {
      const all = sectionsOf(what.coilId);
      return all.length > 0 && all.every((section) => OVER.includes(section.phase));
    }
    case 'soak': {
      const run = coilRunOf(state, what.coilId);
      return run !== null && run.sections.every((section) => soakedOut(progressOf(run, section.id), nowMs));
    }
    case 'run-in': {
      const at = powerClocks(state.powerUp).steadyAtMs;
      return power.steady !== undefined || (at !== null && at <= nowMs);
    }
    case 'finding':
      return state.findingSteps.some(
        ({ value }) => value.findingId === what.findingId && (value.step === 'fixed' || value.step === 'done'),
      );
    case 'readings':
      return cameAbout('read-after', null, state, nowMs);
    case 'step':
      return cameAbout(stepRow(what.stepId).doneWhen, what.coilId, state, nowMs);
  }
}

/** Isolations still to do before a task, also behind steps that were ticked early or taken before a pause. */
function isolationsBefore(task: Task, byId: ReadonlyMap<string, Task>, done: ReadonlySet<string>): string[] {
  const behind = new Set(task.after.map(({ id }) => id));
  for (const id of behind) if (done.has(id)) for (const before of byId.get(id)?.after ?? []) behind.add(before.id);
  return [...behind].filter((id) => !done.has(id) && byId.get(id)?.what?.is === 'gate');
}

/** Foam that condensate is to rinse has worked its time, or is off. */
const soakedOut = ({ phase, foam }: SectionProgress, nowMs: number): boolean =>
  OVER.includes(phase) || (foam !== null && nowMs - foam.appliedAtMs >= foam.dwell.minS * 1000);

/** Done by their own entries alone: a mix made in the truck proves no power dead, and one section says nothing of another. */
const BY_ENTRIES_ALONE: readonly string[] = ['gate', 'foam', 'rinse'];

/** Ids of the tasks that are done: by what happened, or because something that had to follow them is. */
export function doneTasks(tasks: readonly Task[], state: VisitState, configuration: Configuration, nowMs: number): Set<string> {
  const done = new Set(tasks.filter((task) => isDone(task, state, configuration, nowMs)).map((task) => task.id));
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const queue = [...done];
  const seen = new Set(queue);
  for (let id = queue.pop(); id !== undefined; id = queue.pop())
    for (const { id: before } of byId.get(id)?.after ?? [])
      if (!seen.has(before)) {
        seen.add(before);
        queue.push(before);
        if (!BY_ENTRIES_ALONE.includes(byId.get(before)?.what?.is ?? '')) done.add(before);
      }
  return done;
}

/** The window of a section that soaks already, from now, s. One that is past its limit is due at once. */
function runningWindow(run: CoilRun, sectionId: string, nowMs: number): After | null {
  const section = run.sections.find((row) => row.id === sectionId);
  const { foam } = progressOf(run, sectionId);
  if (!foam) return null;
  const soakedS = Math.max(0, (nowMs - foam.appliedAtMs) / 1000);
  const left = (seconds: number) => Math.max(0, Math.round(seconds - soakedS));
  const latest = rinseBy(foam);
  // What can still be misted lasts as planned.
  const latestS = Math.max(
    latest?.seconds ?? Infinity,
    mistBy(foam, section) === null ? 0 : (plannedRinseBy(run.plan, section)?.seconds ?? 0),
  );
  const minS = left(foam.dwell.minS);
  return { id: NOW_TASK, minS, maxS: latestS === Infinity || latestS <= soakedS ? null : Math.max(minS, left(latestS)) };
}

/**
 * What is still to do of a visit at a moment: the tasks that are not done, with what soaks or runs already counted from now.
 * @param tasks tasks with what each follows, their seconds and windows, s
 * @param state the visit as its entries leave it
 * @param configuration how the system is put together
 * @param nowMs UTC ms
 * @returns tasks for `scheduleRun`, the moment itself among them as a task without time; empty when all is done
 * @example remainingTasks([], foldVisit('v', 'split-cool', []), 'split-cool', 0) // []
 */
export function remainingTasks(tasks: readonly Task[], state: VisitState, configuration: Configuration, nowMs: number): Task[] {
  const done = doneTasks(tasks, state, configuration, nowMs);
  const left = tasks.filter((task) => !done.has(task.id));
  if (left.length === 0) return [];
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const { restUntilMs, steadyAtMs } = powerClocks(state.powerUp);
  const begun = (task: Task): number => {
    const { what } = task;
    const until = (ms: number) => Math.max(0, Math.round((ms - nowMs) / 1000));
    if (what?.is === 'run-in' && steadyAtMs !== null) return until(steadyAtMs);
    if (what?.is === 'step' && what.stepId === 'restart' && restUntilMs !== null) return Math.max(task.seconds, until(restUntilMs));
    const condensedMs = condensateClock(state.powerUp);
    if (what?.is === 'step' && what.stepId === 'condense' && condensedMs !== null) return until(condensedMs);
    if (what?.is === 'soak') {
      const foams = Object.values(state.sections[what.coilId] ?? {}).flatMap(({ foam }) => foam ?? []);
      const last = Math.max(...foams.map((foam) => foam.appliedAtMs + foam.dwell.minS * 1000));
      return Number.isFinite(last) && foams.length > 0 ? Math.min(task.seconds, until(last)) : task.seconds;
    }
    const at = state.tasks[task.id]?.begunAt;
    return at ? Math.max(0, Math.round(task.seconds - (nowMs - Date.parse(at)) / 1000)) : task.seconds;
  };
  const rinses = new Set(left.flatMap(({ id, what }) => (what?.is === 'rinse' ? [id] : [])));
  const isRinse = (id: string) => rinses.has(id);
  return [
    { id: NOW_TASK, name: 'Now', seconds: 0, handsOn: false, after: [] },
    ...left.map((task) => {
      const open = task.after.filter(({ id }) => !done.has(id));
      const first = new Set([NOW_TASK, ...isolationsBefore(task, byId, done)]);
      for (const { id } of open) first.delete(id);
      const after: After[] = [...[...first].map((id) => ({ id, minS: 0, maxS: null })), ...open];
      const { what } = task;
      if (what?.is === 'rinse') {
        const run = coilRunOf(state, what.coilId);
        const window = run && runningWindow(run, what.sectionId, nowMs);
        // Foam that is on goes by its own clock, whatever was to be rinsed before it.
        if (window) return { ...task, seconds: begun(task), after: [window, ...after.slice(1).filter(({ id }) => !isRinse(id))] };
      }
      return { ...task, seconds: begun(task), after };
    }),
  ];
}

/** A task that can be taken up while something soaks. */
export interface Meanwhile {
  task: Task;
  /** It has to be dropped then, s from now: a section is due. */
  dropByS: number;
  /** It will be done by then. */
  fits: boolean;
}

/**
 * What one person does with a wait on a coil: of the tasks that the sheet gives to these hands and that can be begun now, the first that is done
 * before a section is due, else the first of them; never the washing of that coil, which has its own clocks.
 * @param tasks tasks with what each follows, their seconds and windows, s
 * @param placed the sheet: when each task begins, s from now, and whose it is
 * @param person whose lane, 0 for the lead
 * @param coilId the coil that soaks
 * @param waitS until a section of it is due, s
 * @returns the task, when to drop it, s from now, and whether it fits; null where nothing does
 * @example meanwhileOf([], [], 0, 'coil-1', 300) // null
 */
export function meanwhileOf(
  tasks: readonly Task[],
  placed: readonly { id: string; startS: number; person: number | null }[],
  person: number,
  coilId: string,
  waitS: number,
): Meanwhile | null {
  const own = placed
    .filter((row) => row.person === person)
    .sort((a, b) => a.startS - b.startS)
    .flatMap((row) => tasks.find((task) => task.id === row.id && task.handsOn && task.seconds > 0) ?? [])
    // What was promised has a page and a licence of its own; it is not slipped in while foam soaks.
    .filter(({ what }) => what?.is !== 'finding')
    .filter(({ what }) => !what || what.is === 'step' || !('coilId' in what) || what.coilId !== coilId)
    .filter((task) => task.after.every((after) => after.id === NOW_TASK && after.minS === 0));
  const task = own.find((row) => row.seconds <= waitS) ?? own[0];
  return task ? { task, dropByS: waitS, fits: task.seconds <= waitS } : null;
}
