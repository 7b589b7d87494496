import { CAUTION_STEPS, PRE_WETS, STEP_IDS } from '@elm-mist/core/method';
import { CHEMISTRIES } from '@elm-mist/core/mix';
import { KEEP_WET, OPENING_IDS } from '@elm-mist/core/survey';
import { EDGES, type Quantity } from '@elm-mist/core/units';
import { array, mixed, object, ValidationError, type AnyObject, type Schema } from 'yup';
import { figure, flag, keyWords, num, oneOf, recordId, text } from '../fields';

/** The figure of each kind of quantity, by its key (`Quantity` of core). */
const QUANTITY_KEYS: Readonly<Record<Quantity['kind'], string>> = {
  volume: 'litres',
  area: 'm2',
  length: 'm',
  temperature: 'celsius',
  temperatureDifference: 'kelvins',
  speed: 'ms',
  duration: 'seconds',
  percent: 'percent',
  ratio: 'waterParts',
  irradiance: 'wm2',
  filmMass: 'kgM2',
  capacity: 'btuh',
  edge: 'value',
  count: 'value',
};

/** Words that the planner wrote; longer ones are no plan of ours. */
const said = (label: string, most = 600) => text().defined(`${label} is missing.`).nonNullable(`${label} is missing.`).max(most);
const list = <T extends Schema>(label: string, of: T, most: number) =>
  array(of).required(`${label} are missing.`).max(most, `${label}: ${most} at most.`);
const seconds = (label: string) => figure(label, 0, 1e6, 's');
/** Seconds, or `never` in air that takes nothing up. */
const dryTime = (label: string) =>
  mixed()
    .nullable()
    .test('dry-time', `${label} must be seconds or "never".`, (value) => {
      if (value === null || value === undefined || value === 'never') return true;
      return typeof value === 'number' && value >= 0;
    });

const quantity = mixed<AnyObject>()
  .nullable()
  .test('quantity', 'This must be a quantity.', (value) => {
    if (value === null || value === undefined) return true;
    const { kind, edge } = value as { kind?: unknown; edge?: unknown };
    const key = typeof kind === 'string' && Object.hasOwn(QUANTITY_KEYS, kind) ? QUANTITY_KEYS[kind as Quantity['kind']] : undefined;
    if (key === undefined || typeof value[key] !== 'number') return false;
    return kind !== 'edge' || (typeof edge === 'string' && Object.hasOwn(EDGES, edge));
  });
const fact = object({ label: said('A label'), text: text().optional(), quantity }).required('A fact is missing.');
const because = object({
  id: said('The decision', 80),
  title: said('The title'),
  result: fact,
  inputs: list('Inputs', fact, 60),
  rules: list(
    'Rules',
    object({
      id: said('The rule', 120),
      because: said('The reason', 1000),
      source: object({ kind: said('The source', 40), name: said('The source', 400) }).required('The source is missing.'),
    }).required(),
    60,
  ),
  changes: list('Changes', said('A change'), 40),
}).required('A reason is missing.');

/** What the planner went by: plain values, or lists of them. */
const facts = mixed<AnyObject>()
  .required('The plan’s facts are missing.')
  .test('facts', 'The plan’s facts must be plain values.', (value) => {
    const plain = (one: unknown) => one === null || ['string', 'number', 'boolean'].includes(typeof one);
    if (typeof value !== 'object' || Array.isArray(value)) return false;
    return Object.values(value).every((one) => plain(one) || (Array.isArray(one) && one.length <= 60 && one.every(plain)));
  });

const wayOver = object({ from: oneOf('The side', ['inside', 'outside'] as const), downDeg: figure('The angle', 0, 90, '°') }).required();
const rinse = () =>
  object({
    direction: said('The direction'),
    how: said('How it is rinsed', 1000),
    ways: array(wayOver).nullable().max(12),
    nozzle: text().optional(),
    leastDistanceM: num().nullable().min(0).max(10),
  });

