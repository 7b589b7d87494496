import { commonPractice } from '../because';
import { formatQuantity, type UnitSystem } from '../units';
import type { HouseRules } from './houseRules';
import type { JobFacts } from './methodFacts';
import { allMatches, type Rule } from './rule';

/** Filters to keep, by how many the system takes. */
const SPARES: Record<JobFacts['filterCount'], string> = { unknown: 'a spare', one: 'a spare', two: 'two spares', three: 'a full set' };

/** What to tell the owner, by what was seen. Common practice, no source. */
export const ADVICE: readonly Rule<JobFacts, string>[] = [
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
    id: 'advice.filter-media',
    when: { filter: ['loaded', 'blocked', 'missing'], ductless: false, filterKind: 'media' },
    then: 'Change the media filter every 6 to 12 months; every 6 with pets or dust.',
    because: 'A thick filter holds more, and one that is full sends the dirt on to the coil.',
    source: commonPractice,
  },
  {
    id: 'advice.filter-washable',
    when: { filter: ['loaded', 'blocked', 'missing'], ductless: false, filterKind: 'washable' },
    then: 'Wash the filter every 250 hours of running, about once a month in season. Let it dry before it goes back.',
    because: 'A loaded filter sends the dirt on to the coil.',
    source: commonPractice,
  },
  {
    id: 'advice.filter',
    when: { filter: ['loaded', 'blocked', 'missing'], ductless: false, filterKind: ['unknown', 'thin'] },
    then: 'Change the filter monthly, every 15 days in heavy use.',
    because: 'A loaded filter sends the dirt on to the coil.',
    source: commonPractice,
  },
  {
    id: 'advice.filter-wash',
    when: { filter: ['loaded', 'blocked', 'missing'], ductless: true },
    then: 'Wash the filters of the head every two weeks in use, and let them dry before they go back.',
    because: 'A loaded filter sends the dirt on to coil and wheel.',
    source: commonPractice,
  },
  {
    id: 'advice.trap-blown',
    when: { role: 'evaporator', trap: 'none', ductless: false, blower: 'blows' },
    then: 'The drain has no trap: cooled air leaves by it. Have one fitted as the maker draws it.',
    because: 'No trap was found.',
    source: commonPractice,
  },
  {
    id: 'advice.trap',
    when: { role: 'evaporator', trap: 'none', ductless: false, blower: ['unknown', 'draws'] },
    then: 'The drain has no trap: under suction it does not empty while the blower runs. Have one fitted.',
    because: 'No trap was found.',
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
  {
    id: 'advice.shade',
    when: { role: 'condenser', sun: ['full', 'broken'] },
    then: 'Shade helps as long as it leaves the air free: a tree or an awning well off it, never a hedge or a cover against it.',
    because: 'The unit stands in the sun.',
    source: commonPractice,
  },
  {
    id: 'advice.set-point',
    when: { symptoms: { includes: 'high-bill' } },
    then: 'A degree or two higher on the thermostat saves; 7 to 10 °F back for eight hours a day saves up to a tenth of a year’s cooling and heating.',
    because: 'The bill was complained of.',
    source: { kind: 'memory', name: 'US Department of Energy, programmable thermostats' },
  },
  {
    id: 'advice.draughts',
    when: { symptoms: { includes: 'long-runs' } },
    then: 'Shut what leaks: doors, loft hatch, ducts in the attic. A clean unit cannot cool the street.',
    because: 'It runs long.',
    source: commonPractice,
  },
  {
    id: 'advice.fan-speed',
    when: { role: 'evaporator', symptoms: { includes: 'ice' } },
    then: 'Leave every outlet open and the filter clean: little air makes ice. A faster fan is a matter for whoever has measured the static pressure.',
    because: 'Ice has been seen.',
    source: commonPractice,
  },
  {
    id: 'advice.misting',
    when: { role: 'condenser', coolingSymptom: true, dryBulbC: { min: 32 } },
    then: 'Misting the outdoor coil on a hot day helps for minutes, no longer, and leaves lime behind: it is no substitute for a wash.',
    because: 'It cools badly in the heat.',
    source: commonPractice,
  },
  {
    id: 'advice.wheel',
    when: { wheel: ['dusty', 'caked'], heatPump: false, ductless: false },
    then: 'Have the blower wheel looked at every two years.',
    because: 'It was dusty or caked.',
    source: commonPractice,
  },
  {
    id: 'advice.wheel-heat-pump',
    when: { wheel: ['dusty', 'caked'], heatPump: true, ductless: false },
    then: 'Have the blower wheel looked at every year: a heat pump runs summer and winter.',
    because: 'It was dusty or caked.',
    source: commonPractice,
  },
  {
    id: 'advice.wheel-head',
    when: { wheel: ['dusty', 'caked'], ductless: true },
    then: 'Have the wheel of the head looked at every year: it heats as well as cools.',
    because: 'It was dusty or caked.',
    source: commonPractice,
  },
  {
    id: 'advice.screens-left-off',
    when: { clipOnScreens: 'fitted', screens: 'leave-off' },
    then: 'The clip-on screens were left off: they choke the air more than they keep out. They are kept with the unit.',
    because: 'This shop leaves them off.',
    source: { kind: 'house-rule', name: 'clip-on screens, in the house rules' },
  },
  {
    id: 'advice.screens-refitted',
    when: { clipOnScreens: 'fitted', screens: 'refit' },
    then: 'Rinse the clip-on screens every few weeks in summer: full, they choke the unit.',
    because: 'They were refitted.',
    source: { kind: 'house-rule', name: 'clip-on screens, in the house rules' },
  },
  {
    id: 'advice.holes',
    when: { role: 'condenser', weepHoles: ['blocked', 'none'], panHoles: 'enlarge-with-consent', insideReached: true },
    then: 'With your consent, holes in the base were enlarged or added so that it drains.',
    because: 'The base held water.',
    source: { kind: 'house-rule', name: 'pan drain holes, in the house rules' },
  },
  {
    id: 'advice.panel',
    when: { accessPanel: 'none' },
    then: 'An access panel is worth fitting: without it the indoor coil can be neither seen nor washed.',
    because: 'There is no panel.',
    source: commonPractice,
  },
  {
    id: 'advice.urine-soil',
    when: { soils: { includes: 'pet-urine' } },
    then: 'A dog marks this unit: a low fence a foot and a half off saves the fins.',
    because: 'Urine corrodes.',
    source: commonPractice,
  },
  {
    id: 'advice.salt',
    when: { soils: { includes: 'salt' } },
    then: 'Rinse the outdoor coil with plain water every month: salt eats it.',
    because: 'Salt was found.',
    source: commonPractice,
  },
];

/**
 * Advice for the owner from one coil's facts: room that is short first, the filter with its size.
 * @param facts what was seen and what was chosen
 * @param house the shop's rules, for the room it asks for
 * @param system units to write lengths in
 * @returns sentences, most pressing first
 * @example adviceFor(planCoil(coil(), graded(3), mildDay, shelf, house()).facts, house(), 'us') // []
 */
export function adviceFor(facts: JobFacts, house: HouseRules, system: UnitSystem): string[] {
  const length = (m: number | null) => formatQuantity({ kind: 'length', m: m ?? 0 }, system);
  const size = facts.filterSize.trim();
  return [
    ...(facts.sidesShort ? [`Keep ${length(house.clearanceM)} clear all round; it has ${length(facts.clearanceM)}.`] : []),
    ...(facts.topShort ? [`Keep ${length(house.clearanceTopM)} clear above it; it has ${length(facts.clearanceTopM)}.`] : []),
    ...allMatches(ADVICE, facts).map((rule) => rule.then),
    ...(size ? [`The filter is ${size}: keep ${SPARES[facts.filterCount]}.`] : []),
  ];
}
