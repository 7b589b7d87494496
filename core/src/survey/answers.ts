import type { CoilRole, Configuration } from '../equipment';
import { CONFIGURATION_TABLE } from '../equipment';
import type { ArrivalHazard } from './story';

/** What stands around an outdoor unit and may be harmed. */
export const SURROUNDINGS = ['plants', 'pond', 'pets', 'paint', 'storm-drain', 'neighbour'] as const;
/** One of `SURROUNDINGS`. */
export type Surrounding = (typeof SURROUNDINGS)[number];

/** How far a coil may be opened. */
export const OPENING_IDS = ['exterior', 'guards-off', 'top-open', 'deep', 'panel', 'coil-and-pan', 'wheel-out'] as const;
/** One of `OPENING_IDS`. */
export type OpeningId = (typeof OPENING_IDS)[number];

/** What is done about foam that would dry too soon, where the technician chose; `none` leaves it to water. */
export const KEEP_WET = ['none', 'mist', 'shade', 'gentler'] as const;
/** One of `KEEP_WET`. */
export type KeepWet = (typeof KEEP_WET)[number];

/** How a coil is rinsed where no hose reaches. */
export const WATER_WAYS = ['unknown', 'air', 'mug', 'bucket-washer'] as const;
/** One of `WATER_WAYS`. */
export type WaterWay = (typeof WATER_WAYS)[number];

/** What else was seen at one coil. Every answer has a state for "nobody looked", and that is what it starts as. */
export interface CoilAnswers {
  disconnect: 'unknown' | 'pull-out' | 'lever' | 'breaker' | 'panel' | 'plug';
  /** Share of the face with bent fins. */
  finDamage: 'unknown' | 'little' | 'some' | 'much';
  /** How the fins take a jet: makes differ. */
  finStiffness: 'unknown' | 'soft' | 'stiff';
  weepHoles: 'unknown' | 'open' | 'blocked' | 'none';
  /** Extra screens clipped on against debris. */
  clipOnScreens: 'unknown' | 'none' | 'fitted';
  /** The compressor wears a jacket against sound. */
  soundJacket: boolean;
  /** A plastic base or lip that hides debris. */
  baseLip: boolean;
  linesInMud: boolean;
  debrisInside: boolean;
  /** Least room round the unit, m; null when it was not measured. */
  clearanceM: number | null;
  /** Room above it, m; null when it was not measured. */
  clearanceTopM: number | null;
  surroundings: Surrounding[];
  pan: 'unknown' | 'clean' | 'slime' | 'rusted' | 'cracked' | 'standing-water';
  primaryDrain: 'unknown' | 'clear' | 'slow' | 'blocked';
  secondaryWet: boolean;
  floatSwitch: 'unknown' | 'works' | 'fails' | 'none';
  wheel: 'unknown' | 'clean' | 'dusty' | 'caked';
  filter: 'unknown' | 'clean' | 'loaded' | 'blocked' | 'missing';
  /** How the air runs through an indoor coil. */
  airflow: 'unknown' | 'up' | 'down' | 'horizontal';
  accessPanel: 'unknown' | 'easy' | 'tight' | 'none';
  trap: 'unknown' | 'wet' | 'dry' | 'none';
  /** Whether the blower draws air through the coil, so that the pan is under suction, or blows it through. */
  blower: 'unknown' | 'draws' | 'blows';
  filterSize: string;
  /** A thin one is 1 to 2 in; a media filter is 4 to 5 in. */
  filterKind: 'unknown' | 'thin' | 'media' | 'washable';
  /** How many filters the system takes. */
  filterCount: 'unknown' | 'one' | 'two' | 'three';
  /** Where the outdoor unit stands. */
  stand: 'unknown' | 'ground' | 'raised' | 'roof';
  /** What moves the air, and what burns or glows beside the coil. */
  indoorUnit: 'unknown' | 'air-handler' | 'electric-heat' | 'furnace';
  /** Circuits that feed the indoor cabinet. */
  circuits: 'unknown' | 'one' | 'two' | 'three';
  /** A board with capacitors that hold their charge for minutes. */
  inverter: 'unknown' | 'yes' | 'no';
  /** Whose disconnect feeds wall heads. */
  headsFedBy: 'unknown' | 'outdoor-unit' | 'head' | 'own';
  /** Where the indoor cabinet is. */
  indoorPlace: 'unknown' | 'closet' | 'attic' | 'crawl-space';
  uvLamp: boolean;
  /** Which way an outdoor unit blows: up through a top, or through its front. */
  discharge: 'unknown' | 'up' | 'side';
  boardNearby: boolean;
  finishedCeiling: boolean;
  /** Bleach was put in this drain, by anyone, not long ago. */
  bleachInDrain: boolean;
  /** What the pan holds before it spills, L; null when not measured. */
  panVolumeL: number | null;
  /** What the drain takes, L/min, by timing a known volume; null when not measured. */
  drainLMin: number | null;
  /** How far the technician wants to open; null leaves it to the plan. */
  opening: OpeningId | null;
  keepWet: KeepWet;
  /** How it is rinsed without a hose; asked where no water was met at the coil. */
  waterWay: WaterWay;
}

