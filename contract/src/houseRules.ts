import { LONGEST_WAITS } from '@elm-mist/core/interval';
import {
  BUCKET_WASHERS,
  CHEMISTRY_SCHOOLS,
  DEFAULT_HOUSE_RULES,
  DRAIN_SCHOOLS,
  DRIP_SCHOOLS,
  DWELL_SCHOOLS,
  ELECTRICS_SCHOOLS,
  FORCE_SCHOOLS,
  LID_SCHOOLS,
  NO_RINSE_SCHOOLS,
  PAN_HOLE_SCHOOLS,
  PRE_WETS,
  READING_CHOICES,
  RINSE_SCHOOLS,
  SCREEN_SCHOOLS,
  type HouseRules,
} from '@elm-mist/core/method';
import { array, object, type ObjectSchema } from 'yup';
import { changedFrom, figure, oneOf, recordId } from './fields';

/** The rules as they are to be, and as they were when the change was begun: two phones may change one each. */
export type HouseRulesInput = HouseRules & { was?: Partial<HouseRules> | undefined };

export const houseRulesSchema: ObjectSchema<HouseRulesInput> = object({
  was: changedFrom(),
  units: oneOf('Units', ['us', 'si'] as const),
  chemistry: oneOf('Chemistry school', CHEMISTRY_SCHOOLS),
  rinse: oneOf('Rinse school', RINSE_SCHOOLS),
  dwell: oneOf('Dwell school', DWELL_SCHOOLS),
  noRinse: oneOf('No-rinse school', NO_RINSE_SCHOOLS),
  preWet: oneOf('Wetting before foam', PRE_WETS).default('rinse'),
  minimumOutdoorC: figure('Coldest day', 0, 20, '°C'),
  hourlyRate: figure('The hourly rate', 0, 1000),
  waterPricePerM3: figure('The water price', 0, 1000).default(0),
  energyPricePerKwh: figure('The energy price', 0, 100).default(0),
  lid: oneOf('Lid school', LID_SCHOOLS),
  panHoles: oneOf('Pan hole school', PAN_HOLE_SCHOOLS),
  screens: oneOf('Screen school', SCREEN_SCHOOLS),
  electrics: oneOf('Electrics school', ELECTRICS_SCHOOLS),
  drain: oneOf('Drain school', DRAIN_SCHOOLS),
  force: oneOf('How hard to rinse', FORCE_SCHOOLS).default('hand-over-hose'),
  bucketWasher: oneOf('Small battery washer', BUCKET_WASHERS).default('no-tap'),
  drip: oneOf('Drip school', DRIP_SCHOOLS).default('five'),
  readings: oneOf('Readings', READING_CHOICES).default(DEFAULT_HOUSE_RULES.readings),
  longestWait: oneOf('The longest wait', LONGEST_WAITS).default('a-year'),
  preferredCleaners: array(recordId('A cleaner')).default([]).max(20, 'Twenty preferred cleaners at most.'),
  clearanceM: figure('Clearance', 0, 3, 'm'),
  clearanceTopM: figure('Room above', 0, 5, 'm').default(DEFAULT_HOUSE_RULES.clearanceTopM),
  hoseLMin: figure('The hose', 1, 100, 'L/min').default(DEFAULT_HOUSE_RULES.hoseLMin),
  sprayerLMin: figure('The sprayer', 0.1, 20, 'L/min').default(DEFAULT_HOUSE_RULES.sprayerLMin),
  washerLMin: figure('The washer', 0.1, 20, 'L/min').default(DEFAULT_HOUSE_RULES.washerLMin),
});
