import { completeStory, completeSurvey } from '../../survey';
import { stamp, type Reducers } from './reducer';

/** What was seen, heard and read of the unit. */
export const LOOKED = {
  'visit.started': (state, event) => {
    state.startedAt ??= event.at;
  },
  'identity.noted': (state, event) => {
    state.identity = stamp(event, event.data);
  },
  'site.noted': (state, event) => {
    state.site = stamp(event, event.data);
  },
  'story.noted': (state, event) => {
    state.story = stamp(event, completeStory(event.data));
  },
  'rules.chosen': (state, event) => {
    state.rules = stamp(event, event.data);
  },
  'coil.surveyed': (state, event) => {
    state.surveys[event.data.coilId] = stamp(event, completeSurvey(event.data.survey));
    delete state.skipped[event.data.coilId];
  },
  'coil.skipped': (state, event) => {
    state.skipped[event.data.coilId] = stamp(event, event.data.reason);
  },
  'photo.added': (state, event) => {
    state.photos.push(stamp(event, event.data));
  },
  'reading.taken': (state, event) => {
    state.readings.push(stamp(event, event.data));
  },
  'readings.held': (state, event) => {
    state.held.push(stamp(event, event.data));
  },
  'runs.told': (state, event) => {
    state.runs = stamp(event, event.data);
  },
  'light.measured': (state, event) => {
    state.light[event.data.coilId] = stamp(event, event.data);
  },
  'coil.checked': (state, event) => {
    state.checks[event.data.coilId] = stamp(event, { gradesAfter: event.data.gradesAfter, note: event.data.note });
  },
} satisfies Partial<Reducers>;