/**
 * The answers before anything has been asked.
 * @returns every question open
 * @example noAnswers().finStiffness // 'unknown'
 */
export const noAnswers = (): CoilAnswers => ({
  disconnect: 'unknown',
  finDamage: 'unknown',
  finStiffness: 'unknown',
  weepHoles: 'unknown',
  clipOnScreens: 'unknown',
  soundJacket: false,
  baseLip: false,
  linesInMud: false,
  debrisInside: false,
  clearanceM: null,
  clearanceTopM: null,
  surroundings: [],
  pan: 'unknown',
  primaryDrain: 'unknown',
  secondaryWet: false,
  floatSwitch: 'unknown',
  wheel: 'unknown',
  filter: 'unknown',
  airflow: 'unknown',
  accessPanel: 'unknown',
  trap: 'unknown',
  blower: 'unknown',
  filterSize: '',
  filterKind: 'unknown',
  filterCount: 'unknown',
  stand: 'unknown',
  indoorUnit: 'unknown',
  circuits: 'unknown',
  inverter: 'unknown',
  headsFedBy: 'unknown',
  indoorPlace: 'unknown',
  uvLamp: false,
  discharge: 'unknown',
  boardNearby: false,
  finishedCeiling: false,
  bleachInDrain: false,
  panVolumeL: null,
  drainLMin: null,
  opening: null,
  keepWet: 'none',
  waterWay: 'unknown',
});

export type AnswerId = keyof CoilAnswers;

interface QuestionFrame {
  id: AnswerId;
  label: string;
  help?: string;
  part: 'access' | 'state' | 'drain' | 'around';
  /** Asked only where it can apply. */
  asks: (coil: { role: CoilRole; topOpens: boolean }, configuration: Configuration, hazards: readonly ArrivalHazard[]) => boolean;
  /** Asked only beside other answers that make it matter; left out: always. */
  onlyIf?: (answers: CoilAnswers) => boolean;
}

/** One thing to ask about a coil: a choice, several choices, a yes, or a figure in a kind of unit. */
export type Question = QuestionFrame &
  (
    | { kind: 'one' | 'any'; options: readonly { value: string; label: string }[] }
    | { kind: 'yes' | 'words' }
    | { kind: 'figure'; edge: 'length' | 'volume' | 'flow'; min: number; max: number }
  );

