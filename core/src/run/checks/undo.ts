import { CoreError } from '../../errors';
import { pauseOf } from '../visitSteps';
import type { EventKind, VisitEvent } from '../events';
import { PAGE_OF } from '../pages';
import type { VisitState } from '../visitState';
import { refuse, type VisitFrame } from './common';

/** Entries of a closed visit that an undo may still take back. */
const UNDONE_AFTER_CLOSING: readonly EventKind[] = ['note.added', 'stock.used', 'finding.step', 'saving.told'];
/** Entries that an undo may take back while a visit waits for parts. */
const UNDONE_WHILE_SUSPENDED: readonly EventKind[] = ['note.added', 'photo.added', 'finding.noted', 'finding.step', 'finding.closed'];

/** What decides whether foam is on a section: taken back under power, it would be on again with nobody to rinse it. */
const FOAM_RESTS_ON: readonly EventKind[] = ['section.applied', 'section.rinsed', 'section.checked'];

/** What comes or goes with an entry that is taken back: an undo of an undo, however often, is about what the first of them took back. */
function meantBy(target: VisitEvent, events: readonly VisitEvent[]): VisitEvent | undefined {
  let meant: VisitEvent | undefined = target;
  for (let known = events.length; meant?.kind === 'event.undone' && known > 0; known -= 1) {
    const { eventId }: { eventId: string } = meant.data;
    meant = events.find((row) => row.id === eventId);
  }
  return meant;
}

/** An undo takes back a known entry, and never what has a way of its own or what others rest on. */
export function undoCheck(state: VisitState, event: VisitEvent<'event.undone'>, { events }: VisitFrame): void {
  const target = events.find((row) => row.id === event.data.eventId);
  if (!target) throw new CoreError('unknown', 'data.eventId', 'There is no such entry on this visit.');
  if (target.kind === 'visit.closed') refuse('data.eventId', 'A closing is not undone: open the visit again, with the reason.');
  const meant = meantBy(target, events);
  if (target.kind !== 'event.undone' && PAGE_OF[target.kind] === null) refuse('data.eventId', 'This entry is not taken back.');
  if (state.closed && !UNDONE_AFTER_CLOSING.includes(meant?.kind ?? 'visit.started'))
    refuse('data.eventId', 'The visit is closed: open it again, with the reason, to take anything back.');
  if (pauseOf(state) && !UNDONE_WHILE_SUSPENDED.includes(meant?.kind ?? 'visit.started'))
    refuse('data.eventId', 'The visit waits for parts: what was done before stays in the record.');
  const resumed = state.pauses.at(-1);
  if (resumed?.resumed && meant && meant.at <= resumed.at && !UNDONE_WHILE_SUSPENDED.includes(meant.kind))
    refuse('data.eventId', 'That was before the pause: it stays in the record.');
  if (state.powerUp.done['power-on'] && meant && FOAM_RESTS_ON.includes(meant.kind))
    refuse('data.eventId', 'Power is back: what was foamed, rinsed and found clear before stays in the record.');
  if (meant?.kind === 'finding.noted' && state.findingSteps.some(({ value }) => value.findingId === meant.id))
    refuse('data.eventId', 'Something came of this finding already: set it aside instead.');
  if (meant?.kind === 'photo.added' && state.signed?.value.photoId === meant.data.photoId)
    refuse('data.eventId', 'This photo stands for the signature: take that back first.');
  // Foam that is brought back goes by the plan of its moment, and that one has to be there still.
  if (meant?.kind === 'section.applied' && target.kind === 'event.undone') {
    const foam = meant;
    const turned = events.some((row) => {
      if (row.kind !== 'event.undone' || row.at < foam.at) return false;
      const about = meantBy(row, events);
      return about?.kind === 'plan.made' && about.data.coilId === foam.data.coilId;
    });
    if (turned) refuse('data.eventId', 'A plan of this coil was taken back or brought back since: note the foam that is on anew.');
  }
  if (meant?.kind === 'plan.made') {
    // With what and for how long foam went on is told by the plan of that moment: it stays in the record.
    const { coilId } = meant.data;
    if ((state.foamed[coilId] ?? []).some((row) => row.at >= meant.at))
      refuse('data.eventId', 'Foam went on by the plans there were: they stay in the record. Note what differs and make another plan.');
  }
}
