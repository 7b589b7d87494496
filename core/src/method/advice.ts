import { commonPractice } from '../because';
import { formatQuantity, type UnitSystem } from '../units';
import type { CoilSurvey } from '../survey';
import type { HouseRules } from './houseRules';
import type { MethodFacts } from './methodFacts';
import { allMatches, type Rule } from './rule';

/** What to tell the owner, by what was seen. Common practice, no source. */
const ADVICE: readonly Rule<string>[] = [
  {
    id: 'advice.vent',
    when: { storyFacts: { includes: 'dryer-vent' } },
    then: 'Turn the dryer vent away from the unit: its lint is what blocks it.',
    because: 'Lint felts on the coil.',
    source: commonPractice,
  },
  {
    id: 'advice.mower',
    when: { storyFacts: { includes: 'mowing' } },
    then: 'Mow so that clippings are thrown away from the unit.',
    because: 'Grass sticks and rots in the base.',
    source: commonPractice,
  },
  {
    id: 'advice.dogs',
    when: { storyFacts: { includes: 'dogs' } },
    then: 'Keep dogs off the unit: urine corrodes the fins.',
    because: 'Urine corrodes.',
    source: commonPractice,
  },
  {
    id: 'advice.trees',
    when: { storyFacts: { includes: 'trees' } },
    then: 'Rinse seed fluff off with plain water in early summer. A net must not choke the air.',
    because: 'Seed fluff felts within weeks.',
    source: commonPractice,
  },
  {
    id: 'advice.dust',
    when: { storyFacts: { includes: 'building-dust' } },
    then: 'Switch the unit off while dusty work goes on next to it.',
    because: 'Building dust packs.',
    source: commonPractice,
  },
  {
    id: 'advice.filter',
    when: { filter: ['loaded', 'blocked', 'missing'] },
    then: 'Change the filter monthly, every 15 days in heavy use.',
    because: 'A loaded filter sends the dirt on to the coil.',
    source: commonPractice,
  },
  {
    id: 'advice.drain',
    when: { primaryDrain: ['slow', 'blocked'] },
    then: 'Have the drain cleared every year.',
    because: 'The drain was slow or blocked.',
    source: commonPractice,
  },
  {
    id: 'advice.float',
    when: { floatSwitch: ['fails', 'none'] },
    then: 'A float switch that stops the unit is worth fitting: quote it.',
    because: 'Nothing stops the unit when the pan fills.',
    source: commonPractice,
  },
  {
    id: 'advice.trips',
    when: { symptoms: { includes: 'breaker-trips' } },
    then: 'A breaker that trips is to be investigated by a licensed hand, not just reset.',
    because: 'It trips for a reason.',
    source: commonPractice,
  },
  {
    id: 'advice.washed',
    when: { storyFacts: { includes: 'never-washed' } },
    then: 'Keep the report: dated photos and readings count when a warranty is claimed.',
    because: 'No wash was on record.',
    source: commonPractice,
  },
  {
    id: 'advice.noise',
    when: { symptoms: { includes: 'noise' } },
    then: 'If the noise comes back after the wash, have the fan and compressor looked at.',
    because: 'Soil is not the only thing that makes noise.',
    source: commonPractice,
  },
  {
    id: 'advice.smell',
    when: { symptoms: { includes: 'smell' } },
    then: 'Run the fan for a while after cooling, and change the filter: a wet coil that stands smells.',
    because: 'Biofilm grows on a wet, still coil.',
    source: commonPractice,
  },
];

/** Advice for the owner from one coil's facts, the clearance first when it is short. */
export function adviceFor(facts: MethodFacts, survey: CoilSurvey, house: HouseRules, system: UnitSystem): string[] {
  const room = survey.answers.clearanceM;
  const short = room !== null && room < house.clearanceM;
  const said = allMatches(ADVICE, facts).map((rule) => rule.then);
  return short
    ? [
        `Keep ${formatQuantity({ kind: 'length', m: house.clearanceM }, system)} clear all round; it has ${formatQuantity({ kind: 'length', m: room }, system)}.`,
        ...said,
      ]
    : said;
}
