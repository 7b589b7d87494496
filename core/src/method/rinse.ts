import { commonPractice } from '../because';
import type { RinseSchool } from './houseRules';
import type { Rule } from './rule';

export interface Rinse {
  direction: string;
  how: string;
}

const HOSE = 'House pressure, hand over the hose end or a fan nozzle, straight between the fins, top down.';

/** Rinse by construction, rows and access: the first row that fits. A null `then` leaves it to the shop's school. */
export const RINSE_RULES: readonly Rule<Rinse | null>[] = [
  {
    id: 'rinse.wall-head',
    when: { role: 'evaporator', ductless: true },
    then: {
      direction: 'Zig-zag, top down',
      how: 'Low-pressure hand sprayer over a bib; reach the rear of the coil, the part that is missed.',
    },
    because: 'A wall head stands over a finished room: little water, caught in a sheet.',
    source: commonPractice,
  },
  {
    id: 'rinse.package-indoor',
    when: { role: 'evaporator', package: true },
    then: { direction: 'From the clean side, short bursts', how: 'Low-pressure sprayer; cover the open duct under the coil first.' },
    because: 'A package unit has an open duct under the indoor coil.',
    source: commonPractice,
  },
  {
    id: 'rinse.indoor',
    when: { role: 'evaporator' },
    then: {
      direction: 'Both sides where they can be reached, top down',
      how: 'Low-pressure sprayer from a bucket, in doses the pan can hold. No garden hose.',
    },
    because: 'Indoors the pan must drain as fast as you pour.',
    source: commonPractice,
  },
  {
    id: 'rinse.microchannel',
    when: { construction: 'microchannel', insideReached: true },
    then: { direction: 'Inside out, top down', how: 'Gentle shower, lowest pressure, no brushing across.' },
    because: 'Folded fins between flat tubes give under pressure.',
    source: commonPractice,
  },
  {
    id: 'rinse.microchannel-shut',
    when: { construction: 'microchannel' },
    then: { direction: 'Outside, top down', how: 'Gentle shower, lowest pressure, no brushing across.' },
    because: 'The top stays on: one side only, lowest pressure.',
    source: commonPractice,
  },
  {
    id: 'rinse.spine',
    when: { construction: ['spine-fin-copper', 'spine-fin-aluminium'], insideReached: true },
    then: { direction: 'Both sides, back and forth, top down', how: HOSE },
    because: 'Dirt pushed one way catches on the spines.',
    source: commonPractice,
  },
  {
    id: 'rinse.shut',
    when: { insideReached: false },
    then: { direction: 'Outside only, down at about 45°', how: 'Gentle fan, never sideways across the fins.' },
    because: 'The top stays on, so the inside face cannot be reached.',
    source: commonPractice,
  },
  {
    id: 'rinse.rows',
    when: { rows: [2, 3] },
    then: { direction: 'Both faces, the inner face at a downward angle', how: HOSE },
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

export const RINSE_SCHOOL_TABLE: Record<RinseSchool, Rinse> = {
  'inside-then-outside': { direction: 'Inside out, top down, then clear the outside', how: HOSE },
  'inside-out': { direction: 'Inside out, top down', how: HOSE },
  'outside-inside-outside': { direction: 'Outside down to strip the mat, then inside, then outside', how: HOSE },
  'outside-only': { direction: 'Outside only, down at about 45°', how: 'Gentle fan, never sideways across the fins.' },
};
