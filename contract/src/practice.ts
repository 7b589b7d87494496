import { COIL_ROLES, CONSTRUCTIONS, type PowerSource } from '@elm-mist/core/equipment';
import type { LockoutStep } from '@elm-mist/core/run';
import { SOILS, SUN_EXPOSURES, type EfficiencyEra, type MeteringDevice } from '@elm-mist/core/survey';
import {
  checkPracticeCase,
  DRILL_FAMILIES,
  OWNER_QUESTION_IDS,
  type DrillFamily,
  type OwnerChoice,
  type OwnerQuestion,
  type PracticeCase,
  type SeenCoil,
  type VisitDebrief,
} from '@elm-mist/core/trainer';
import { array, object, type InferType } from 'yup';
import { figure, flag, oneOf, optionalWords, recordId, words } from './fields';
import { coreTest } from './validate';

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
  /** Whole visits of the last month, and how many of them went without a line against their safety. */
  visits: { done: number; safe: number };
  /** The same of real visits, where they share it; null where they do not. */
  real: RealFamily[] | null;
}

/** How often a kind of step was done on real visits of the last month, and how often well. */
export interface RealFamily {
  family: DrillFamily;
  done: number;
  well: number;
}

/** What somebody did on real visits of the last month that drills are about. Theirs alone, unless they share its sums. */
export interface RealPractice {
  shares: boolean;
  families: RealFamily[];
  /** What did not go well, newest first. */
  misses: { family: DrillFamily; words: string; at: string; visitId: string; place: string }[];
}

/** Whether who leads sees the sums of one's real visits. */
export const shareStepsSchema = object({ shares: flag().required('Say whether they are shared.') });

/** What a file of a coil to practise on says that it is. */
export const PRACTICE_FORM = 'elm-mist practice coil';

/** A coil to practise on that a shop made: by hand, from one of its visits without names, or out of a file. docs/FORMATS.md describes it. */
export const practiceCoilSchema = object({
  name: words('The name', 60),
  lesson: optionalWords('What it teaches', 120),
  role: oneOf('Role', COIL_ROLES),
  construction: oneOf('Construction', CONSTRUCTIONS),
  rows: figure('Rows', 1, 3).integer('Rows must be whole.'),
  widthM: figure('Width', 0.2, 1.5, 'm'),
  heightM: figure('Height', 0.2, 1.5, 'm'),
  soils: array(oneOf('Soil', SOILS)).required('Soils are missing.').min(1, 'Name one soil at least.').max(3, 'Name three soils at most.'),
  grade: figure('Grade', 0, 4).integer('Grade must be whole.'),
  stiffness: oneOf('Fins', ['soft', 'stiff'] as const),
  topOpens: flag().required('Say whether the inside can be reached.'),
  site: object({
    dryBulbC: figure('Air', -10, 55, '°C'),
    rhPct: figure('Humidity', 0, 100, '%'),
    windMs: figure('Wind', 0, 20, 'm/s'),
    sun: oneOf('Sun', SUN_EXPOSURES),
  }),
  pan: object({ litres: figure('The pan', 0.5, 30, 'L'), drainLMin: figure('The drain', 0.05, 20, 'L/min') })
    .default(undefined)
    .nullable()
    .defined('Say what pan stands under it, or none.'),
}).test('coil', '', (value, context) =>
  // What is no coil at all was told by its fields.
  Array.isArray(value.soils) ? coreTest(context, () => checkPracticeCase({ id: '', ...value } as PracticeCase)) : true,
);
export type PracticeCoilInput = InferType<typeof practiceCoilSchema>;

/** A coil that the shop set to practise on. */
export interface PracticeCoilRecord {
  coil: PracticeCase;
  by: string;
}

/** A whole visit to practise: with reasons or as an exam; a seed asks for one that was practised before. */
export const practiceVisitSchema = object({
  exam: flag().required('Say whether it is an exam.'),
  seed: figure('The seed', 0, 2 ** 31)
    .integer('The seed must be whole.')
    .default(undefined)
    .nullable()
    .defined('Say which visit, or none.'),
});
/** Time that passes at once in a practised visit. */
export const practiceAheadSchema = object({
  minutes: figure('Minutes', 1, 60).integer('Minutes must be whole.'),
});
/** What its owner is asked. */
export const practiceAskSchema = object({ question: oneOf('The question', OWNER_QUESTION_IDS) });

/** A practised visit that is under way. */
export interface PracticeVisit {
  visitId: string;
  seed: number;
  exam: boolean;
  /** UTC, ISO 8601, by its own clock. */
  startedAt: string;
  at: string;
}

/** What somebody on a practised visit sees around them. */
export interface PracticeLook {
  coils: (SeenCoil & { name: string })[];
  /** What the meter shows at the next step of each gate that is not open yet; null volts where there is nothing to read. */
  meters: { source: PowerSource; step: LockoutStep; volts: number | null }[];
  /** What the plate and a look at the lines say. */
  plate: { metering: MeteringDevice; era: EfficiencyEra };
  /** What the owner was asked so far. */
  told: { question: OwnerQuestion; words: string }[];
  /** What the owner says to the newest quote; null before there is one. */
  quote: (OwnerChoice & { number: string }) | null;
}

/** How a practised visit went. Whose it is alone reads it. */
export interface PracticeVisitDone {
  id: string;
  /** UTC ms. */
  atMs: number;
  seed: number;
  exam: boolean;
  minutes: number;
  place: string;
  debrief: VisitDebrief;
}
