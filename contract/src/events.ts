import {
  ANSWER_WAYS,
  ARRIVAL_HAZARDS,
  CHEMISTRY_SCHOOLS,
  CLOSE_ITEMS,
  CONTACTOR_FACES,
  CORROSION,
  DESIGN_RANGE_C,
  DRIP_SCHOOLS,
  DWELL_SCHOOLS,
  EFFICIENCY_ERAS,
  EVENT_KINDS,
  FINDING_KINDS,
  FINDING_STEPS,
  FORCE_SCHOOLS,
  GATE_STEPS,
  GRADES,
  KEEP_WET,
  LEAST_REASON,
  LIGHT_COLUMNS,
  LIGHT_DOUBT_IDS,
  LIGHT_ROWS,
  LID_SCHOOLS,
  MOST_CIRCUITS,
  MOST_CREW,
  METERING_DEVICES,
  NO_RINSE_SCHOOLS,
  OPENING_IDS,
  PART_KINDS,
  POWER_SOURCES,
  POWER_STEPS,
  QUANTITY_IDS,
  READING_WAYS,
  REFRIGERANTS,
  RECHECKS,
  RINSE_SCHOOLS,
  RINSE_SIGNS,
  RUN_STATES,
  SAFE_STEPS,
  SOILS,
  SPOTS,
  STORY_FACTS,
  SUN_EXPOSURES,
  SURROUNDINGS,
  SYMPTOMS,
  UPKEEP_IDS,
  URGENCIES,
  WATER_WAYS,
  WIRE_COLOURS,
  type EventKind,
  type VisitEvent,
} from '@elm-mist/core';
import { array, lazy, mixed, object, ValidationError, type AnyObject, type Schema } from 'yup';
import { ContractError, parseInput } from './validate';
import {
  figure,
  flag,
  isoDay,
  isoInstant,
  maybeDay,
  money,
  num,
  oneOf,
  optionalWords,
  percent,
  recordId,
  text,
  uuidField,
  words,
} from './fields';

/** Null for a row that nobody graded. */
const grade = () =>
  mixed<number>()
    .oneOf([...GRADES, null] as number[], 'A grade must be 0, 1, 2, 3 or 4.')
    .nullable()
    .defined('A grade is missing.');

const share = (label: string) => figure(label, 0, 1);
const picturePoint = () => object({ x: share('Across'), y: share('Down') });

/** What a picture told of a coil, and what was marked on it; null where none was measured. */
const lightReading = () =>
  object({
    photoId: uuidField('The photo'),
    corners: array(picturePoint().required('A corner is missing.'))
      .length(4, 'A coil has four corners.')
      .required('The corners are missing.'),
    card: picturePoint().nullable().notRequired().default(null),
    openPct: figure('Open', 0, 100, '%').nullable().defined('Say how open it is, or that it cannot be told.'),
    doubtPoints: figure('Doubt', 0, 100),
    cells: array(figure('Open', 0, 100, '%'))
      .max(LIGHT_COLUMNS * LIGHT_ROWS)
      .required('The cells are missing.'),
    threshold: share('The threshold'),
    separability: share('The separability'),
    by: oneOf('Whose threshold', ['own', 'card'] as const),
    doubts: array(oneOf('Doubt', LIGHT_DOUBT_IDS)).max(LIGHT_DOUBT_IDS.length).required('The doubts are missing.'),
  })
    .nullable()
    .notRequired()
    .default(null);

/** Face id → grade per row, outermost first. */
const gradesSchema = lazy((value: unknown) => {
  const keys = value && typeof value === 'object' && !Array.isArray(value) ? Object.keys(value) : [];
  return object(
    Object.fromEntries(
      keys.map((key) => [
        key,
        array(grade())
          .max(3, 'A coil has 3 rows at most.')
          .required()
          .test('one', 'Grade at least one row.', (rows) => rows.some((row) => row !== null)),
      ]),
    ),
  ).required('Grades are missing.');
});

const yes = () => flag().default(false);
const known = <T extends string>(label: string, values: readonly T[]) =>
  mixed<T>().oneOf([...values], `${label} must be one of: ${values.join(', ')}.`);

