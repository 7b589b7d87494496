import type { VisitEvent } from './events';

/** Events in the order they happened: by time, then by id, so that two devices agree. Repeats of one id count once. */
export function inOrder(events: readonly VisitEvent[]): VisitEvent[] {
  const byId = new Map(events.map((event) => [event.id, event]));
  return [...byId.values()].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0));
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
export function standingEvents(events: readonly VisitEvent[]): VisitEvent[] {
  const ordered = inOrder(events);
  const undone = undoneIds(ordered);
  return ordered.filter((event) => !undone.has(event.id) && event.kind !== 'event.undone');
}
