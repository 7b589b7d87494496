import type { JobFacts } from './methodFacts';
import type { When } from './rule';

/** Where a step stands among the others of its coil. */
export type Stage =
  | 'before'
  | 'isolate'
  | 'open'
  | 'prepare'
  | 'wash'
  | 'meanwhile'
  | 'torch'
  | 'mend'
  | 'close'
  | 'drip'
  | 'restart'
  | 'condense'
  | 'look'
  | 'after';

/** What shows that a step is done, besides its being ticked off. */
export type DoneWhen =
  | 'ticked'
  | 'read-before'
  | 'gate-open'
  | 'mixed'
  | 'sections-clear'
  | 'running'
  | 'condensed'
  | 'looked'
  | 'read-after';

/** One step of the work: when it is due, how long it usually takes, and what it is to the run sheet. */
export interface StepRow {
  text: string;
  when: When<JobFacts>;
  /** Usual time. Common practice, no source. The wash itself is timed by its sections. */
  minutes: number;
  stage: Stage;
  /** Somebody's hands, or a wait. */
  hands: boolean;
  /** Only for the one who isolates. */
  lead?: true;
  /** Once for the visit, not for each coil. */
  once?: true;
  /** Only once foam is on: the gun is empty then, and the pan catches what drips. */
  afterFoam?: true;
  doneWhen: DoneWhen;
}

const OPENED = ['guards-off', 'top-open', 'deep'] as const;
/** Rinsed with something wet, whatever it is poured from. */
const BY_WATER = ['unknown', 'bucket-washer', 'mug'] as const;
const out = { role: 'condenser' } as const;
const inn = { role: 'evaporator' } as const;
const work = (stage: Stage, minutes: number, text: string, when: When<JobFacts>, more: Partial<StepRow> = {}): StepRow => ({
  text,
  when,
  minutes,
  stage,
  hands: true,
  doneWhen: 'ticked',
  ...more,
});
const wait = (stage: Stage, minutes: number, text: string, when: When<JobFacts>, more: Partial<StepRow> = {}): StepRow =>
  work(stage, minutes, text, when, { hands: false, ...more });

