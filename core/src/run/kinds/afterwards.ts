import { UPKEEP_NAMES } from '../../interval/upkeep';
import { reasonGiven } from './guards';
import { refuse, stamp, type Kinds } from './kind';

/** A due day is no further off, days. Common practice, no source. */
const MOST_DUE_DAYS = 5 * 366;
const DAY_MS = 86_400_000;

/** A day set by hand lies after today and says why; no day goes back to what is reckoned. */
function checkDueDay(at: string, { date, why }: { date: string | null; why: string }): void {
  if (date === null) return;
  const days = (Date.parse(`${date}T00:00:00Z`) - Date.parse(`${at.slice(0, 10)}T00:00:00Z`)) / DAY_MS;
  if (!(days > 0)) refuse('data.date', 'A due day lies after today.');
  if (days > MOST_DUE_DAYS) refuse('data.date', 'A due day is five years away at most.');
  reasonGiven(why, '', 'data.why');
}

const dueWords = ({ date }: { date: string | null }) => (date === null ? 'a due day as reckoned' : 'a due day set by hand');

/** When it is due again, what it saved, and what was before. */
export const AFTERWARDS = {
  'due.set': {
    words: ({ data }) => dueWords(data),
    page: 'close',
    aboutPeople: ['why'],
    check: (_state, event) => checkDueDay(event.at, event.data),
    reduce: (state, event) => {
      const { coilId, date, why } = event.data;
      if (date === null) delete state.dueSet[coilId];
      else state.dueSet[coilId] = stamp(event, { date, why });
    },
  },
  'upkeep.set': {
    words: ({ data }) => `${UPKEEP_NAMES[data.upkeep].toLowerCase()}: ${dueWords(data)}`,
    page: 'close',
    aboutPeople: ['why'],
    check: (_state, event) => checkDueDay(event.at, event.data),
    reduce: (state, event) => {
      const { upkeep, date, why } = event.data;
      if (date === null) delete state.upkeepSet[upkeep];
      else state.upkeepSet[upkeep] = stamp(event, { date, why });
    },
  },
  'saving.told': {
    words: () => 'what it saved, for the report',
    page: 'close',
    aboutPeople: ['file', 'changes'],
    // A meter tells months later.
    still: { closed: 'undone' },
    check: (state, event) => {
      if (!state.closed) refuse('kind', 'What a wash saved is told once its visit is closed.');
      const { low, kWh, high, verdict } = event.data;
      if (!(low <= kWh && kWh <= high)) refuse('data.kWh', 'A saving lies within its interval.');
      if (verdict !== (low > 0 ? 'saved' : high < 0 ? 'more' : 'not-shown'))
        refuse('data.verdict', 'What is shown has to be what the interval says.');
    },
    reduce: (state, event) => {
      state.savingTold = stamp(event, event.data);
    },
  },
  'past.noted': {
    words: () => 'an older record',
    page: null,
    aboutPeople: ['note'],
    power: 'records',
    check: () => refuse('kind', 'Older records come in as a file, not as an entry.'),
    reduce: (state, event) => {
      state.past = stamp(event, event.data);
    },
  },
} satisfies Partial<Kinds>;