const answersSchema = object({
  disconnect: known('Disconnect', ['unknown', 'pull-out', 'lever', 'breaker', 'panel']).default('unknown'),
  finDamage: known('Bent fins', ['unknown', 'little', 'some', 'much']).default('unknown'),
  finStiffness: known('Fins', ['unknown', 'soft', 'stiff']).default('unknown'),
  weepHoles: known('Weep holes', ['unknown', 'open', 'blocked', 'none']).default('unknown'),
  clipOnScreens: known('Clip-on screens', ['unknown', 'none', 'fitted']).default('unknown'),
  soundJacket: yes(),
  baseLip: yes(),
  waterWay: known('Rinsing without a hose', WATER_WAYS).default('unknown'),
  linesInMud: yes(),
  debrisInside: yes(),
  clearanceM: figure('Clearance', 0, 10, 'm').nullable().notRequired().default(null),
  clearanceTopM: figure('Room above', 0, 10, 'm').nullable().notRequired().default(null),
  surroundings: array(oneOf('Surroundings', SURROUNDINGS)).default([]).max(SURROUNDINGS.length),
  pan: known('Pan', ['unknown', 'clean', 'slime', 'rusted', 'standing-water']).default('unknown'),
  primaryDrain: known('Primary drain', ['unknown', 'clear', 'slow', 'blocked']).default('unknown'),
  secondaryWet: yes(),
  floatSwitch: known('Float switch', ['unknown', 'works', 'fails', 'none']).default('unknown'),
  wheel: known('Wheel', ['unknown', 'clean', 'dusty', 'caked']).default('unknown'),
  filter: known('Filter', ['unknown', 'clean', 'loaded', 'blocked', 'missing']).default('unknown'),
  airflow: known('Airflow', ['unknown', 'up', 'down', 'horizontal']).default('unknown'),
  accessPanel: known('Access panel', ['unknown', 'easy', 'tight', 'none']).default('unknown'),
  trap: known('Trap', ['unknown', 'wet', 'dry', 'none']).default('unknown'),
  filterSize: optionalWords('The filter size', 40),
  stand: known('Stand', ['unknown', 'ground', 'raised', 'roof']).default('unknown'),
  boardNearby: yes(),
  finishedCeiling: yes(),
  bleachInDrain: yes(),
  panVolumeL: figure('Pan volume', 0.1, 60, 'L').nullable().notRequired().default(null),
  drainLMin: figure('Drain rate', 0.05, 60, 'L/min').nullable().notRequired().default(null),
  opening: known('Opening', OPENING_IDS).nullable().default(null),
  keepWet: known('Keeping it wet', KEEP_WET).default('none'),
});

const surveySchema = object({
  grades: gradesSchema,
  soils: array(oneOf('Soil', SOILS)).required('Soil is missing.').max(SOILS.length),
  corrosion: oneOf('Corrosion', CORROSION),
  leakSuspected: flag().required(),
  iced: flag().required(),
  matBetweenRows: flag().required(),
  coolingSymptom: flag().required(),
  answers: answersSchema,
  note: optionalWords('The note', 2000),
}).required('The survey is missing.');

/** The parts of a stored plan that other rules rely on. */
const planFrame = object({
  engine: words('The plan’s engine', 20),
  coilId: recordId('The plan’s coil'),
  verdict: oneOf('Verdict', ['wash', 'inspect', 'postpone', 'stop'] as const),
  cleanerId: text().nullable().defined('The plan’s cleaner is missing.'),
  waterParts: num()
    .nullable()
    .defined('The plan’s strength is missing.')
    .min(0, 'The plan’s strength must not be below zero.')
    .max(1000, 'The plan’s strength must be at most 1000:1.'),
  dwell: object({
    minS: figure('Shortest dwell', 0, 7200, 's'),
    maxS: figure('Longest dwell', 0, 7200, 's').nullable().defined().notRequired(),
  })
    .nullable()
    .defined(),
  sections: array(object({ id: words('A section’s id', 80), areaM2: figure('A section’s area', 0.0001, 50, 'm²') }))
    .required('The plan’s sections are missing.')
    .max(64, 'A plan has 64 sections at most.'),
});

