import { commonPractice } from '../because';
import { METRES_PER_INCH } from '../units';
import type { ForceSchool, RinseSchool } from './houseRules';
import type { SurveyFacts } from './methodFacts';
import type { Rule } from './rule';

/** One way over a face: from which side the water comes, and how far it points down from level, degrees. */
export interface RinseWay {
  from: 'inside' | 'outside';
  downDeg: number;
}

/** How a coil is rinsed. */
export interface Rinse {
  direction: string;
  how: string;
  /** The direction as ways over a face, in order; left out by plans of before they were told apart, and where nothing is rinsed by hand. */
  ways?: readonly RinseWay[];
  /** What the water comes out of; left out by plans of before it was said. */
  nozzle?: string;
  /** No nearer than this, m; null where any distance will do. */
  leastDistanceM?: number | null;
}

/** What the opening adds to the facts of a rinse. */
export type RinseFacts = SurveyFacts & { insideReached: boolean };

interface Direction {
  direction: string;
  how: string;
  ways: readonly RinseWay[];
}

const inside = (downDeg: number): RinseWay => ({ from: 'inside', downDeg });
const outside = (downDeg: number): RinseWay => ({ from: 'outside', downDeg });

const BETWEEN = 'Straight between the fins.';
/** What each rinse school does. Common practice, no source. */
export const RINSE_SCHOOL_TABLE: Record<RinseSchool, Direction> = {
  'inside-then-outside': { direction: 'Inside out, top down, then clear the outside', how: BETWEEN, ways: [inside(0), outside(45)] },
  'inside-out': { direction: 'Inside out, top down', how: BETWEEN, ways: [inside(0)] },
  'outside-inside-outside': {
    direction: 'Outside down to strip the mat, then inside, then outside',
    how: BETWEEN,
    ways: [outside(45), inside(0), outside(45)],
  },
  'outside-only': { direction: 'Outside only, down at about 45°', how: 'Never sideways across the fins.', ways: [outside(45)] },
};

/** Which way to rinse, by construction, rows and access: the first row that fits. A null `then` leaves it to the shop's school. */
export const RINSE_RULES: readonly Rule<RinseFacts, Direction | null>[] = [
  {
    id: 'rinse.air',
    when: { hazards: { includes: 'no-water' }, waterWay: 'air' },
    then: {
      direction: 'Air only',
      how: 'Blower or vacuum along the fins, from inside where it can be reached. Nothing wet goes on.',
      ways: [],
    },
    because: 'No water at the coil, and none was brought.',
    source: commonPractice,
  },
  {
    id: 'rinse.wall-head',
    when: { role: 'evaporator', ductless: true },
    then: {
      direction: 'Zig-zag, top down',
      how: 'Over a bib; the rear bend apart and last: it is the part that is missed.',
      ways: [outside(45)],
    },
    because: 'A wall head stands over a finished room: little water, caught in a sheet.',
    source: commonPractice,
  },
  {
    id: 'rinse.package-indoor',
    when: { role: 'evaporator', package: true },
    then: { direction: 'From the clean side, short bursts', how: 'Cover the open duct under the coil first.', ways: [inside(45)] },
    because: 'A package unit has an open duct under the indoor coil.',
    source: commonPractice,
  },
  {
    id: 'rinse.indoor-down',
    when: { role: 'evaporator', airflow: 'down' },
    then: {
      direction: 'Both sides where they can be reached, top down',
      how: 'Air comes from above, so the dirty side is on top: begin there. In doses the pan can hold. No garden hose.',
      ways: [inside(45), outside(45)],
    },
    because: 'Dirt sits where the air enters.',
    source: commonPractice,
  },
  {
    id: 'rinse.indoor-up',
    when: { role: 'evaporator', airflow: 'up' },
    then: {
      direction: 'Both sides where they can be reached, top down',
      how: 'Air comes from below, so the dirty side is underneath, inside the slabs: look there with a mirror. In doses the pan can hold. No garden hose.',
      ways: [inside(45), outside(45)],
    },
    because: 'Dirt sits where the air enters.',
    source: commonPractice,
  },
  {
    id: 'rinse.indoor',
    when: { role: 'evaporator' },
    then: {
      direction: 'Both sides where they can be reached, top down',
      how: 'From a bucket, in doses the pan can hold. No garden hose.',
      ways: [inside(45), outside(45)],
    },
    because: 'Indoors the pan must drain as fast as you pour.',
    source: commonPractice,
  },
  {
    id: 'rinse.microchannel',
    when: { construction: 'microchannel', insideReached: true },
    then: { direction: 'Inside out, top down', how: 'No brushing across.', ways: [inside(0)] },
    because: 'Folded fins between flat tubes give under pressure.',
    source: commonPractice,
  },
  {
    id: 'rinse.microchannel-shut',
    when: { construction: 'microchannel' },
    then: { direction: 'Outside, top down', how: 'No brushing across.', ways: [outside(45)] },
    because: 'The top stays on: one side only, lowest pressure.',
    source: commonPractice,
  },
  {
    id: 'rinse.spine',
    when: { construction: ['spine-fin-copper', 'spine-fin-aluminium'], insideReached: true },
    then: {
      direction: 'Both sides, back and forth, top down',
      how: 'Along the spines, never against their lie alone.',
      ways: [inside(0), outside(0), inside(0)],
    },
    because: 'Dirt pushed one way catches on the spines.',
    source: commonPractice,
  },
  {
    id: 'rinse.shut',
    when: { insideReached: false },
    then: { direction: 'Outside only, down at about 45°', how: 'Never sideways across the fins.', ways: [outside(45)] },
    because: 'The top stays on, so the inside face cannot be reached.',
    source: commonPractice,
  },
  {
    id: 'rinse.felted',
    when: { role: 'condenser', felts: true, rinseSchool: 'outside-inside-outside' },
    then: RINSE_SCHOOL_TABLE['inside-then-outside'],
    because: 'What is left of a mat is pushed out from inside first: water from outside packs it into the fins.',
    source: commonPractice,
  },
  {
    id: 'rinse.rows',
    when: { rows: [2, 3] },
    then: {
      direction: 'Both faces, the inner face at a downward angle',
      how: 'Straight between the fins, top down.',
      ways: [inside(45), outside(45)],
    },
    because: 'A level jet drives dirt between the rows.',
    source: commonPractice,
  },
  {
    id: 'rinse.school',
    when: {},
    then: null,
    because: 'The shop’s rinse school decides.',
    source: { kind: 'house-rule', name: 'the rinse school in the house rules' },
  },
];

