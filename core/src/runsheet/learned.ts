import { APPLY_S_PER_M2, RINSE_S_PER_M2_ROW, rinsePaceOf, type CoilPlan } from '../method';
import { standingEvents, type VisitEvent } from '../run';

/** What a piece of work took in the shop's own past runs: the middle of them. */
export interface Learned {
  /** Seconds; for `foam-area` each m² of face, for `rinse-area` each m² and row of a loaded coil. */
  seconds: number;
  runs: number;
}

/** Rinsing is learned at this pace, that of a loaded coil, s for each m² and row: other grades go by how much longer or shorter they usually take. */
export const LEARNED_AT_S = RINSE_S_PER_M2_ROW[2];

/** One time taken, under what it is learned. */
export interface Taken {
  id: string;
  seconds: number;
}

/** Times outside of these are a forgotten tap or a lunch, not work, s. Common practice, no source. */
const SHORTEST_S = 5;
const LONGEST_S = 3 * 3600;
/** A gap so many times the usual, or less than that part of it, was not spent on the section alone. Common practice, no source. */
const NEAR_USUAL = { least: 0.25, most: 3 };
/** Fewer runs than this say nothing yet. */
export const LEAST_RUNS = 3;

/** Kinds of events that show hands at work. */
const WORK = ['gate.', 'coil.wetted', 'section.', 'task.', 'part.', 'wire.'];

const seconds = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / 1000;
const isWork = (taken: Taken): boolean => taken.seconds >= SHORTEST_S && taken.seconds <= LONGEST_S;

/**
 * The times that one visit tells: tasks from begun, or from what the same person did before, to done; each gate from its first step to its last; foaming and rinsing from what the same
 * person did just before, where that is near the usual.
 * @param events of one visit
 * @returns task and how long it took, s
 * @example measuredDurations([]) // []
 */
export function measuredDurations(events: readonly VisitEvent[]): Taken[] {
  const taken: Taken[] = [];
  const begun = new Map<string, string>();
  const lockouts = new Map<string, string>();
  const plans = new Map<string, CoilPlan>();
  const lastBy = new Map<string, string>();
  const add = (id: string, time: number) => taken.push({ id, seconds: time });
  const bySection = (event: VisitEvent<'section.applied' | 'section.rinsed'>, id: string, usualS: number, share: number) => {
    const section = plans.get(event.data.coilId)?.sections.find((row) => row.id === event.data.sectionId);
    const before = lastBy.get(event.by);
    if (!section || !before) return;
    const each = seconds(before, event.at) / (section.areaM2 * share);
    if (each >= usualS * NEAR_USUAL.least && each <= usualS * NEAR_USUAL.most) add(id, each);
  };
  for (const event of standingEvents(events)) {
    switch (event.kind) {
      case 'plan.made':
        plans.set(event.data.coilId, event.data.plan);
        break;
      case 'task.begun':
        if (!begun.has(event.data.taskId)) begun.set(event.data.taskId, event.at);
        break;
      case 'task.done': {
        // Without a beginning it began when the same person had done what came before.
        const from = begun.get(event.data.taskId) ?? lastBy.get(event.by);
        if (from) add(event.data.taskId.split('.').at(-1) ?? '', seconds(from, event.at));
        begun.delete(event.data.taskId);
        break;
      }
      case 'gate.step': {
        const { source, step } = event.data;
        const from = lockouts.get(source);
        if (step === 'thermostat-off') lockouts.set(source, event.at);
        else if (step === 'meter-proved-again' && from) add('isolate', seconds(from, event.at));
        break;
      }
      case 'section.applied':
        bySection(event, 'foam-area', APPLY_S_PER_M2, 1);
        break;
      case 'section.rinsed':
        bySection(event, 'rinse-area', LEARNED_AT_S, rinsePaceOf(plans.get(event.data.coilId) ?? {}) / LEARNED_AT_S);
        break;
      default:
    }
    if (WORK.some((start) => event.kind.startsWith(start))) lastBy.set(event.by, event.at);
  }
  return taken.filter((row) => row.id.endsWith('-area') || isWork(row));
}

/**
 * The middle of what was taken, by what it is learned under, where there are runs enough.
 * @param taken how long tasks took, s, from past runs
 * @returns middle of the last runs, s, by task
 * @example learnedTimes([]) // {}
 */
export function learnedTimes(taken: readonly Taken[]): Record<string, Learned> {
  const byId = new Map<string, number[]>();
  for (const { id, seconds: time } of taken) byId.set(id, [...(byId.get(id) ?? []), time]);
  return Object.fromEntries(
    [...byId].flatMap(([id, times]): [string, Learned][] => {
      if (times.length < LEAST_RUNS) return [];
      const sorted = [...times].sort((a, b) => a - b);
      const middle = sorted.length / 2;
      const median = sorted.length % 2 === 1 ? sorted[Math.floor(middle)] : ((sorted[middle - 1] ?? 0) + (sorted[middle] ?? 0)) / 2;
      return [[id, { seconds: median ?? 0, runs: times.length }]];
    }),
  );
}