/** A plan as the planner makes it (`CoilPlan` of core). Keys that only later versions have may be left out, others are kept as they are. */
const plan = object({
  engine: said('The plan’s engine', 20).min(1),
  coilId: recordId('The plan’s coil'),
  verdict: oneOf('Verdict', ['wash', 'inspect', 'postpone', 'stop'] as const),
  stop: object({ verdict: oneOf('Verdict', ['postpone', 'stop'] as const), title: said('The title'), action: said('The action', 1000) })
    .nullable()
    .defined('The plan’s stop is missing.'),
  opening: oneOf('The opening', OPENING_IDS),
  proposedOpening: oneOf('The opening', OPENING_IDS),
  openings: list(
    'Openings',
    object({
      id: oneOf('The opening', OPENING_IDS),
      name: said('The name'),
      what: said('What it opens'),
      minutes: figure('Minutes', 0, 10_000),
      givesUp: said('What it gives up'),
    }).required(),
    12,
  ),
  kit: list(
    'Kit',
    object({ what: said('A tool'), quantity: said('How many'), kind: oneOf('Kind', ['tool', 'protection'] as const) }).required(),
    80,
  ),
  panDose: object({ doseL: figure('The dose', 0, 1000, 'L'), pauseS: seconds('The pause'), continuous: flag().required() })
    .nullable()
    .defined('The plan’s pan is missing.'),
  advice: list('Advice', said('Advice', 1000), 60),
  schools: list('Schools', said('A school'), 40),
  schoolsLeft: array(said('A school')).max(40).default(undefined),
  facts,
  grade: figure('Grade', 0, 4).integer('A grade is a whole number.'),
  chemistryGrade: figure('Grade', 0, 4).integer('A grade is a whole number.'),
  chemistry: oneOf('Chemistry', CHEMISTRIES),
  cleanerId: text().nullable().defined('The plan’s cleaner is missing.').max(64),
  cleanerName: said('The cleaner’s name', 120),
  waterParts: num()
    .nullable()
    .defined('The plan’s strength is missing.')
    .min(0, 'The plan’s strength must not be below zero.')
    .max(1000, 'The plan’s strength must be at most 1000:1.'),
  waterFirst: flag().required('Whether water goes first is missing.'),
  dwell: object({
    minS: figure('Shortest dwell', 0, 7200, 's'),
    maxS: figure('Longest dwell', 0, 7200, 's').nullable().defined().notRequired(),
  })
    .nullable()
    .defined(),
  ending: oneOf('The ending', ['rinse', 'condensate'] as const)
    .notRequired()
    .nonNullable(),
  condensateRunS: object({ least: seconds('The run'), most: seconds('The run') })
    .nullable()
    .default(undefined),
  drySeconds: dryTime('Drying'),
  dryLift: flag().required('Whether it is lifted dry is missing.'),
  passes: figure('Passes', 0, 20),
  foaming: object({ preWet: oneOf('Wetting before foam', PRE_WETS), from: said('The side'), how: said('How foam goes on') })
    .nullable()
    .default(undefined),
  rinse: rinse().required('The plan’s rinse is missing.'),
  rinseByHand: rinse().default(undefined),
  rinseSPerM2: num().min(0).max(10_000),
  water: object({
    means: oneOf('What it is rinsed with', ['hose', 'sprayer', 'washer', 'pressure-washer', 'mug'] as const),
    seconds: seconds('The rinse'),
    flowLMin: figure('The flow', 0, 1000, 'L/min'),
    litres: figure('Water', 0, 100_000, 'L'),
  })
    .nullable()
    .default(undefined),
  sections: array(
    object({
      id: keyWords('A section’s id', 80),
      number: figure('A section’s number', 0, 200),
      faceId: keyWords('A section’s face', 80),
      faceName: said('A section’s face', 120),
      areaM2: figure('A section’s area', 0.0001, 50, 'm²'),
      wallSide: flag().required('A section’s side is missing.'),
      drySeconds: dryTime('Drying'),
    }).required(),
  )
    .required('The plan’s sections are missing.')
    .max(64, 'A plan has 64 sections at most.'),
  mists: num().nullable().min(0).max(20),
  wet: object({
    chosen: oneOf('How foam is kept wet', KEEP_WET),
    cleanerName: said('The cleaner’s name', 120),
    offers: list(
      'Offers',
      object({
        kind: oneOf('Kind', ['hour', 'mist', 'shade', 'gentler', 'water'] as const),
        fromMs: num().nullable(),
        toMs: num().nullable(),
        known: flag().optional(),
        atS: num().nullable(),
        times: num().optional(),
        works: flag().optional(),
        name: text().nullable().optional(),
      }).required(),
      12,
    ),
  }).default(undefined),
  solutionL: num().nullable().defined('The plan’s quantity is missing.').min(0).max(1000),
  cans: num().nullable().min(0).max(1000),
  steps: list(
    'Steps',
    object({
      id: oneOf('A step', STEP_IDS),
      text: said('A step', 1000),
      seconds: seconds('A step'),
      waitS: num().nullable().min(0).max(1e6),
    }).required(),
    120,
  ),
  totalSeconds: seconds('The time'),
  handsOnS: num().nullable().min(0).max(1e6),
  cautions: list(
    'Cautions',
    object({ step: oneOf('A caution’s step', CAUTION_STEPS), lead: said('A caution'), text: said('A caution', 1000) }).required(),
    120,
  ),
  outlook: said('The outlook', 1000),
  missing: list('What is missing', said('What is missing'), 60),
  rejected: list('What was rejected', object({ name: said('A name'), why: said('The reason', 1000) }).required(), 60),
  because: list('Reasons', because, 60),
});

/** A whole plan: every part of it is judged, and kept just as it was made. */
export const planSchema = mixed<AnyObject>()
  .required('The plan is missing.')
  .test('plan', '', (value, context) => {
    try {
      plan.validateSync(value, { strict: true });
      return true;
    } catch (error) {
      if (!(error instanceof ValidationError)) throw error;
      return context.createError({ path: error.path ? `${context.path}.${error.path}` : context.path, message: error.message });
    }
  });
