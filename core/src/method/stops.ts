import { commonPractice, fromHouseRule } from '../because';
import type { SurveyFacts } from './methodFacts';
import type { Rule } from './rule';

/** What becomes of a coil today. */
export type Verdict = 'wash' | 'inspect' | 'postpone' | 'stop';

/** Why a coil is not washed today, and what to do. */
export interface Stop {
  verdict: Extract<Verdict, 'postpone' | 'stop'>;
  title: string;
  action: string;
}

/** Reasons not to wash at all, worst first; a row without a stop lets the job go on. Common practice, no source. */
export const STOPS: readonly Rule<SurveyFacts, Stop | null>[] = [
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
    id: 'stop.iced-outdoors',
    when: { iced: true, role: 'condenser' },
    then: {
      verdict: 'postpone',
      title: 'Thaw first',
      action: 'Force a defrost as the maker says, or wait. Never chip at it. Then find why it does not defrost by itself, and look again.',
    },
    because: 'Ice hides soil and breaks fins. A heat pump’s outdoor coil is thawed by its own defrost, never by its fan.',
    source: commonPractice,
  },
  {
    id: 'stop.iced',
    when: { iced: true },
    then: {
      verdict: 'postpone',
      title: 'Thaw first',
      action: 'Cooling off, fan on, for hours, until no ice is left. Find why it froze, then look again.',
    },
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
    id: 'stop.compressor',
    when: { notRunning: 'compressor' },
    then: {
      verdict: 'stop',
      title: 'The compressor does not start',
      action: 'Refer it before anything is opened. A wash all the same is the customer’s to choose, and is written down.',
    },
    because: 'Supply, capacitor and contactor are as they should be, or the windings are not: a wash mends nothing of that.',
    source: commonPractice,
  },
  {
    id: 'stop.control',
    when: { notRunning: 'control' },
    then: {
      verdict: 'stop',
      title: 'It is dead, and not for want of supply',
      action:
        'Full pan and float switch first, then thermostat and board. A wash all the same is the customer’s to choose, and is written down.',
    },
    because: 'With no way to run it nobody can see what a wash did.',
    source: commonPractice,
  },
  {
    id: 'stop.short',
    when: { notRunning: 'short' },
    then: {
      verdict: 'stop',
      title: 'It trips at once: a short or a ground fault',
      action: 'Leave the power off, tag it, and refer it to someone licensed. It is not reset again.',
    },
    because: 'A breaker that goes the moment it is closed has found a fault, not a dirty coil.',
    source: commonPractice,
  },
  {
    id: 'stop.not-running',
    when: { notRunning: ['supply', 'part', 'unclear'] },
    then: {
      verdict: 'stop',
      title: 'It does not run: find out why first',
      action: 'Line voltage, run capacitor and contactor come first, by who is licensed. A wash all the same is the customer’s to choose.',
    },
    because: 'A hum with no start is a question of capacitor, contactor or compressor before any wash.',
    source: commonPractice,
  },
  {
    id: 'stop.cracked-pan',
    when: { role: 'evaporator', pan: 'cracked' },
    then: {
      verdict: 'stop',
      title: 'The pan is cracked: no water over it',
      action: 'Quote a pan. Until it is in, nothing wet goes on this coil, and the unit does not cool over a finished ceiling.',
    },
    because: 'What is poured runs through it into the house.',
    source: commonPractice,
  },
  {
    id: 'stop.no-way-in',
    when: { role: 'evaporator', accessPanel: 'none' },
    then: {
      verdict: 'postpone',
      title: 'No access to this coil',
      action: 'Photograph what can be seen and quote an access panel. No foam goes where nobody can see it or rinse it.',
    },
    because: 'A coil that cannot be reached cannot be rinsed.',
    source: commonPractice,
  },
  {
    id: 'stop.storm',
    when: { hazards: { includes: 'storm' } },
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
    when: { hazards: { includes: 'live-animals' } },
    then: { verdict: 'postpone', title: 'Animals first out', action: 'Have them moved by someone who may, then come back.' },
    because: 'Stings, bites, and animals that the law protects.',
    source: commonPractice,
  },
  {
    id: 'stop.no-water-loaded',
    when: { hazards: { includes: 'no-water' }, grade: { min: 3 } },
    then: {
      verdict: 'postpone',
      title: 'No water: this much soil waits',
      action: 'Air, a mug or a bucket washer do for grades 0 to 2. Come back with water within reach.',
    },
    because: 'A blocked coil that is half rinsed holds its mud wet.',
    source: commonPractice,
  },
  {
    id: 'stop.no-water',
    when: { hazards: { includes: 'no-water' }, waterWay: 'unknown' },
    then: {
      verdict: 'postpone',
      title: 'No hose at the outdoor unit',
      action:
        'Say in Look how it can be rinsed without a hose: air only, mug and bucket, or a small battery washer from a bucket. Else come back.',
    },
    because: 'How it is rinsed decides what may go on it.',
    source: commonPractice,
  },
  {
    id: 'stop.cold',
    when: { role: 'condenser', tooCold: true },
    then: { verdict: 'postpone', title: 'Too cold to wash', action: 'Come back on a warmer day.' },
    because: 'Near freezing the chemistry slows and rinse water can freeze on the coil.',
    source: fromHouseRule,
  },
  {
    id: 'stop.heat',
    when: { role: 'condenser', dryBulbC: { min: 46 } },
    then: { verdict: 'postpone', title: 'Too hot to work out here', action: 'Come back early or late in the day.' },
    because: 'Heat illness.',
    source: commonPractice,
  },
];
