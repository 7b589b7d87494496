import { commonPractice } from '../because';
import type { DrainState, SurveyFacts } from './methodFacts';
import type { Rule, When } from './rule';

/** A drain that takes less is slow, L/min: a quart in two minutes. Common practice, no source. */
export const DRAIN_RUNS_L_MIN = 0.5;

type Row<T> = Rule<SurveyFacts, T>;
const row = <T>(id: string, when: When<SurveyFacts>, then: T, because: string): Row<T> => ({
  id,
  when,
  then,
  because,
  source: commonPractice,
});

/** What is known of a drain: the first row that fits. A look is no test; only water that ran away is. */
export const DRAIN_RULES: readonly Row<DrainState>[] = [
  row('drain.slow', { primaryDrain: ['slow', 'blocked'] }, 'bad', 'It is slow or blocked.'),
  row('drain.full', { panFull: true, primaryDrain: 'unknown' }, 'bad', 'It was found dead over a full pan.'),
  row('drain.second', { secondaryWet: true }, 'bad', 'Water in the second drain means that the first is blocked.'),
  row('drain.standing', { pan: 'standing-water' }, 'bad', 'Water stands in the pan.'),
  row('drain.poured', { primaryDrain: 'clear' }, 'good', 'Water was poured and ran away.'),
  row('drain.timed', { drainLMin: { min: DRAIN_RUNS_L_MIN } }, 'good', 'It was poured and timed.'),
  row('drain.timed-slow', { drainLMin: { max: DRAIN_RUNS_L_MIN } }, 'bad', 'It was timed, and takes less than a quart in two minutes.'),
  row('drain.complaint', { symptoms: { includes: 'water-indoors' } }, 'bad', 'Water came out indoors, and nobody has poured yet.'),
  row('drain.unknown', {}, 'unknown', 'Nobody has poured water down it.'),
];

/** Whether a pan holds what runs into it. */
export const PAN_RULES: readonly Row<SurveyFacts['panSound']>[] = [
  row('pan.sound', { pan: ['clean', 'slime'] }, 'yes', 'The pan was looked at.'),
  row('pan.unsound', { pan: ['rusted', 'cracked', 'standing-water'] }, 'no', 'The pan may leak or does not empty.'),
  row('pan.unknown', {}, 'unknown', 'Nobody has looked into the pan.'),
];

/** What happens when a pan fills all the same. */
export const OVERFLOW_RULES: readonly Row<SurveyFacts['overflowGuard']>[] = [
  row('overflow.outdoors', { package: true }, 'yes', 'It stands outdoors.'),
  row('overflow.wall-head', { ductless: true, finishedCeiling: false }, 'yes', 'A wall head has no float switch, and its pan is seen.'),
  row('overflow.float', { floatSwitch: 'works' }, 'yes', 'The float switch stops the unit.'),
  row('overflow.none', { floatSwitch: 'none', finishedCeiling: false }, 'yes', 'No float switch, and no finished ceiling below.'),
  row('overflow.bad', { floatSwitch: ['fails', 'none'] }, 'no', 'Nothing stops the unit when the pan fills.'),
  row('overflow.unknown', {}, 'unknown', 'Nobody has lifted the float switch.'),
];
