import { completeStory } from '../../survey';
import { stamp, type Kinds } from './kind';

/** What is heard and read on the way in: the story, the air, the plate, the rules that are followed. */
export const ARRIVAL = {
  'visit.started': {
    words: () => 'the start of the visit',
    page: null,
    reduce: (state, event) => {
      state.startedAt ??= event.at;
    },
  },
  'identity.noted': {
    words: () => 'the unit',
    page: 'look',
    aboutPeople: ['serial'],
    reduce: (state, event) => {
      state.identity = stamp(event, event.data);
    },
  },
  'site.noted': {
    words: () => 'the air',
    page: 'look',
    reduce: (state, event) => {
      state.site = stamp(event, event.data);
    },
  },
  'story.noted': {
    words: () => 'what they say',
    page: 'look',
    aboutPeople: ['lastService', 'asFound.reduced'],
    reduce: (state, event) => {
      state.story = stamp(event, completeStory(event.data));
    },
  },
  'rules.chosen': {
    words: ({ data }) => `the school ${data.name}`,
    page: 'plan',
    reduce: (state, event) => {
      state.rules = stamp(event, event.data);
    },
  },
} satisfies Partial<Kinds>;