/** Every step there is, in the order of work. Common practice, no source; the maker's manual outranks it. */
export const STEP_TABLE = {
  baseline: wait(
    'before',
    15,
    'Baseline readings, system steady 15 min',
    { runsNow: true, readings: 'full' },
    { once: true, doneWhen: 'read-before' },
  ),
  'baseline-quick': wait(
    'before',
    3,
    'While it still runs, read the split, and condensing over ambient or amps',
    { runsNow: true, readings: 'quick' },
    { once: true, doneWhen: 'read-before' },
  ),
  isolate: work('isolate', 3, 'Isolate, tag, prove dead', {}, { lead: true, doneWhen: 'gate-open' }),
  bus: work(
    'isolate',
    6,
    'Inverter board: wait the maker’s time, measure the DC bus',
    { ...out, inverter: 'yes' },
    { lead: true, doneWhen: 'gate-open' },
  ),
  'bus-likely': work(
    'isolate',
    6,
    'Inverter board likely: wait the maker’s time, measure the DC bus',
    { ...out, ductless: true, inverter: 'unknown' },
    { lead: true, doneWhen: 'gate-open' },
  ),
  circuits: work(
    'isolate',
    3,
    'Each circuit opened, tagged and tested',
    { ...inn, circuits: ['two', 'three'] },
    { lead: true, doneWhen: 'gate-open' },
  ),
  gas: work('open', 3, 'Gas off, burners covered', { gas: true }, { once: true }),
  animals: work('open', 2, 'Frog or toad moved, or worked round', { hazards: { includes: 'harmless-animals' } }, { once: true }),
  screens: work('open', 3, 'Clip-on screens off and washed', { ...out, clipOnScreens: 'fitted', screens: 'refit' }),
  'screens-away': work('open', 2, 'Clip-on screens off, kept off, the owner told', {
    ...out,
    clipOnScreens: 'fitted',
    screens: 'leave-off',
  }),
  guards: work('open', 8, 'Louvered panels off and washed; the top first where they hang under it', {
    ...out,
    guards: 'louvre',
    opening: OPENED,
  }),
  'guards-wire': work('open', 5, 'Guards off', { ...out, guards: 'wire', opening: OPENED }),
  'guards-hinged': work('open', 6, 'Hinged doors open or off, washed on both sides', { ...out, guards: 'hinged', opening: OPENED }),
  wires: work('open', 8, 'Photograph the wires; lift the top straight up, tip it toward its leads, stand it on edge', {
    ...out,
    insideReached: true,
    discharge: 'up',
  }),
  'wires-front': work('open', 6, 'Photograph the wires; front grille off', { ...out, insideReached: true, discharge: 'side' }),
  deep: work('open', 15, 'Panels and fan assembly out', { opening: 'deep' }),
  debris: work('open', 6, 'Leaves and lumps out by hand or vacuum', { ...out, debrisInside: true, insideReached: true }),
  uv: work('open', 1, 'UV lamp off and unplugged', { ...inn, uvLamp: true }),
  jacket: work('open', 2, 'Sound jacket off, or wrapped dry', { soundJacket: true, insideReached: true }),
  panel: work('open', 8, 'Filter out, access panel off, board shielded, sheet laid', {
    ...inn,
    ductless: false,
    accessPanel: ['unknown', 'easy'],
  }),
  'panel-tight': work('open', 16, 'Filter out, tight access panel worked off, board shielded, sheet laid', {
    ...inn,
    ductless: false,
    accessPanel: 'tight',
  }),
  front: work('open', 12, 'Front, filters and louvres off; bib hung, display lead unplugged', { ...inn, ductless: true }),
  duct: work('open', 5, 'Duct openings covered', { ...inn, package: true }),
  'pan-standing': work('prepare', 4, 'Standing water drawn off the pan', { pan: 'standing-water' }),
  'nest-out': work('prepare', 6, 'Nest and droppings damped, lifted out by hand and bagged', { soils: { includes: 'nest' } }),
  mud: work('prepare', 6, 'Mud off the lines by hand', { ...out, linesInMud: true }),
  lift: work('prepare', 10, 'Dry lift: hand, brush along the fins, vacuum', { ...out, dryLift: true }),
  'lift-in': work('prepare', 6, 'Dry lift: soft brush and vacuum', { ...inn, dryLift: true }),
  lip: work('prepare', 4, 'Base lip cleared behind its edge', { baseLip: true, insideReached: true }),
  shield: work('prepare', 2, 'Controls shielded', { ...out, electrics: 'shield-everything', waterWay: BY_WATER }),
  bag: work('prepare', 1, 'Fan motor bagged', { ...out, insideReached: true, lid: 'off-throughout', discharge: 'up' }),
  plants: work('prepare', 1, 'Plants wetted', { surroundings: { includes: 'plants' }, usesCleaner: true }),
  presoak: work('prepare', 3, 'Marked side soaked with plain water', {
    soils: { includes: 'pet-urine' },
    waterWay: BY_WATER,
  }),
  'bleach-flush': work('prepare', 4, 'Pan and drain flushed with plenty of water: bleach has been in them', {
    ...inn,
    bleachInDrain: true,
  }),
  // What carries water off is opened before any water comes: what was blocked would stand in the pan.
  'pan-slime': work('prepare', 4, 'Slime out of the pan by hand', { pan: 'slime' }),
  'drain-clear': work('prepare', 8, 'Drain snaked or vacuumed clear, then flow-tested with 1 qt (1 L)', { ...inn, drainState: 'bad' }),
  'drain-pour': work('prepare', 3, 'Drain flow-tested: 1 qt (1 L) into the pan runs off', {
    ...inn,
    drainState: 'unknown',
    waterWay: BY_WATER,
  }),
  'weep-open': work('prepare', 2, 'Weep holes found and opened', { ...out, insideReached: true, weepHoles: 'unknown' }),
  'pan-free': work('prepare', 4, 'Weep holes freed with a rod', {
    ...out,
    insideReached: true,
    weepHoles: 'blocked',
    panHoles: 'never-drill',
  }),
  'pan-drill': work('prepare', 8, 'Weep holes enlarged or added, well away from any tube, with the owner’s consent', {
    ...out,
    insideReached: true,
    weepHoles: ['blocked', 'none'],
    panHoles: 'enlarge-with-consent',
  }),
  mix: work('prepare', 4, 'Mix the cleaner', { usesCleaner: true, waterFirst: false, form: 'concentrate' }, { doneWhen: 'mixed' }),
  wash: work('wash', 0, 'Wash', {}),
  wheel: work('meanwhile', 45, 'Blower wheel out by its set screw, shaft marked, washed', { opening: 'wheel-out' }),
  'wheel-brush': work('meanwhile', 10, 'Blower wheel brushed in place', { wheel: 'dusty', opening: ['panel', 'coil-and-pan'] }),
  'wheel-wash': work('meanwhile', 20, 'Caked blower wheel washed in place', { wheel: 'caked', opening: ['panel', 'coil-and-pan'] }),
  'filter-wash': work('meanwhile', 5, 'Filters washed and laid out to dry', { ...inn, ductless: true }),
  'pan-ready': work('meanwhile', 4, 'Drain flow-tested before the condensate run', { ending: 'condensate' }, { afterFoam: true }),
  gun: work('meanwhile', 2, 'Gun flushed until clear', { usesCleaner: true, waterFirst: false, form: 'concentrate' }, { afterFoam: true }),
  torch: work(
    'torch',
    2,
    'Torch check over the whole face, top lip and bottom band too',
    { ending: 'rinse' },
    { doneWhen: 'sections-clear' },
  ),
  second: work('mend', 12, 'Second pass where the torch still shows dark', { passes: { min: 2 } }, { doneWhen: 'sections-clear' }),
  comb: work('mend', 10, 'Comb bent fins, right comb for the fins per inch', { finDamage: ['some', 'much'] }),
  // What the rinse washed down is taken out after the last of it.
  'pan-out': work('close', 4, 'Base pan flushed out, weep holes rinsed clear once more', {
    ...out,
    insideReached: true,
    weepHoles: ['unknown', 'open', 'blocked'],
  }),
  'pan-out-new': work('close', 4, 'Base pan flushed out through the new holes', {
    ...out,
    insideReached: true,
    weepHoles: 'none',
    panHoles: 'enlarge-with-consent',
  }),
  'pan-vacuum': work('close', 5, 'Base pan vacuumed out: it has no holes', {
    ...out,
    insideReached: true,
    weepHoles: 'none',
    panHoles: 'never-drill',
  }),
  'lid-on': work('close', 9, 'Compartment dry, wires as noted, fan and top back on, outside rinsed once more', {
    ...out,
    insideReached: true,
    lid: 'back-on-first',
    discharge: 'up',
  }),
  'weep-last': work('close', 2, 'Base rinsed through the top grille until the weep holes run clear', {
    ...out,
    insideReached: true,
    lid: 'back-on-first',
    discharge: 'up',
    weepHoles: ['unknown', 'open', 'blocked'],
  }),
  'pan-in': work('close', 6, 'Pan wiped, drain flushed and flow-tested', { ...inn, ending: 'rinse' }),
  'trap-flush': work('close', 1, 'Trap flushed and left full', { ...inn, ductless: false, trap: ['unknown', 'wet'], ending: 'rinse' }),
  'trap-fill': work('close', 1, 'Trap filled', { ...inn, ductless: false, trap: 'dry' }),
  'float-test': work('close', 1, 'Float switch lifted: contact opens', {
    ...inn,
    ductless: false,
    package: false,
    floatSwitch: ['unknown', 'works', 'fails'],
  }),
  pad: work('close', 1, 'Pad flushed, so that the fan draws nothing back', { ...out, waterWay: BY_WATER }),
  wipe: work('close', 2, 'Shroud, blades, lines and cabinet wiped: oil left on lines hides the next leak', { ...out, opening: OPENED }),
  // Back in the order in which it came off, the last first.
  'close-deep': work('close', 12, 'Panels and fan assembly back, screws counted', { opening: 'deep' }),
  'close-out': work('close', 8, 'Compartment dry, fan and top back, blades clear', {
    ...out,
    insideReached: true,
    lid: 'off-throughout',
    discharge: 'up',
  }),
  'close-lid': work('close', 3, 'Top screwed down, blades clear', { ...out, insideReached: true, lid: 'back-on-first', discharge: 'up' }),
  'close-front-out': work('close', 8, 'Compartment dry, fan and front grille back, blades clear', {
    ...out,
    insideReached: true,
    discharge: 'side',
  }),
  'close-guards': work('close', 6, 'Guards back', { ...out, guards: ['wire', 'hinged', 'louvre'], opening: OPENED }),
  'guards-rinse': work('close', 2, 'Outside rinsed once more through the guards', {
    ...out,
    guards: ['wire', 'hinged', 'louvre'],
    opening: OPENED,
    usesCleaner: true,
    waterFirst: false,
    waterWay: BY_WATER,
    // What has no holes was vacuumed out already.
    weepHoles: ['unknown', 'open', 'blocked'],
  }),
  'screens-back': work('close', 2, 'Clip-on screens refitted', { ...out, clipOnScreens: 'fitted', screens: 'refit' }),
  'drain-dose': work('close', 2, 'Drain dosed with the bought product, as its label says', {
    ...inn,
    drain: 'bought-product',
    ending: 'rinse',
  }),
  'drain-bleach': work('close', 5, 'Pan and drain flushed with water, dosed with bleach, flushed again', {
    ...inn,
    drain: 'bleach',
    ending: 'rinse',
  }),
  'close-wheel': work('close', 15, 'Wheel back on its mark, set screw tight, spins free', { opening: 'wheel-out' }),
  'close-in': work('close', 8, 'Panel sealed, filter in', { ...inn, ductless: false }),
  'close-front': work('close', 10, 'Louvres, dry filters and front back, display lead in', { ...inn, ductless: true }),
  drip: wait('drip', 5, 'Drip; pressures equalise before a restart', { ...out, insideReached: true, drip: ['five', 'thirty-indoors'] }),
  'drip-15': wait('drip', 15, 'Drip and rest; pressures equalise', { ...out, drip: 'fifteen' }),
  'drip-in': wait('drip', 5, 'The indoor coil drips', { ...inn, ending: 'rinse', drip: ['five', 'none-outdoors'] }),
  'drip-in-15': wait('drip', 15, 'The indoor coil drips and rests', { ...inn, ending: 'rinse', drip: 'fifteen' }),
  'drip-in-30': wait('drip', 30, 'The indoor coil drips and rests', { ...inn, ending: 'rinse', drip: 'thirty-indoors' }),
  restart: work('restart', 3, 'Power back, fan direction and sound', {}, { once: true, lead: true, doneWhen: 'running' }),
  condense: wait(
    'condense',
    45,
    'Runs cold at high fan, lowest set-point: condensate rinses',
    { ending: 'condensate' },
    { doneWhen: 'condensed' },
  ),
  'look-pan': work('look', 4, 'Pan and drain looked at and wiped: foam gone, water runs', { ending: 'condensate' }, { doneWhen: 'looked' }),
  // Nothing is dosed while cleaner can still come down.
  'drain-dose-last': work('look', 2, 'Drain dosed with the bought product, as its label says', {
    ...inn,
    drain: 'bought-product',
    ending: 'condensate',
  }),
  'drain-bleach-last': work('look', 5, 'Pan and drain flushed with water, dosed with bleach, flushed again', {
    ...inn,
    drain: 'bleach',
    ending: 'condensate',
  }),
  after: wait('after', 15, 'After readings, steady 15 min', { runsAfter: true, readings: 'full' }, { once: true, doneWhen: 'read-after' }),
  'after-quick': wait(
    'after',
    5,
    'Same readings again after 5 min running',
    { runsAfter: true, readings: 'quick' },
    { once: true, doneWhen: 'read-after' },
  ),
} satisfies Record<string, StepRow>;

/** A step of the work by its id. */
export type StepId = keyof typeof STEP_TABLE;

/** Every step in the order of work. */
export const STEP_IDS = Object.keys(STEP_TABLE) as StepId[];

/** A step as a plan has it. */
export interface WorkStep {
  id: StepId;
  text: string;
  /** Usual time, s. */
  seconds: number;
  /** Of which nobody's hands are wanted, s; left out by plans of before the two were told apart. */
  waitS?: number;
}

/**
 * What a step is; a step that a plan of an older version knows and this one does not is plain work before the wash.
 * @param id as the plan has it
 * @returns its row, or an empty one for a step of older plans
 * @example stepRow('isolate').lead // true
 */
export const stepRow = (id: string): StepRow => (STEP_TABLE as Record<string, StepRow>)[id] ?? work('prepare', 0, '', {});
