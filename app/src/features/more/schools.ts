import { LONGEST_WAITS } from '@elm-mist/core/interval';
import {
  BUCKET_WASHERS,
  CHEMISTRY_SCHOOLS,
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
  type SCHOOL_NAMES,
  SCREEN_SCHOOLS,
} from '@elm-mist/core/method';

type SchoolKey = keyof typeof SCHOOL_NAMES;

export const SCHOOLS: readonly { key: SchoolKey; question: string; values: readonly string[] }[] = [
  { key: 'chemistry', question: 'Chemistry', values: CHEMISTRY_SCHOOLS },
  { key: 'rinse', question: 'Which way to rinse', values: RINSE_SCHOOLS },
  { key: 'dwell', question: 'How long to soak', values: DWELL_SCHOOLS },
  { key: 'noRinse', question: 'Evaporator “no-rinse” foam', values: NO_RINSE_SCHOOLS },
  { key: 'preWet', question: 'Wetting before foam', values: PRE_WETS },
  { key: 'lid', question: 'Lid during the outside rinse', values: LID_SCHOOLS },
  { key: 'panHoles', question: 'Pan drain holes', values: PAN_HOLE_SCHOOLS },
  { key: 'screens', question: 'Clip-on debris screens', values: SCREEN_SCHOOLS },
  { key: 'electrics', question: 'Water near outdoor electrics', values: ELECTRICS_SCHOOLS },
  { key: 'force', question: 'How hard to rinse outdoors', values: FORCE_SCHOOLS },
  { key: 'bucketWasher', question: 'Small battery washer', values: BUCKET_WASHERS },
  { key: 'drip', question: 'Drip and rest before power', values: DRIP_SCHOOLS },
  { key: 'readings', question: 'Readings before and after', values: READING_CHOICES },
  { key: 'longestWait', question: 'Longest wait between washes', values: LONGEST_WAITS },
  { key: 'drain', question: 'Drain treatment', values: DRAIN_SCHOOLS },
];
