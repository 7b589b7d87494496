import { CoreError } from '../errors';
import type { Configuration } from '../equipment';
import type { VisitEvent } from './events';
import { inOrder, isBefore, standingOfOrdered } from './inOrder';
import { kindOf } from './kinds/kinds';
import { emptyState, type VisitState } from './visitState';

/**
 * The state of a visit from all that happened in it. Order of the input, repeats and the time of reading do not matter;
 * clocks are derived later from timestamps and now.
 * @param visitId which visit
 * @param configuration how the system is put together
 * @param events entries, in any order, repeats allowed
 * @returns the visit as these entries leave it
 * @throws CoreError not-allowed `visitId` when an event belongs to another visit
 * @example foldVisit('v', 'split-cool', []).startedAt // null
 */
export function foldVisit(visitId: string, configuration: Configuration, events: readonly VisitEvent[]): VisitState {
  return foldOrdered(visitId, configuration, inOrder(events));
}

/** The same from entries that stand in order, each once. */
function foldOrdered(visitId: string, configuration: Configuration, ordered: readonly VisitEvent[]): VisitState {
  const stranger = ordered.find((event) => event.visitId !== visitId);
  if (stranger) throw new CoreError('not-allowed', 'visitId', `Event ${stranger.id} belongs to another visit.`);
  const state = emptyState(visitId);
  for (const event of standingOfOrdered(ordered)) reduceInto(state, event, configuration);
  return state;
}

function reduceInto(state: VisitState, event: VisitEvent, configuration: Configuration): void {
  const { page, words, reduce } = kindOf(event);
  // Its words are told by the state it was entered in: which section, which part.
  if (page) (state.undoable[event.by] ??= {})[page] = { eventId: event.id, kind: event.kind, words: words(event, state), at: event.at };
  reduce(state, event, configuration);
}

/** A visit that is followed entry by entry. */
export interface FollowedVisit {
  /** As its entries leave it; changes with each that is added. */
  readonly state: VisitState;
  /** Every entry so far. */
  readonly events: readonly VisitEvent[];
  /** Adds one: an entry that comes after all others is laid on top, any other has the visit folded again. */
  add: (event: VisitEvent) => void;
}

/**
 * Follows a visit: the same state as `foldVisit` gives after every entry, without folding all of them each time.
 * @param visitId which visit
 * @param configuration how the system is put together
 * @param events entries so far, in any order
 * @returns the visit, to be followed
 * @throws CoreError not-allowed `visitId` when an event belongs to another visit
 * @example followVisit('v', 'split-cool', []).state.startedAt // null
 */
export function followVisit(visitId: string, configuration: Configuration, events: readonly VisitEvent[]): FollowedVisit {
  const all = [...events];
  const known = new Set(all.map((event) => event.id));
  const ordered = inOrder(all);
  let state = foldOrdered(visitId, configuration, ordered);
  return {
    get state() {
      return state;
    },
    events: all,
    add: (event) => {
      if (known.has(event.id)) return;
      let at = ordered.length;
      // What comes late is seldom far behind.
      for (let last = ordered[at - 1]; last && isBefore(event, last); last = ordered[at - 1]) at -= 1;
      const onTop = at === ordered.length && event.visitId === visitId && event.kind !== 'event.undone';
      all.push(event);
      known.add(event.id);
      ordered.splice(at, 0, event);
      if (onTop) reduceInto(state, event, configuration);
      else state = foldOrdered(visitId, configuration, ordered);
    },
  };
}
