import { commonPractice, fromLabel } from '../because';
import type { PreWet } from './houseRules';
import type { LabelLine } from '../mix';
import type { Ending, SurveyFacts } from './methodFacts';
import type { Rule } from './rule';

/** How foam goes on: what is done to the coil before it, and from which side it is put on. */
export interface Foaming {
  preWet: PreWet;
  /** From which side, a few words. */
  from: string;
  how: string;
}

/** What the opening and the cleaner add to the facts of foaming. */
export type FoamFacts = SurveyFacts & { insideReached: boolean; form: string; labelLines: readonly LabelLine[] };

/** Whether the coil is wetted before foam: the first row that fits. A null `then` leaves it to the shop's school. */
export const PRE_WET_RULES: readonly Rule<FoamFacts, PreWet | null>[] = [
  {
    id: 'prewet.label-dry',
    when: { labelLines: { includes: 'dry-coil' } },
    then: 'dry',
    because: 'The label asks for a dry coil.',
    source: fromLabel,
  },
  {
    id: 'prewet.label-wet-in',
    when: { labelLines: { includes: 'wet-coil' }, role: 'evaporator' },
    then: 'mist',
    because: 'The label asks for a wet coil; indoors a mist does it.',
    source: fromLabel,
  },
  {
    id: 'prewet.label-wet',
    when: { labelLines: { includes: 'wet-coil' } },
    then: 'rinse',
    because: 'The label asks for a wet coil.',
    source: fromLabel,
  },
  {
    id: 'prewet.can',
    when: { form: 'aerosol' },
    then: 'dry',
    because: 'Foam from a can is made for a dry coil: water thins it.',
    source: commonPractice,
  },
  {
    id: 'prewet.hot',
    when: { role: 'condenser', sun: 'full' },
    then: 'rinse',
    because: 'A coil in full sun stores heat: water cools it, or foam dries on it at once.',
    source: commonPractice,
  },
  {
    id: 'prewet.school',
    when: {},
    then: null,
    because: 'The shop’s school decides.',
    source: { kind: 'house-rule', name: 'wetting before foam, in the house rules' },
  },
];

/** What each way of wetting is called where it is to be done. Common practice, no source. */
export const PRE_WET_WORDS: Record<PreWet, { title: string; text: string }> = {
  dry: { title: 'Foam goes on dry', text: 'No water before the foam.' },
  mist: { title: 'Mist the whole coil', text: 'A light mist, no run-off: damp fins take foam better, and more water thins it.' },
  rinse: { title: 'Pre-rinse the whole coil', text: 'Water cools it, so that foam does not flash dry.' },
};

type From = Pick<Foaming, 'from' | 'how'>;

/** Which side foam goes on from: the first row that fits. */
export const FOAM_FROM_RULES: readonly Rule<FoamFacts, From>[] = [
  {
    id: 'foam.wall-head',
    when: { role: 'evaporator', ductless: true },
    then: { from: 'From the front, top down', how: 'Zig-zag from the top down, close; the rear bend apart.' },
    because: 'A wall head is reached from its front alone.',
    source: commonPractice,
  },
  {
    id: 'foam.indoor-up',
    when: { role: 'evaporator', airflow: 'up' },
    then: {
      from: 'The underside first',
      how: 'From below, inside the slabs, then the top side; from the bottom up, close, into the fins.',
    },
    because: 'Air comes from below, so the dirt is on the underside.',
    source: commonPractice,
  },
  {
    id: 'foam.indoor',
    when: { role: 'evaporator' },
    then: { from: 'The side the air enters first', how: 'From the bottom up, close, into the fins.' },
    because: 'Dirt sits where the air enters.',
    source: commonPractice,
  },
  {
    id: 'foam.inside-first',
    when: { insideReached: true },
    then: {
      from: 'Inside first, then outside',
      how: 'From inside, bottom up, close, between the fins, until it shows on the far face; then the outside.',
    },
    because: 'Foam pushes dirt back the way it came in.',
    source: commonPractice,
  },
  {
    id: 'foam.outside',
    when: {},
    then: { from: 'From outside', how: 'From the bottom up, close, between the fins.' },
    because: 'The top stays on: only the outside is reached.',
    source: commonPractice,
  },
];

/**
 * What is done to a coil before foam.
 * @param plan of the coil; one of before it was said was pre-rinsed, but for what condensate rinses
 * @returns dry, a light mist, or a rinse
 * @example preWetOf(planCoil(coil(), graded(3), mildDay, shelf, house())) // "rinse"
 */
export const preWetOf = ({ foaming, ending }: { foaming?: Foaming | null; ending?: Ending }): PreWet =>
  foaming?.preWet ?? (ending === 'condensate' ? 'dry' : 'rinse');
