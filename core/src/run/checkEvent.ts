import { CoreError } from '../errors';
import { checkUndo } from './checkUndo';
import type { VisitEvent } from './events';
import { kindOf } from './kinds/kinds';
import { refuse, type VisitFrame } from './kinds/kind';
import { pauseOf } from './visitSteps';
import type { VisitState } from './visitState';

/**
 * Refuses an event that must not be added to this visit: another visit's, a coil or cleaner it does not know, a dwell
 * beyond the label, water before the power is proven dead, anything but a note, a stock count or an undo once the visit is closed.
 * @param state the visit as its entries leave it
 * @param event to be added
 * @param frame system, coils, shelf and all entries so far
 * @throws CoreError not-allowed | unknown, naming the field
 * @example checkEvent(foldVisit('v', 'split-cool', []), { id: 'e', visitId: 'v', at: '2026-06-11T12:00:00Z', by: 'Wren', kind: 'visit.started', data: {} }, { configuration: 'split-cool', coils: [coil()], shelf, events: [] }) // undefined
 */
export function checkEvent(state: VisitState, event: VisitEvent, frame: VisitFrame): void {
  const { still, check } = kindOf(event);
  if (event.visitId !== state.visitId) refuse('visitId', 'This event belongs to another visit.');
  if (state.closed && !still?.closed) refuse('kind', 'The visit is closed: add a note, or open it again first.');
  if (pauseOf(state) && !still?.paused) refuse('kind', 'The visit waits for parts: go on with it first.');
  if (state.cancelled && !still?.cancelled) refuse('kind', 'The visit is cancelled: open it again first.');
  // A finding or photo of the unit as a whole names no coil.
  const data = event.data as { coilId?: string | null };
  if (typeof data.coilId === 'string' && !frame.coils.some((coil) => coil.id === data.coilId)) {
    throw new CoreError('unknown', 'data.coilId', `This visit has no coil "${data.coilId}".`);
  }
  if (event.kind === 'event.undone') checkUndo(state, event, frame);
  else check?.(state, event, frame);
}