/** How hard water may come, and out of what. */
export interface Force {
  nozzle: string;
  how: string;
  leastDistanceM: number | null;
  washer: boolean;
}

const force = (nozzle: string, how: string, leastDistanceM: number | null = null, washer = false): Force => ({
  nozzle,
  how,
  leastDistanceM,
  washer,
});
const SHOWER = force('shower', 'Gentle shower, lowest pressure.', 0.3);

const PLATE_FINS = ['copper-plate-fin', 'aluminium-plate-fin'] as const;

/** How hard to rinse by what the fins are: the first row that fits. A null `then` leaves it to the shop's school. Common practice, no source. */
export const FORCE_RULES: readonly Rule<RinseFacts, Force | null>[] = [
  {
    id: 'force.air',
    when: { hazards: { includes: 'no-water' }, waterWay: 'air' },
    then: force('blower', ''),
    because: 'Nothing wet goes on.',
    source: commonPractice,
  },
  {
    id: 'force.mug',
    when: { hazards: { includes: 'no-water' }, waterWay: 'mug' },
    then: force('mug', 'Poured from a mug, down the face, until it runs clear.'),
    because: 'No hose reaches the coil.',
    source: commonPractice,
  },
  {
    id: 'force.bucket-delicate',
    when: {
      hazards: { includes: 'no-water' },
      waterWay: 'bucket-washer',
      construction: ['microchannel', 'spine-fin-copper', 'spine-fin-aluminium', 'coated'],
    },
    then: force('mug', 'Poured from a mug: a washer, even a small one, is too hard for these fins.'),
    because: 'Delicate fins take no washer at all.',
    source: commonPractice,
  },
  {
    id: 'force.bucket-bent',
    when: { hazards: { includes: 'no-water' }, waterWay: 'bucket-washer', finStiffness: 'soft' },
    then: force('mug', 'Poured from a mug: these fins give at once.'),
    because: 'Soft fins take no washer at all.',
    source: commonPractice,
  },
  {
    id: 'force.bucket-high',
    when: {
      role: 'condenser',
      hazards: { includes: 'no-water' },
      waterWay: 'bucket-washer',
      bucketWasher: 'high-on-stiff',
      finStiffness: 'stiff',
      construction: PLATE_FINS,
    },
    then: force('small battery washer, high', 'From a 5 gal (19 L) bucket, high setting, a foot off, along the stiff fins.', 0.3, true),
    because: 'Stiff fins bear it, and no hose reaches the coil; the shop’s own decision.',
    source: { kind: 'house-rule', name: 'the small battery washer, in the house rules' },
  },
  {
    id: 'force.bucket-washer',
    when: { hazards: { includes: 'no-water' }, waterWay: 'bucket-washer' },
    then: force('small battery washer, low', 'From a 5 gal (19 L) bucket, low setting, along the fins.', 4 * METRES_PER_INCH, true),
    because: 'No hose reaches the coil; a small washer on low does for grades 0 to 2.',
    source: commonPractice,
  },
  {
    id: 'force.indoor-washer',
    when: { role: 'evaporator', bucketWasher: 'indoors-too', finStiffness: ['unknown', 'stiff'], construction: PLATE_FINS },
    then: force('small battery washer, low', 'From a bucket, low setting, along the fins.', 4 * METRES_PER_INCH, true),
    because: 'More reach than a pump sprayer, and hardly more water; the shop’s own decision.',
    source: { kind: 'house-rule', name: 'the small battery washer, in the house rules' },
  },
  {
    id: 'force.indoor',
    when: { role: 'evaporator' },
    then: force('low-pressure hand sprayer', 'Low pressure, little water.'),
    because: 'Boards, ceilings and the pan.',
    source: commonPractice,
  },
  {
    id: 'force.microchannel',
    when: { construction: 'microchannel' },
    then: SHOWER,
    because: 'Folded fins give under any jet.',
    source: commonPractice,
  },
  { id: 'force.coated', when: { construction: 'coated' }, then: SHOWER, because: 'A jet lifts a coating.', source: commonPractice },
  {
    id: 'force.spine',
    when: { construction: ['spine-fin-copper', 'spine-fin-aluminium'] },
    then: force('fan nozzle', 'Gentle fan at house pressure.', 0.15),
    because: 'Spines lie down under a jet and stay down.',
    source: commonPractice,
  },
  { id: 'force.soft', when: { finStiffness: 'soft' }, then: SHOWER, because: 'These fins give at once.', source: commonPractice },
  {
    id: 'force.bent',
    when: { finDamage: 'much' },
    then: force('fan nozzle', 'Gentle fan: fins that are bent already fold further.', 0.15),
    because: 'Bent fins catch the jet.',
    source: commonPractice,
  },
  {
    id: 'force.not-stiff',
    when: { finStiffness: 'unknown', force: ['full-straight', 'washer-low'] },
    then: force('hand over the hose end', 'House pressure, hand over the hose end: nobody has tried yet how stiff these fins are.'),
    because: 'A hard jet is for fins that are known to be stiff.',
    source: commonPractice,
  },
  {
    id: 'force.school',
    when: {},
    then: null,
    because: 'The shop’s school decides how hard.',
    source: { kind: 'house-rule', name: 'how hard to rinse, in the house rules' },
  },
];

