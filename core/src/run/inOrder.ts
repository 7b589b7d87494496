import type { VisitEvent } from './events';

/**
 * Whether one happened before another: by time, then by id, so that two devices agree.
 * @param a one entry
 * @param b another
 * @returns false for the same
 * @example isBefore(note, note) // false, with note as any entry
 */
export const isBefore = (a: VisitEvent, b: VisitEvent): boolean => a.at < b.at || (a.at === b.at && a.id < b.id);

/** Events in the order they happened. Repeats of one id count once. */
export function inOrder(events: readonly VisitEvent[]): VisitEvent[] {
  const byId = new Map(events.map((event) => [event.id, event]));
  return [...byId.values()].sort((a, b) => (isBefore(a, b) ? -1 : isBefore(b, a) ? 1 : 0));
}

/** Ids taken back by an undo that has not itself been taken back. */
function undoneIds(ordered: readonly VisitEvent[]): Set<string> {
  const undone = new Set<string>();
  for (let i = ordered.length - 1; i >= 0; i -= 1) {
    const event = ordered[i];
    if (event?.kind === 'event.undone' && !undone.has(event.id)) undone.add(event.data.eventId);
  }
  return undone;
}

/**
 * Events in order, without those that were taken back and the taking back itself.
 * @param events entries, in any order, repeats allowed
 * @returns in the order they happened, without those undone
 * @example standingEvents([]) // []
 */
export const standingEvents = (events: readonly VisitEvent[]): VisitEvent[] => standingOfOrdered(inOrder(events));

/**
 * The same of events that stand in order, each once.
 * @param ordered as `inOrder` gives them
 * @returns in the order they happened, without those undone
 * @example standingOfOrdered([]) // []
 */
export function standingOfOrdered(ordered: readonly VisitEvent[]): VisitEvent[] {
  const undone = undoneIds(ordered);
  return ordered.filter((event) => !undone.has(event.id) && event.kind !== 'event.undone');
}