type Asks = QuestionFrame['asks'];
const outdoor: Asks = (coil) => coil.role === 'condenser';
const indoor: Asks = (coil) => coil.role === 'evaporator';
const indoorCabinet: Asks = (coil, configuration) => coil.role === 'evaporator' && !CONFIGURATION_TABLE[configuration].ductless;
const overARoom: Asks = (coil, configuration) => coil.role === 'evaporator' && !CONFIGURATION_TABLE[configuration].package;
const inAHouse: Asks = (coil, configuration) => indoorCabinet(coil, configuration, []) && !CONFIGURATION_TABLE[configuration].package;
const wallHead: Asks = (coil, configuration) => coil.role === 'evaporator' && CONFIGURATION_TABLE[configuration].ductless;
const outOfDoors: Asks = (coil, configuration) => coil.role === 'condenser' || CONFIGURATION_TABLE[configuration].package;
const withoutWater: Asks = (coil, configuration, hazards) => outOfDoors(coil, configuration, []) && hazards.includes('no-water');

const choice = (...pairs: [string, string][]) => pairs.map(([value, label]) => ({ value, label }));

/** The questions of Look beyond the grade, in order. Common practice, no source. */
export const QUESTIONS: readonly Question[] = [
  {
    id: 'disconnect',
    part: 'access',
    kind: 'one',
    asks: outdoor,
    label: 'Disconnect',
    help: 'The thermostat alone is not isolation',
    options: choice(['pull-out', 'Pull-out'], ['lever', 'Lever'], ['breaker', 'Breaker type'], ['panel', 'In the panel'], ['plug', 'Plug']),
  },
  {
    id: 'discharge',
    part: 'access',
    kind: 'one',
    asks: outdoor,
    label: 'Air discharge',
    options: choice(['up', 'Up, through the top'], ['side', 'Out the front']),
  },
  {
    id: 'inverter',
    part: 'access',
    kind: 'one',
    asks: outdoor,
    label: 'Inverter board',
    help: 'Mini-splits nearly always; others say inverter or variable speed on the plate',
    options: choice(['yes', 'Yes'], ['no', 'No']),
  },
  {
    id: 'stand',
    part: 'access',
    kind: 'one',
    asks: outOfDoors,
    label: 'It stands',
    options: choice(['ground', 'On the ground'], ['raised', 'Raised'], ['roof', 'On a roof']),
  },
  {
    id: 'waterWay',
    part: 'access',
    kind: 'one',
    asks: withoutWater,
    label: 'Without a hose it is rinsed with',
    help: 'Grades 3 and 4 wait for water',
    options: choice(['air', 'Air only'], ['mug', 'Mug and bucket'], ['bucket-washer', 'Small battery washer, low, from a bucket']),
  },
  { id: 'clearanceM', part: 'access', kind: 'figure', edge: 'length', min: 0, max: 10, asks: outdoor, label: 'Least room round it' },
  { id: 'clearanceTopM', part: 'access', kind: 'figure', edge: 'length', min: 0, max: 10, asks: outdoor, label: 'Room above it' },
  { id: 'debrisInside', part: 'state', kind: 'yes', asks: outdoor, label: 'Leaves or lumps inside' },
  {
    id: 'finDamage',
    part: 'state',
    kind: 'one',
    asks: outdoor,
    label: 'Bent fins',
    help: 'Graded apart from soil: combing gives airflow back',
    options: choice(['little', 'Under 10 %'], ['some', '10 to 30 %'], ['much', 'More']),
  },
  {
    id: 'finStiffness',
    part: 'state',
    kind: 'one',
    asks: outdoor,
    label: 'Fins',
    help: 'Press one at the edge: makes differ',
    options: choice(['soft', 'Give at once'], ['stiff', 'Stiff']),
  },
  {
    id: 'clipOnScreens',
    part: 'state',
    kind: 'one',
    asks: outdoor,
    label: 'Clip-on debris screens',
    options: choice(['fitted', 'Fitted'], ['none', 'None']),
  },
  { id: 'baseLip', part: 'state', kind: 'yes', asks: outdoor, label: 'Plastic base or lip that hides debris' },
  { id: 'soundJacket', part: 'state', kind: 'yes', asks: outdoor, label: 'Sound jacket on the compressor' },
  {
    id: 'weepHoles',
    part: 'state',
    kind: 'one',
    asks: outdoor,
    label: 'Weep holes',
    options: choice(['open', 'Open'], ['blocked', 'Blocked'], ['none', 'None']),
  },
  { id: 'linesInMud', part: 'state', kind: 'yes', asks: outdoor, label: 'Lines stand in mud' },
  {
    id: 'surroundings',
    part: 'around',
    kind: 'any',
    asks: outdoor,
    label: 'Close by',
    options: choice(
      ['plants', 'Plants'],
      ['pond', 'Pond'],
      ['pets', 'Pets'],
      ['paint', 'Painted wall'],
      ['storm-drain', 'Storm drain'],
      ['neighbour', 'Neighbour’s window'],
    ),
  },
  {
    id: 'indoorPlace',
    part: 'access',
    kind: 'one',
    asks: inAHouse,
    label: 'Indoor unit location',
    options: choice(['closet', 'A closet or basement'], ['attic', 'The attic'], ['crawl-space', 'A crawl space']),
  },
  {
    id: 'indoorUnit',
    part: 'access',
    kind: 'one',
    asks: inAHouse,
    label: 'Indoor unit type',
    options: choice(
      ['air-handler', 'Air handler, no electric heat'],
      ['electric-heat', 'Air handler, electric heat'],
      ['furnace', 'Coil on a gas furnace'],
    ),
  },
  {
    id: 'circuits',
    part: 'access',
    kind: 'one',
    asks: indoorCabinet,
    label: 'Circuits feeding it',
    help: 'Electric heat has two or three. Count the breakers: each is opened and tested',
    options: choice(['one', 'One'], ['two', 'Two'], ['three', 'Three']),
  },
  {
    id: 'headsFedBy',
    part: 'access',
    kind: 'one',
    asks: wallHead,
    label: 'Power source',
    help: 'One disconnect for both units is opened once and tested at both',
    options: choice(['outdoor-unit', 'Outdoor unit feeds the head'], ['head', 'Head feeds the outdoor unit'], ['own', 'Separate breakers']),
  },
  {
    id: 'accessPanel',
    part: 'access',
    kind: 'one',
    asks: indoorCabinet,
    label: 'Access panel',
    options: choice(['easy', 'Opens easily'], ['tight', 'Tight'], ['none', 'None']),
  },
  {
    id: 'airflow',
    part: 'access',
    kind: 'one',
    asks: indoorCabinet,
    label: 'Air runs',
    options: choice(['up', 'Up'], ['down', 'Down'], ['horizontal', 'Across']),
  },
  {
    id: 'filter',
    part: 'state',
    kind: 'one',
    asks: indoor,
    label: 'Filter',
    options: choice(['clean', 'Clean'], ['loaded', 'Loaded'], ['blocked', 'Blocked'], ['missing', 'Missing']),
  },
  { id: 'filterSize', part: 'state', kind: 'words', asks: indoorCabinet, label: 'Filter size' },
  {
    id: 'filterKind',
    part: 'state',
    kind: 'one',
    asks: indoorCabinet,
    label: 'Filter type',
    options: choice(['thin', 'Disposable, 1 to 2 in'], ['media', 'Media, 4 to 5 in'], ['washable', 'Washable']),
  },
  {
    id: 'filterCount',
    part: 'state',
    kind: 'one',
    asks: indoorCabinet,
    label: 'How many filters',
    help: 'Look at every return grille, not at the cabinet alone',
    onlyIf: ({ filter, filterSize }) => filter === 'loaded' || filter === 'blocked' || filter === 'missing' || filterSize.trim() !== '',
    options: choice(['one', 'One'], ['two', 'Two'], ['three', 'Three or more']),
  },
  {
    id: 'wheel',
    part: 'state',
    kind: 'one',
    asks: indoor,
    label: 'Blower wheel',
    options: choice(['clean', 'Clean'], ['dusty', 'Dusty'], ['caked', 'Caked']),
  },
  {
    id: 'pan',
    part: 'drain',
    kind: 'one',
    asks: indoor,
    label: 'Drain pan',
    options: choice(
      ['clean', 'Clean'],
      ['slime', 'Slime'],
      ['rusted', 'Rusted'],
      ['cracked', 'Cracked'],
      ['standing-water', 'Water stands'],
    ),
  },
  {
    id: 'primaryDrain',
    part: 'drain',
    kind: 'one',
    asks: indoor,
    label: 'Primary drain',
    help: 'Pour 1 qt (1 L) and watch it drain. A look is not a test',
    options: choice(['clear', 'Flow-tested, runs'], ['slow', 'Slow'], ['blocked', 'Blocked']),
  },
  {
    id: 'trap',
    part: 'drain',
    kind: 'one',
    asks: indoorCabinet,
    label: 'Trap',
    options: choice(['wet', 'Holds water'], ['dry', 'Dry'], ['none', 'None']),
  },
  {
    id: 'blower',
    part: 'drain',
    kind: 'one',
    asks: indoorCabinet,
    label: 'Blower and coil',
    help: 'Drawn through, the pan is under suction and needs a full trap',
    onlyIf: ({ trap }) => trap === 'dry' || trap === 'none',
    options: choice(['draws', 'Draws air through the coil'], ['blows', 'Blows air through the coil']),
  },
  {
    id: 'secondaryWet',
    part: 'drain',
    kind: 'yes',
    asks: overARoom,
    label: 'Water in the second drain or pan',
    help: 'It means the first is blocked',
  },
  {
    id: 'floatSwitch',
    part: 'drain',
    kind: 'one',
    asks: indoorCabinet,
    label: 'Float switch',
    options: choice(['works', 'Stops the unit'], ['fails', 'Does nothing'], ['none', 'None']),
  },
  { id: 'bleachInDrain', part: 'drain', kind: 'yes', asks: indoor, label: 'Bleach has been in this drain' },
  { id: 'panVolumeL', part: 'drain', kind: 'figure', edge: 'volume', min: 0.1, max: 60, asks: indoor, label: 'Pan holds' },
  {
    id: 'drainLMin',
    part: 'drain',
    kind: 'figure',
    edge: 'flow',
    min: 0.05,
    max: 60,
    asks: indoor,
    label: 'Drain takes, each minute',
    help: 'Time a known volume through it',
  },
  { id: 'uvLamp', part: 'around', kind: 'yes', asks: indoorCabinet, label: 'A UV lamp in the cabinet' },
  { id: 'boardNearby', part: 'around', kind: 'yes', asks: indoor, label: 'A board within reach of water' },
  { id: 'finishedCeiling', part: 'around', kind: 'yes', asks: overARoom, label: 'A finished ceiling below' },
];

/**
 * The questions that can apply to this coil, in the order they are asked.
 * @param coil its side, and whether its top lifts
 * @param configuration of the system
 * @param hazards met on arrival
 * @param answers so far; left out, every question that some answer would bring up
 * @returns those that can apply, in their order
 * @example questionsFor({ role: 'condenser', topOpens: true }, 'split-cool').some((question) => question.id === 'pan') // false
 */
export const questionsFor = (
  coil: { role: CoilRole; topOpens: boolean },
  configuration: Configuration,
  hazards: readonly ArrivalHazard[] = [],
  answers?: CoilAnswers,
): Question[] =>
  QUESTIONS.filter(
    ({ asks, onlyIf, id }) =>
      asks(coil, configuration, hazards) && (!answers || !onlyIf || onlyIf(answers) || answers[id] !== noAnswers()[id]),
  );
