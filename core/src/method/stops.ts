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
];
