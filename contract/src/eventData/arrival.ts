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
import { ARRIVAL_HAZARDS, EFFICIENCY_ERAS, METERING_DEVICES, STORY_FACTS, SUN_EXPOSURES, SYMPTOMS } from '@elm-mist/core/survey';
import { array, object } from 'yup';
import { figure, flag, num, oneOf, optionalWords, words } from '../fields';
import { celsius, known, yes } from './common';
import { asFoundSchema } from './asFound';

/** What is heard and read on the way in: the story, the air, the plate, the rules that are followed. */
export const ARRIVAL = {
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
};
