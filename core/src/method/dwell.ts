import { tableOf } from '../errors';
import { commonPractice, type RuleRef } from '../because';
import type { Cleaner } from '../mix';
import type { Grade } from '../survey';
import type { DwellSchool } from './houseRules';

/** When foam may come off, s after it went on. */
export interface DwellWindow {
  minS: number;
  /** Latest rinse; null where nothing is rinsed off by hand, so that no latest stands on the label. */
  maxS: number | null;
}

interface Window {
  minS: number;
  maxS: number;
}
const minutes = (min: number, max: number): Window => ({ minS: min * 60, maxS: max * 60 });

/** Dwell that each school keeps, by chemistry grade. Common practice, no source; the label outranks it. */
export const DWELL_TABLE: Record<DwellSchool, Record<Exclude<Grade, 0>, Window>> = tableOf('dwell school', {
  short: { 1: minutes(0.5, 2), 2: minutes(1, 3), 3: minutes(2, 4), 4: minutes(3, 4) },
  long: { 1: minutes(3, 5), 2: minutes(5, 10), 3: minutes(8, 10), 4: minutes(10, 15) },
});

const DWELL_WORDS: Record<DwellSchool, string> = {
  short: 'Short and sectioned: 30 seconds to 4 minutes, one side at a time, so that foam never dries.',
  long: 'Long soak: 5 to 10 minutes, 10 to 15 when heavy.',
};

interface DwellChoice extends Window {
  rules: RuleRef[];
}

/** Least time between ready and longest, s: without it a section could never be rinsed in time. Common practice, no source. */
export const RINSE_ROOM_S = 120;

const clamp = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value));

/**
 * Dwell window: the school's for this grade, held inside the label's. Where the two do not meet, the label's nearer end stands,
 * widened towards the label's other end until there is time to rinse.
 * @param chemistryGrade 1–4
 */
export function dwellWindow(cleaner: Cleaner, chemistryGrade: Exclude<Grade, 0>, school: DwellSchool): DwellChoice {
  const wanted = DWELL_TABLE[school][chemistryGrade];
  const inside = {
    minS: clamp(wanted.minS, cleaner.dwellMinS, cleaner.dwellMaxS),
    maxS: clamp(wanted.maxS, cleaner.dwellMinS, cleaner.dwellMaxS),
  };
  const maxS = Math.max(inside.maxS, Math.min(cleaner.dwellMaxS, inside.minS + RINSE_ROOM_S));
  const minS = Math.min(inside.minS, Math.max(cleaner.dwellMinS, maxS - RINSE_ROOM_S));
  const rules: RuleRef[] = [
    {
      id: `dwell.${school}.${chemistryGrade}`,
      because: DWELL_WORDS[school],
      source: { kind: 'house-rule', name: 'the dwell school in the house rules' },
    },
  ];
  if (minS !== wanted.minS || maxS !== wanted.maxS) {
    rules.push({
      id: 'dwell.label',
      because: 'The label’s own limits outrank the school.',
      source: { kind: 'label', name: `the label of ${cleaner.name}` },
    });
  } else {
    rules.push({ id: 'dwell.grade', because: 'Heavier soil soaks longer.', source: commonPractice });
  }
  return { minS, maxS, rules };
}
