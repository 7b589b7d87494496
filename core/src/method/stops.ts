import { commonPractice } from '../because';
import type { Rule } from './rule';

export type Verdict = 'wash' | 'inspect' | 'postpone' | 'stop';

export interface Stop {
  verdict: Extract<Verdict, 'postpone' | 'stop'>;
  title: string;
  action: string;
}

/** Reasons not to wash at all, worst first. The cold rule takes its limit from the house rules and is added by the planner. */
export const STOPS: readonly Rule<Stop>[] = [
  {
    id: 'stop.leak',
    when: { leakSuspected: true },
    then: {
      verdict: 'stop',
      title: 'Do not wash a coil that may leak',
      action: 'Record it with a photo and quote. Leak testing and anything that opens the circuit is licensed work.',
    },
    because: 'An oil stain or a known leak: washing hides the trace and can open it further.',
    source: commonPractice,
  },
  {
    id: 'stop.crumbling',
    when: { corrosion: 'severe' },
    then: { verdict: 'stop', title: 'Do not wash a crumbling coil', action: 'Record it with a photo and quote a replacement.' },
    because: 'Fins that come away under a finger do not survive a rinse.',
    source: commonPractice,
  },
  {
    id: 'stop.iced',
    when: { iced: true },
    then: { verdict: 'postpone', title: 'Thaw first', action: 'Set the system off with the fan on until no ice is left, then look again.' },
    because: 'Ice hides soil and breaks fins when it is washed off; it also points to a fault of its own.',
    source: commonPractice,
  },
  {
    id: 'stop.wiring',
    when: { hazards: { includes: 'damaged-wiring' } },
    then: {
      verdict: 'stop',
      title: 'Damaged wiring: do not open it',
      action: 'Leave the power off, tag it, and refer it to someone licensed.',
    },
    because: 'Water and bare conductors.',
    source: commonPractice,
  },
  {
    id: 'stop.storm',
    when: { hazards: { includes: 'storm' }, role: 'condenser' },
    then: { verdict: 'postpone', title: 'Not with a storm near', action: 'Come down and come back when it has passed.' },
    because: 'Lightning, wind and wet roofs.',
    source: commonPractice,
  },
  {
    id: 'stop.roof',
    when: { hazards: { includes: 'unsafe-roof' } },
    then: { verdict: 'postpone', title: 'No safe way up', action: 'Come back with what local rules ask for roof work.' },
    because: 'Falls kill.',
    source: commonPractice,
  },
  {
    id: 'stop.animals',
    when: { hazards: { includes: 'live-animals' }, role: 'condenser' },
    then: { verdict: 'postpone', title: 'Live animals first out', action: 'Have them moved by someone who may, then come back.' },
    because: 'Stings, bites, and animals that the law protects.',
    source: commonPractice,
  },
  {
    id: 'stop.no-water',
    when: { hazards: { includes: 'no-water' } },
    then: {
      verdict: 'postpone',
      title: 'No water, no wash',
      action: 'Find water within reach: it rinses the coil, and eyes and skin if it has to.',
    },
    because: 'Every way of washing ends in a rinse.',
    source: commonPractice,
  },
  {
    id: 'stop.heat',
    when: { role: 'condenser', dryBulbC: { min: 46 } },
    then: { verdict: 'postpone', title: 'Too hot to work out here', action: 'Come back early or late in the day.' },
    because: 'Heat illness.',
    source: commonPractice,
  },
];
