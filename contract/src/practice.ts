import { DRILL_FAMILIES, type DrillFamily } from '@elm-mist/core';
import { array, object, type InferType } from 'yup';
import { figure, flag, oneOf, recordId, words } from './fields';

/** So many answers are sent in one go at most. */
export const PRACTICE_AT_ONCE = 200;
/** Of somebody's answers so many are given back, the newest; older ones change no day that anything is asked on. */
export const PRACTICE_KEPT = 2000;

const answered = object({
  id: recordId('The answer’s id'),
  /** UTC ms; from 1970 to 2096. */
  atMs: figure('The time', 0, 4e12).integer('The time must be whole milliseconds.'),
  family: oneOf('The family', DRILL_FAMILIES),
  skill: words('The skill', 60),
  seed: figure('The seed', 0, 2 ** 31).integer('The seed must be whole.'),
  right: flag().required('Say whether it was right.'),
});

/** Answers to drills, of whoever is signed in. */
export const practiceSchema = object({
  entries: array(answered.required())
    .required('The answers are missing.')
    .max(PRACTICE_AT_ONCE, `Send ${PRACTICE_AT_ONCE} answers at once at most.`),
});
export type PracticeEntry = InferType<typeof answered>;
export type PracticeInput = InferType<typeof practiceSchema>;

/** Somebody's own answers, oldest first. */
export interface PracticeRecord {
  entries: PracticeEntry[];
}

/** How one of the shop stands, for who leads it: by family, never by single answers. */
export interface CrewPractice {
  personId: string;
  name: string;
  families: { family: DrillFamily; asked: number; right: number; ready: boolean }[];
}