/** What each school rinses with on fins that allow it. Common practice, no source. */
export const FORCE_SCHOOL_TABLE: Record<ForceSchool, Force> = {
  'hand-over-hose': force('hand over the hose end', 'House pressure, hand over the hose end, no nozzle.'),
  'gentle-fan': force('fan nozzle', 'Gentle fan or shower at house pressure.', 0.1),
  'full-straight': force('straight jet', 'Full house pressure, close, a straight jet along the stiff fins, never across.', 0.05),
  'washer-low': force(
    'washer, low setting',
    'A washer on its low setting, along the fins; the shop’s own decision.',
    4 * METRES_PER_INCH,
    true,
  ),
};

/** The last pass from outside is level. */
export const SQUARE = 'rinse.square';
/** Rinsed with something wet. */
const BY_WATER = ['unknown', 'bucket-washer', 'mug'] as const;
/** Sentences that a school or a finding adds to how it is rinsed. Common practice, no source. */
export const RINSE_ADDS: readonly Rule<RinseFacts, string>[] = [
  {
    id: SQUARE,
    when: {
      role: 'condenser',
      insideReached: true,
      finStiffness: 'stiff',
      rows: 1,
      construction: ['copper-plate-fin', 'aluminium-plate-fin'],
      rinseSchool: ['inside-then-outside', 'outside-inside-outside'],
    },
    then: 'Last from outside, square to the face: listen for the water striking the far side.',
    because: 'Once the inside is clean, a straight stream goes through stiff fins; at a slant it only wets them.',
    source: commonPractice,
  },
  {
    id: 'rinse.lid-on',
    when: { role: 'condenser', insideReached: true, lid: 'back-on-first', discharge: 'up' },
    then: 'The top goes back on before the outside is rinsed.',
    because: 'So that nothing reaches motor and controls.',
    source: { kind: 'house-rule', name: 'the lid school in the house rules' },
  },
  {
    id: 'rinse.lid-off',
    when: { role: 'condenser', insideReached: true, lid: 'off-throughout', discharge: 'up' },
    then: 'The top stays off throughout: bag the motor.',
    because: 'The whole face is seen from both sides.',
    source: { kind: 'house-rule', name: 'the lid school in the house rules' },
  },
  {
    id: 'rinse.urine',
    when: { soils: { includes: 'pet-urine' }, waterWay: BY_WATER },
    then: 'Rinse the marked side twice: urine corrodes.',
    because: 'What stays of it goes on eating the fins.',
    source: commonPractice,
  },
  {
    id: 'rinse.salt',
    when: { soils: { includes: 'salt' }, waterWay: BY_WATER },
    then: 'Plenty of plain water: salt goes with nothing else.',
    because: 'Salt dissolves.',
    source: commonPractice,
  },
];
