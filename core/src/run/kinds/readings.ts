import { stamp, type Kinds } from './kind';

/** What instruments say, and how long the system runs. */
export const READINGS = {
  'reading.taken': {
    words: ({ data }) => `readings ${data.when}`,
    page: 'check',
    reduce: (state, event) => {
      state.readings.push(stamp(event, event.data));
    },
  },
  'readings.held': {
    words: ({ data }) => `readings ${data.when}`,
    page: 'readings',
    reduce: (state, event) => {
      state.held.push(stamp(event, event.data));
    },
  },
  'readings.chosen': {
    words: ({ data }) => `readings: ${data.readings}`,
    page: 'plan',
    reduce: (state, event) => {
      state.readingsChosen = stamp(event, event.data.readings);
    },
  },
  'runs.told': {
    words: () => 'how long it runs',
    page: 'readings',
    reduce: (state, event) => {
      state.runs = stamp(event, event.data);
    },
  },
} satisfies Partial<Kinds>;
