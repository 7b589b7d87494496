import { commonPractice } from '../because';
import type { SurveyFacts } from './methodFacts';
import type { Rule } from './rule';

/** By how much chemistry goes up or down from the grade that was seen. Common practice, no source. */
export const GRADE_SHIFTS: readonly Rule<SurveyFacts, number>[] = [
  {
    id: 'grade.oily',
    when: { oily: true, grade: { min: 1 } },
    then: 1,
    because: 'Grease or oil film: one step stronger than the grade alone.',
    source: commonPractice,
  },
  {
    id: 'grade.corroded',
    when: { corrosion: ['some', 'severe'] },
    then: -1,
    because: 'Corroded: one step milder than the grade alone.',
    source: commonPractice,
  },
];

/** What is lifted dry before any water. Common practice, no source. */
export const DRY_LIFT_RULES: readonly Rule<SurveyFacts, boolean>[] = [
  {
    id: 'dry-lift.no-water',
    when: { hazards: { includes: 'no-water' } },
    then: true,
    because: 'Without a hose as much as possible comes off dry.',
    source: commonPractice,
  },
  {
    id: 'dry-lift.felt',
    when: { grade: { min: 2 }, felts: true },
    then: true,
    because: 'Felt, leaves or lumps come off dry before any water makes mud of them.',
    source: commonPractice,
  },
  {
    id: 'dry-lift.wall-head',
    when: { ductless: true, role: 'evaporator', grade: { min: 1 } },
    then: true,
    because: 'A wall head is brushed or vacuumed first: what is wetted there drips into the room.',
    source: commonPractice,
  },
  {
    id: 'dry-lift.packed',
    when: { grade: 4 },
    then: true,
    because: 'A packed coil is lifted dry first, whatever the soil.',
    source: commonPractice,
  },
  { id: 'dry-lift.none', when: {}, then: false, because: 'Nothing here mats or lumps: water may come first.', source: commonPractice },
];