/** A whole plan: its frame is judged, the rest is kept just as it was made. */
const planSchema = mixed<AnyObject>()
  .required('The plan is missing.')
  .test('plan', '', (value, context) => {
    try {
      planFrame.validateSync(value, { strict: true });
      return true;
    } catch (error) {
      if (!(error instanceof ValidationError)) throw error;
      return context.createError({ path: error.path ? `${context.path}.${error.path}` : context.path, message: error.message });
    }
  });

/** Longest signature that is kept, numbers in all of its strokes. */
const MOST_STROKE_NUMBERS = 6000;
/** A signature in thousandths of its box. */
const strokes = () =>
  array(array(num().required().min(0, 'A point lies outside the box.').max(1000, 'A point lies outside the box.')).required())
    .default([])
    .max(200, 'The signature has too many strokes.')
    .test('size', 'The signature is too long: clear it and sign again.', (value) => (value ?? []).flat().length <= MOST_STROKE_NUMBERS);

const quoteOption = () =>
  object({
    id: words('The way', 40),
    name: words('The way’s name', 80),
    leaves: optionalWords('What it leaves', 300),
    lines: array(
      object({
        id: words('A line', 80),
        words: words('A line’s words', 160),
        quantity: money('The quantity'),
        net: money('A line’s price'),
        taxPct: percent('The tax'),
        tax: money('A line’s tax'),
        findingId: uuidField('The finding').nullable().defined('Say which finding a line is for, or none.'),
      }),
    )
      .required('The lines are missing.')
      .min(1, 'A quote has one line at least.')
      .max(80, '80 lines at most.'),
    net: money('The sum'),
    tax: money('The tax in all'),
    total: money('The total'),
  });

const asFoundSchema = object({
  state: oneOf('As found', RUN_STATES),
  code: optionalWords('The code', 60),
  lineV: figure('Line voltage', 0, 600, 'V').nullable().defined(),
  plateV: figure('Plate voltage', 90, 600, 'V').nullable().defined(),
  ratedUf: figure('Capacitor, rated', 1, 200, 'µF').nullable().defined(),
  measuredUf: figure('Capacitor, measured', 0, 300, 'µF').nullable().defined(),
  contactor: oneOf('Contactor', CONTACTOR_FACES),
  seized: flag().required(),
  reduced: optionalWords('What the customer chose', 300),
});
/** Readings that one entry may hold: each quantity once, with room. */
const MOST_READINGS = 40;
const coilOnly = { coilId: recordId('The coil') };
const sectionOf = { ...coilOnly, sectionId: words('The section', 80) };
const celsius = (label: string) => figure(label, -40, 70, '°C');

