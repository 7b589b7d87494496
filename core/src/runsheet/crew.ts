import type { NoRun } from './scheduleRun';
import { MOST_CREW } from '../run';
import type { Task } from './task';

/** How many people work on a visit, by name. */
export const CREWS = [
  { value: 1, label: 'On your own' },
  { value: 2, label: 'With a helper' },
  { value: 3, label: 'Three' },
] as const;

const LANE_NAMES: readonly string[] = ['lead', 'helper', 'third'];

/**
 * Whose work a lane of the run sheet is, as one of the crew reads it.
 * @param lane from 0
 * @param own the reader's lane
 * @returns "you", or what that person is on this visit
 * @example laneName(1, 0) // "helper"
 */
export const laneName = (lane: number, own: number): string => (lane === own ? 'you' : (LANE_NAMES[lane] ?? `person ${lane + 1}`));

/**
 * The lane of the run sheet that one of the crew works in: whoever isolated the power leads.
 * @param isolatedBy who isolated the first source; null before that
 * @param who the reader
 * @param crew people at work
 * @returns 0 for the lead, and for everybody until somebody has isolated; 1 for the helper
 * @example ownLane('Wren', 'Ash', 2) // 1
 */
export const ownLane = (isolatedBy: string | null, who: string, crew: number): number =>
  crew > 1 && isolatedBy !== null && isolatedBy !== who ? 1 : 0;

/**
 * The same tasks with no latest start, for when a soak that runs will end late whatever is done: the rest still needs an order.
 * @param tasks of the visit
 * @returns the tasks, each with no latest start
 * @example withoutLimits([{ id: 'rinse', after: [{ id: 'foam', minS: 300, maxS: 600 }] }])[0]?.after[0]?.maxS // null
 */
export const withoutLimits = (tasks: readonly Task[]): Task[] =>
  tasks.map((task) => ({ ...task, after: task.after.map((after) => ({ ...after, maxS: null })) }));

/**
 * Why a visit has no order, and what would give it one.
 * @param none the two tasks that clash, and whether time or hands are short
 * @param tasks of the visit
 * @param crew people at work
 * @returns two sentences
 * @example noOrderWords({ clash: ['foam', 'rinse'], byWindows: true }, [], 3).endsWith('or another hour.') // true
 */
export function noOrderWords({ clash, byWindows }: NoRun, tasks: readonly Pick<Task, 'id' | 'name'>[], crew: number): string {
  const [one, other] = clash.map((id) => tasks.find((task) => task.id === id)?.name ?? id) as [string, string];
  const why = byWindows ? 'the time allowed between them is shorter than the work in it.' : 'there are too few hands.';
  const help =
    crew < MOST_CREW
      ? 'Take a helper, or a gentler product with a longer window.'
      : 'Take a gentler product with a longer window, or another hour.';
  return `${one} and ${other.toLowerCase()} cannot both be done: ${why} ${help}`;
}

/**
 * What to do where not every section that soaks can be rinsed before its limit.
 * @param crew people at work
 * @returns a sentence or two; a helper is offered while one more may come
 * @example lateRinseWords(3) // "Not every section that soaks can be rinsed in time. Rinse the one nearest its limit first."
 */
export const lateRinseWords = (crew: number): string =>
  `Not every section that soaks can be rinsed in time. Rinse the one nearest its limit first${crew < MOST_CREW ? ', or call a helper' : ''}.`;

/**
 * What a crew's hands do until the last task is done.
 * @param tasks still to do
 * @param endS when the last ends, seconds from now
 * @param crew people at work
 * @returns seconds of hands at work, and of hands that wait
 * @example handsTime([{ handsOn: true, seconds: 60 }], 100, 2) // { atWorkS: 60, waitingS: 140 }
 */
export function handsTime(
  tasks: readonly Pick<Task, 'handsOn' | 'seconds'>[],
  endS: number,
  crew: number,
): { atWorkS: number; waitingS: number } {
  const atWorkS = tasks.filter((task) => task.handsOn).reduce((sum, task) => sum + task.seconds, 0);
  return { atWorkS, waitingS: Math.max(0, endS * crew - atWorkS) };
}
