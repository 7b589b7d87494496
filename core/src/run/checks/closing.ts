import { CoreError } from '../../errors';
import { pauseOf } from '../visitSteps';
import { checkCloseCheck, checkClosing, checkSignOff } from '../closing';
import { coilRunOf, foamedSections } from '../coilRun';
import { LEAST_REASON } from '../lockout';
import { checkResuming, checkSuspending } from '../suspend';
import { foamOn, knownCleaner, refuse, type Checks } from './common';
import { undoCheck } from './undo';

/** A due day is no further off, days. Common practice, no source. */
const MOST_DUE_DAYS = 5 * 366;
const DAY_MS = 86_400_000;

/** A day set by hand lies after today and says why; no day goes back to what is reckoned. */
function checkDueDay(at: string, { date, why }: { date: string | null; why: string }): void {
  if (date === null) return;
  const days = (Date.parse(`${date}T00:00:00Z`) - Date.parse(`${at.slice(0, 10)}T00:00:00Z`)) / DAY_MS;
  if (!(days > 0)) refuse('data.date', 'A due day lies after today.');
  if (days > MOST_DUE_DAYS) refuse('data.date', 'A due day is five years away at most.');
  if (why.trim().length < LEAST_REASON) refuse('data.why', `Say why, in ${LEAST_REASON} characters at least.`);
}

/** Pauses, the end of a visit, and what is told after it. */
export const CLOSING: Checks = {
  'close.checked': (state, event, frame) => checkCloseCheck(state, frame.coils, event.data, LEAST_REASON),
  'visit.signed': (state, event) => checkSignOff(state, event.data),
  'visit.suspended': (state, event) => {
    for (const coilId of Object.keys(state.hand)) {
      const foam = foamOn(state, coilId);
      if (foam) refuse('kind', `${foam}: rinse it before the visit is left.`);
    }
    checkSuspending(state, event.data, LEAST_REASON);
  },
  'visit.resumed': (state, event) => {
    const pause = pauseOf(state);
    if (!pause) refuse('kind', 'The visit is not waiting for anything.');
    else checkResuming(state, pause, event.data);
  },
  'stock.used': (_state, event, frame) => {
    knownCleaner(frame, event.data.cleanerId, 'data.cleanerId');
  },
  'due.set': (_state, event) => checkDueDay(event.at, event.data),
  'upkeep.set': (_state, event) => checkDueDay(event.at, event.data),
  'saving.told': (state, event) => {
    if (!state.closed) refuse('kind', 'What a wash saved is told once its visit is closed.');
    const { low, kWh, high, verdict } = event.data;
    if (!(low <= kWh && kWh <= high)) refuse('data.kWh', 'A saving lies within its interval.');
    if (verdict !== (low > 0 ? 'saved' : high < 0 ? 'more' : 'not-shown'))
      refuse('data.verdict', 'What is shown has to be what the interval says.');
  },
  'past.noted': () => refuse('kind', 'Older records come in as a file, not as an entry.'),
  'visit.closed': (state, event, frame) => {
    event.data.coils?.forEach(({ coilId }, i) => {
      if (!frame.coils.some((coil) => coil.id === coilId))
        throw new CoreError('unknown', `data.coils[${i}].coilId`, `This visit has no coil "${coilId}".`);
    });
    for (const coilId of Object.keys(state.hand)) {
      const run = coilRunOf(state, coilId);
      const byHand = run ? foamedSections(run).some((section) => run.progress[section.id]?.foam?.ending === 'rinse') : false;
      if (byHand) refuse('kind', `${foamOn(state, coilId) ?? ''}: rinse it before the visit is closed.`);
    }
    checkClosing(state, frame.coils);
  },
  'visit.cancelled': (state, event) => {
    const foamed = Object.keys(state.hand).find((coilId) => foamOn(state, coilId));
    if (foamed) refuse('kind', `${foamOn(state, foamed) ?? ''}: rinse it before the visit is cancelled.`);
    if (state.parts.some((part) => part.backAt === null)) refuse('kind', 'Parts are off: put them back before the visit is cancelled.');
    if (event.data.reason.trim().length < LEAST_REASON)
      refuse('data.reason', `Say why, in ${LEAST_REASON} characters at least: it stays with the visit.`);
  },
  'visit.reopened': (state, event) => {
    if (!state.closed && !state.cancelled) refuse('kind', 'The visit is open already.');
    if (event.data.reason.trim().length < LEAST_REASON)
      refuse('data.reason', `Say why, in ${LEAST_REASON} characters at least: it stands on the report.`);
  },
  'event.undone': undoCheck,
};
