import { REFRIGERANTS } from '@elm-mist/core/equipment';
import {
  CHEMISTRY_SCHOOLS,
  DRIP_SCHOOLS,
  DWELL_SCHOOLS,
  FORCE_SCHOOLS,
  LID_SCHOOLS,
  NO_RINSE_SCHOOLS,
  RINSE_SCHOOLS,
} from '@elm-mist/core/method';
import { QUANTITY_IDS, READING_WAYS } from '@elm-mist/core/readings';
import { ARRIVAL_HAZARDS, EFFICIENCY_ERAS, METERING_DEVICES, STORY_FACTS, SUN_EXPOSURES, SYMPTOMS } from '@elm-mist/core/survey';
import { DESIGN_RANGE_C } from '@elm-mist/core/verdict';
import { array, object } from 'yup';
import { figure, flag, num, oneOf, optionalWords, recordId, uuidField, words } from '../fields';
import { celsius, coilOnly, gradesSchema, known, yes } from './common';
import { surveySchema } from './survey';
import { lightReading } from './light';
import { asFoundSchema } from './asFound';

/** Readings that one entry may hold: each quantity once, with room. */
const MOST_READINGS = 40;

/** What was seen, heard and read of the unit. */
export const LOOKED = {
  'visit.started': object({}).required('The data is missing.'),
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
  'coil.surveyed': object({ ...coilOnly, survey: surveySchema }),
  'coil.skipped': object({ ...coilOnly, reason: words('The reason', 300) }),
  'photo.added': object({
    photoId: uuidField('The photo'),
    findingId: uuidField('The finding').nullable().notRequired().default(null),
    coilId: recordId('The coil').nullable().notRequired().default(null),
    when: oneOf('When', ['before', 'after'] as const),
    caption: optionalWords('The caption', 200),
  }),
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
};
