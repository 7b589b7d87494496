import { CoreError } from '../errors';
import type { VisitEvent } from './events';
import { kindOf } from './kinds/kinds';
import { refuse, type VisitFrame } from './kinds/kind';
import { pauseOf } from './visitSteps';
import type { VisitState } from './visitState';

/** What comes or goes with an entry that is taken back: an undo of an undo, however often, is about what the first of them took back. */
function meantBy(target: VisitEvent, events: readonly VisitEvent[]): VisitEvent | undefined {
  let meant: VisitEvent | undefined = target;
  for (let known = events.length; meant?.kind === 'event.undone' && known > 0; known -= 1) {
    const { eventId }: { eventId: string } = meant.data;
    meant = events.find((row) => row.id === eventId);
  }
  return meant;
}

/** An undo takes back a known entry, and never what is corrected another way or what others rest on. */
export function checkUndo(state: VisitState, event: VisitEvent<'event.undone'>, { events }: VisitFrame): void {
  const target = events.find((row) => row.id === event.data.eventId);
  if (!target) throw new CoreError('unknown', 'data.eventId', 'There is no such entry on this visit.');
  if (target.kind === 'visit.closed') refuse('data.eventId', 'A closing is not undone: open the visit again, with the reason.');
  if (target.kind !== 'event.undone' && kindOf(target).page === null) refuse('data.eventId', 'This entry is not taken back.');
  const meant = meantBy(target, events);
  const kind = meant && kindOf(meant);
  if (state.closed && kind?.still?.closed !== 'undone')
    refuse('data.eventId', 'The visit is closed: open it again, with the reason, to take anything back.');
  const outlastsPauses = kind?.still?.paused === 'undone';
  if (pauseOf(state) && !outlastsPauses) refuse('data.eventId', 'The visit waits for parts: what was done before stays in the record.');
  if (!meant) return;
  const resumed = state.pauses.at(-1);
  if (resumed?.resumed && meant.at <= resumed.at && !outlastsPauses)
    refuse('data.eventId', 'That was before the pause: it stays in the record.');
  if (state.powerUp.done['power-on'] && kind?.movesFoam)
    refuse('data.eventId', 'Power is back: what was foamed, rinsed and found clear before stays in the record.');
  const undone = events.flatMap((row) => (row.kind === 'event.undone' && row.at >= meant.at ? (meantBy(row, events) ?? []) : []));
  kind?.checkUndo?.(state, meant, { back: target.kind === 'event.undone', undone });
}
