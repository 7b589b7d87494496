import { array, object } from 'yup';
import { figure, flag, maybeDay, moneyField, oneOf, optionalWords, words } from '../../fields';
import { UPKEEP_IDS, UPKEEP_NAMES } from '../../interval/upkeep';
import { reasonGiven } from './guards';
import { coilOnly, grade } from './holds/common';
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

const dueDay = () => ({ date: maybeDay('The day').nullable().defined(), why: optionalWords('The reason', 300) });
const dueWords = ({ date }: { date: string | null }) => (date === null ? 'a due day as reckoned' : 'a due day set by hand');

/** When it is due again, what it saved, and what was before. */
export const AFTERWARDS = {
  'due.set': {
    holds: () => object({ ...coilOnly(), ...dueDay() }),
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
    holds: () => object({ upkeep: oneOf('What is due', UPKEEP_IDS), ...dueDay() }),
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
    holds: () =>
      object({
        verdict: oneOf('What is shown', ['saved', 'more', 'not-shown'] as const),
        kWh: figure('The saving', -1e6, 1e6, 'kWh'),
        low: figure('The least', -1e6, 1e6, 'kWh'),
        high: figure('The most', -1e6, 1e6, 'kWh'),
        money: moneyField('The amount').nullable().defined('The amount is missing.'),
        file: words('The file’s name', 120),
        simulated: flag().required('Whether the air was made up is missing.'),
        typicalAir: flag().optional(),
        typicalYear: flag().optional(),
        changes: optionalWords('What else changed', 600),
      }),
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
    holds: () =>
      object({
        coils: array(
          object({
            ...coilOnly(),
            before: grade(),
            after: grade(),
            cleanerName: optionalWords('The product', 80),
            inside: flag().required('Opened from inside is missing.'),
          }),
        )
          .required()
          .max(10, '10 coils at most.'),
        note: optionalWords('The note', 2000),
      }),
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