const DATA_SCHEMAS: Record<EventKind, Schema<AnyObject | null | undefined>> = {
  'visit.started': object({}),
  'identity.noted': object({
    model: optionalWords('The model number', 40),
    refrigerant: oneOf('Refrigerant', REFRIGERANTS),
    madeYear: num().integer().min(1970).max(2100).nullable().defined(),
    sensitiveOccupants: flag().required(),
    serial: optionalWords('The serial number', 40),
    metering: known('Metering device', METERING_DEVICES).default('unknown'),
    era: known('Efficiency era', EFFICIENCY_ERAS).default('unknown'),
    ratedA: figure('Rated amps', 0.5, 100, 'A').nullable().optional(),
    plateChargeKg: figure('Plate charge', 0.2, 20, 'kg').nullable().optional(),
    plateSubcoolingK: figure('Plate subcooling', 1, 15, 'K').nullable().optional(),
  }),
  'site.noted': object({
    dryBulbC: celsius('Air temperature'),
    rhPct: figure('Humidity', 0, 100, '%'),
    windMs: figure('Wind', 0, 20, 'm/s'),
    sun: oneOf('Sun', SUN_EXPOSURES),
  }),
  'story.noted': object({
    symptoms: array(oneOf('Symptom', SYMPTOMS)).required('Symptoms are missing.').max(SYMPTOMS.length),
    facts: array(oneOf('Story', STORY_FACTS)).required('The story is missing.').max(STORY_FACTS.length),
    hazards: array(oneOf('Hazard', ARRIVAL_HAZARDS)).required('Hazards are missing.').max(ARRIVAL_HAZARDS.length),
    lastService: optionalWords('The last service', 200),
    helper: yes(),
    asFound: asFoundSchema.optional().default(undefined),
  }),
  'rules.chosen': object({
    name: words('The school', 60),
    rules: object({
      chemistry: known('Chemistry school', CHEMISTRY_SCHOOLS).optional(),
      rinse: known('Rinse school', RINSE_SCHOOLS).optional(),
      dwell: known('Dwell school', DWELL_SCHOOLS).optional(),
      noRinse: known('No-rinse school', NO_RINSE_SCHOOLS).optional(),
      force: known('How hard to rinse', FORCE_SCHOOLS).optional(),
      lid: known('Lid school', LID_SCHOOLS).optional(),
      drip: known('Drip school', DRIP_SCHOOLS).optional(),
    }).required('The schools are missing.'),
  }),
  'finding.noted': object({
    what: oneOf('Finding', FINDING_KINDS),
    coilId: recordId('The coil').nullable().notRequired().default(null),
    note: optionalWords('The note', 2000),
    action: words('The action', 200),
    faceId: words('The face', 40).nullable().optional(),
    row: figure('The row', 0, 5).integer('The row is a whole number.').nullable().optional(),
    urgency: oneOf('Urgency', URGENCIES).optional(),
    minutes: figure('Minutes', 0, 600, 'min').optional(),
    parts: array(object({ name: words('A part', 80), quantity: figure('How many', 1, 99).integer('Parts are counted whole.') }))
      .max(12, '12 parts at most.')
      .optional(),
    before: text().max(80, 'The reading may have 80 characters at most.').optional(),
  }),
  'finding.step': object({
    findingId: uuidField('The finding'),
    step: oneOf('The step', FINDING_STEPS),
    words: optionalWords('What was said', 300),
    after: text().max(80, 'The reading may have 80 characters at most.').optional(),
    day: maybeDay('The day').optional(),
  }),
  'quote.made': object({
    number: words('The number', 30),
    currency: text()
      .required('The currency is missing.')
      .matches(/^[A-Z]{3}$/, 'The currency must be a code of three letters, such as USD.'),
    options: array(quoteOption())
      .required('The ways to do it are missing.')
      .min(1, 'Offer one way at least.')
      .max(4, 'Offer four ways at most.'),
    validUntil: isoDay('Valid until'),
    note: optionalWords('The note', 2000),
  }),
  'quote.answered': object({
    quoteId: uuidField('The quote'),
    optionId: words('The way', 40).nullable().defined('Say which way was taken, or none.'),
    name: optionalWords('The name', 80),
    how: oneOf('How it was answered', ANSWER_WAYS),
    strokes: strokes(),
    words: optionalWords('What was said', 300),
  }),
  'close.checked': object({
    item: oneOf('What is checked', CLOSE_ITEMS),
    ok: flag().required('Say whether it is so.'),
    reason: optionalWords('The reason', 300),
  }),
  'visit.signed': object({
    who: oneOf('Who signs', ['customer', 'nobody'] as const),
    name: optionalWords('The name', 80),
    strokes: strokes(),
    photoId: uuidField('The photo').nullable().defined('Name the photo, or none.'),
  }),
  'visit.suspended': object({
    reason: words('The reason', 300),
    findingIds: array(uuidField('The finding')).default([]).max(60, '60 findings at most.'),
    due: maybeDay('Parts due').nullable().defined('Say when the parts are due, or that nobody knows.'),
    lies: optionalWords('Where it lies', 200),
    told: words('Who was told', 80),
    safe: array(oneOf('Safe', SAFE_STEPS)).default([]).max(SAFE_STEPS.length),
  }),
  'visit.resumed': object({
    checked: array(oneOf('Looked at', RECHECKS)).default([]).max(RECHECKS.length),
    note: optionalWords('The note', 300),
  }),
  'finding.closed': object({ findingId: uuidField('The finding'), note: optionalWords('The note', 300) }),
  'photo.added': object({
    photoId: uuidField('The photo'),
    findingId: uuidField('The finding').nullable().notRequired().default(null),
    coilId: recordId('The coil').nullable().notRequired().default(null),
    when: oneOf('When', ['before', 'after'] as const),
    caption: optionalWords('The caption', 200),
  }),
  'coil.surveyed': object({ ...coilOnly, survey: surveySchema }),
  'coil.skipped': object({ ...coilOnly, reason: words('The reason', 300) }),
  'reading.taken': object({
    when: oneOf('When', ['before', 'after'] as const),
    returnC: figure('Return air', -10, 60, '°C'),
    supplyC: figure('Supply air', -10, 60, '°C'),
    outdoorC: celsius('Outdoor air').nullable().defined('Outdoor air is missing.').notRequired(),
    returnRhPct: figure('Return humidity', 1, 100, '%').nullable().optional(),
  }),
  'readings.held': object({
    when: oneOf('When', ['before', 'after'] as const),
    readings: array(
      object({
        quantity: oneOf('What was read', QUANTITY_IDS),
        value: figure('The reading', -10_000, 20_000),
        u: figure('Uncertainty', 0, 10_000),
        how: oneOf('How it was read', READING_WAYS),
        steady: flag().required('Steady is missing.'),
      }),
    )
      .min(1, 'Nothing was read.')
      .max(MOST_READINGS, `${MOST_READINGS} readings at most.`)
      .required('The readings are missing.'),
  }),
  'plan.made': object({ ...coilOnly, plan: planSchema }),
  'mix.made': object({
    ...coilOnly,
    cleanerId: recordId('The cleaner'),
    targetWaterParts: figure('Strength', 0, 1000),
    concentrateL: figure('Concentrate', 0, 500, 'L'),
    waterL: figure('Water', 0, 2000, 'L'),
    applicatorId: recordId('The applicator'),
  }).test('something', '', (value, context) =>
    value.concentrateL === 0 && value.waterL === 0
      ? context.createError({ path: `${context.path}.concentrateL`, message: 'A mix holds concentrate, water or both.' })
      : true,
  ),
  'gate.step': object({
    source: oneOf('Power source', POWER_SOURCES),
    step: oneOf('Step', GATE_STEPS),
    volts: figure('Volts', 0, 1000, 'V').nullable().defined('Volts are missing.').notRequired(),
    readings: array(figure('Volts of a circuit', 0, 1000, 'V'))
      .max(MOST_CIRCUITS, `${MOST_CIRCUITS} circuits at most.`)
      .optional(),
    shut: flag().optional(),
  }),
  'part.off': object({
    kind: oneOf('Part', PART_KINDS),
    which: optionalWords('Which', 60),
    screws: num()
      .required('Screws are missing.')
      .integer('Screws must be a whole number.')
      .min(0, 'Screws must not be below zero.')
      .max(60, '60 screws at most.'),
    note: optionalWords('The note', 300),
  }),
  'part.back': object({ partId: uuidField('The part') }),
  'wire.noted': object({
    plug: words('The plug', 60),
    terminal: words('The terminal', 40),
    unitSide: oneOf('Colour', WIRE_COLOURS),
    otherSide: oneOf('The other side’s colour', WIRE_COLOURS).nullable().notRequired().default(null),
    note: optionalWords('The note', 300),
    photoId: uuidField('The photo').nullable().notRequired().default(null),
  }),
  'wire.back': object({ wireId: uuidField('The wire') }),
  'gate.skipped': object({
    source: oneOf('Power source', POWER_SOURCES),
    step: oneOf('Step', GATE_STEPS),
    reason: words('The reason', 300).min(LEAST_REASON, `Say why, in ${LEAST_REASON} characters at least.`),
  }),
  'power.step': object({ step: oneOf('Step', POWER_STEPS), ok: flag().required('Say whether it is so.') }),
  'power.restored': object({ source: oneOf('Power source', POWER_SOURCES) }),
  'coil.wetted': object(coilOnly),
  'section.applied': object(sectionOf),
  'section.misted': object(sectionOf),
  'section.rinsed': object(sectionOf),
  'section.checked': object({
    ...sectionOf,
    clear: flag().required('Say whether it is clear.'),
    failed: array(oneOf('What is wrong', RINSE_SIGNS)).max(RINSE_SIGNS.length).optional(),
    where: known('Where', SPOTS).optional(),
  }),
  'foam.ranOff': object(coilOnly),
  'condensate.looked': object({ ...coilOnly, well: flag().required('Say whether pan and drain are well.') }),
  'pan.poured': object({ ...coilOnly, litres: figure('Poured', 0.01, 60, 'L') }),
  'drain.tested': object({
    ...coilOnly,
    litres: figure('The volume', 0.01, 60, 'L'),
    seconds: figure('The time', 1, 3600, 's'),
  }),
  'float.tested': object({ ...coilOnly, stops: flag().required('Say whether the unit stops.') }),
  'task.begun': object({ taskId: words('The task', 120) }),
  'task.done': object({ taskId: words('The task', 120) }),
  'crew.changed': object({
    people: figure('People at work', 1, MOST_CREW).integer('People are counted whole.'),
  }),
  'runs.told': object({
    minutesAnHour: figure('Minutes an hour', 0, 60),
    designC: figure('The hottest afternoon', ...DESIGN_RANGE_C, '°C'),
  }),
  'light.measured': object({
    ...coilOnly,
    before: lightReading(),
    after: lightReading(),
    bentBeforePct: figure('Bent fins', 0, 100, '%').nullable().notRequired().default(null),
    bentAfterPct: figure('Bent fins', 0, 100, '%').nullable().notRequired().default(null),
  }),
  'coil.checked': object({ ...coilOnly, gradesAfter: gradesSchema, note: optionalWords('The note', 2000) }),
  'stock.used': object({ cleanerId: recordId('The cleaner'), litres: figure('Used', 0, 500, 'L') }),
  'note.added': object({ text: words('The note', 2000) }),
  'due.set': object({ ...coilOnly, date: maybeDay('The day').nullable().defined(), why: optionalWords('The reason', 300) }),
  'saving.told': object({
    verdict: oneOf('What is shown', ['saved', 'more', 'not-shown'] as const),
    kWh: figure('The saving', -1e6, 1e6, 'kWh'),
    low: figure('The least', -1e6, 1e6, 'kWh'),
    high: figure('The most', -1e6, 1e6, 'kWh'),
    money: money('The amount').nullable().defined('The amount is missing.'),
    file: words('The file’s name', 120),
    simulated: flag().required('Whether the air was made up is missing.'),
    typicalAir: flag().optional(),
    typicalYear: flag().optional(),
    changes: optionalWords('What else changed', 600),
  }),
  'upkeep.set': object({
    upkeep: oneOf('What is due', UPKEEP_IDS),
    date: maybeDay('The day').nullable().defined(),
    why: optionalWords('The reason', 300),
  }),
  'past.noted': object({
    coils: array(
      object({
        ...coilOnly,
        before: grade(),
        after: grade(),
        cleanerName: optionalWords('The product', 80),
        inside: flag().required('Opened from inside is missing.'),
      }),
    )
      .required()
      .max(10, '10 coils at most.'),
    note: optionalWords('The note', 2000),
  }),
  'visit.closed': object({
    nextDue: isoDay('Next due'),
    why: optionalWords('The reason', 300),
    note: optionalWords('The note', 2000),
    coils: array(object({ ...coilOnly, nextDue: isoDay('Next due'), why: optionalWords('The reason', 300) }))
      .max(10, '10 coils at most.')
      .optional(),
    upkeep: array(
      object({
        id: oneOf('What is due', UPKEEP_IDS),
        nextDue: isoDay('Next due'),
        why: optionalWords('The reason', 600),
        ruleId: words('The rule', 60),
      }),
    )
      .max(UPKEEP_IDS.length, `${UPKEEP_IDS.length} at most.`)
      .optional(),
  }),
  'visit.cancelled': object({
    reason: words('The reason', 300).min(LEAST_REASON, `Say why, in ${LEAST_REASON} characters at least.`),
  }),
  'visit.reopened': object({
    reason: words('The reason', 300).min(LEAST_REASON, `Say why, in ${LEAST_REASON} characters at least.`),
  }),
  'event.undone': object({ eventId: uuidField('The event') }),
};

