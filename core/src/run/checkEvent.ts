import { CoreError } from '../errors';
import { pauseOf } from './visitSteps';
import { CLOSING } from './checks/closing';
import { refuse, type Checks, type VisitFrame } from './checks/common';
import { FINDINGS } from './checks/findings';
import { LOOKED } from './checks/looked';
import { POWER } from './checks/power';
import { WASHING } from './checks/washing';
import type { EventKind, VisitEvent } from './events';
import type { VisitState } from './visitState';

const CHECKS: Checks = { ...LOOKED, ...FINDINGS, ...POWER, ...WASHING, ...CLOSING };

/** What may still be added to a closed visit: nothing that was found or done. */
const AFTER_CLOSING: readonly EventKind[] = [
  'note.added',
  'event.undone',
  'stock.used',
  'visit.reopened',
  // A customer answers days later: that is told of the quote and the finding, and changes nothing that was done.
  'quote.made',
  'quote.answered',
  'finding.step',
  // A meter tells months later.
  'saving.told',
];

/** While a visit waits for parts nothing is worked on; what is said and agreed goes on. */
const WHILE_SUSPENDED: readonly EventKind[] = [
  'visit.resumed',
  'visit.cancelled',
  'note.added',
  'photo.added',
  'finding.noted',
  'finding.step',
  'finding.closed',
  'quote.made',
  'quote.answered',
  'event.undone',
];

/** A cancelled visit takes a word, and may be opened again. */
const AFTER_CANCELLING: readonly EventKind[] = ['note.added', 'visit.reopened'];

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
  if (event.visitId !== state.visitId) refuse('visitId', 'This event belongs to another visit.');
  if (state.closed && !AFTER_CLOSING.includes(event.kind)) {
    refuse('kind', 'The visit is closed: add a note, or open it again first.');
  }
  if (pauseOf(state) && !WHILE_SUSPENDED.includes(event.kind)) refuse('kind', 'The visit waits for parts: go on with it first.');
  if (state.closed && event.kind === 'finding.step' && (event.data.step === 'fixed' || event.data.step === 'done'))
    refuse('kind', 'The visit is closed: work is noted on the visit it was done on.');
  if (state.cancelled && !AFTER_CANCELLING.includes(event.kind)) refuse('kind', 'The visit is cancelled: open it again first.');
  // A finding or photo of the unit as a whole names no coil.
  const data = event.data as { coilId?: string | null };
  if (typeof data.coilId === 'string' && !frame.coils.some((coil) => coil.id === data.coilId)) {
    throw new CoreError('unknown', 'data.coilId', `This visit has no coil "${data.coilId}".`);
  }
  const check = CHECKS[event.kind] as ((state: VisitState, event: VisitEvent, frame: VisitFrame) => void) | undefined;
  check?.(state, event, frame);
}