/** One event as it crosses the wire; `data` is judged by its kind. */
export const eventSchema = lazy((value: unknown) => {
  const kind = (value as { kind?: unknown } | null)?.kind;
  const known = EVENT_KINDS.includes(kind as EventKind) ? (kind as EventKind) : null;
  return (EVENT_SCHEMAS[known ?? 'unknown'] ??= schemaOf(known));
});

const EVENT_SCHEMAS: Partial<Record<EventKind | 'unknown', Schema>> = {};
const schemaOf = (kind: EventKind | null) =>
  object({
    id: uuidField('The event’s id'),
    visitId: recordId('The visit'),
    at: isoInstant('The time'),
    by: words('Who', 60),
    kind: oneOf('Kind', EVENT_KINDS),
    data: kind ? DATA_SCHEMAS[kind] : mixed<AnyObject>(),
  }).required('The event is missing.');

const ENVELOPE_KEYS = 6;
const PLAIN_ID = /^[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;
const PLAIN_INSTANT = /^20\d\d-(0[1-9]|1[0-2])-(0[1-9]|1\d|2[0-8])T([01]\d|2[0-3]):[0-5]\d:[0-5]\d\.\d{3}Z$/;
const PLAIN_NAME = /^[\p{L}\p{N}][\p{L}\p{N} .’'-]{0,58}[\p{L}\p{N}.]$/u;

/**
 * Whether everything of an event but its data is plainly as it has to be. Most are; the rest goes through the whole schema, which says what is
 * wrong with it.
 */
function isPlain(event: unknown): event is VisitEvent {
  if (typeof event !== 'object' || event === null) return false;
  const { id, visitId, at, by, kind } = event as Record<string, unknown>;
  return (
    Object.keys(event).length === ENVELOPE_KEYS &&
    typeof id === 'string' &&
    PLAIN_ID.test(id) &&
    typeof visitId === 'string' &&
    /^[A-Za-z0-9-]{1,64}$/.test(visitId) &&
    typeof at === 'string' &&
    PLAIN_INSTANT.test(at) &&
    typeof by === 'string' &&
    PLAIN_NAME.test(by) &&
    EVENT_KINDS.includes(kind as EventKind)
  );
}

/**
 * Entries as they were sent, judged: the same as `eventsInputSchema`, with what is plain of them not gone through the long way.
 * @param input body of the request
 * @throws ContractError naming every field at fault
 */
export function parseEvents(input: unknown): VisitEvent[] {
  const events = (input as { events?: unknown } | null)?.events;
  const quick =
    Array.isArray(events) && events.length > 0 && events.length <= MOST_EVENTS_PER_REQUEST && events.every((event) => isPlain(event));
  if (!quick) return parseInput(eventsInputSchema, input).events;
  try {
    return events.map((event) => ({ ...event, data: parseInput(DATA_SCHEMAS[event.kind], event.data) }) as VisitEvent);
  } catch (error) {
    if (!(error instanceof ContractError)) throw error;
    // Once more the long way, which names each field by its place.
    return parseInput(eventsInputSchema, input).events;
  }
}

export const MOST_EVENTS_PER_REQUEST = 100;

export const eventsInputSchema = object({
  events: array(eventSchema)
    .required('Events are missing.')
    .min(1, 'Send at least one event.')
    .max(MOST_EVENTS_PER_REQUEST, `Send ${MOST_EVENTS_PER_REQUEST} events at most at a time.`),
}) as unknown as Schema<{ events: VisitEvent[] }>;
