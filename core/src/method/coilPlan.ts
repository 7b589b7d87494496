import type { Because } from '../because';
import type { DryTime } from '../dryout';
import type { Chemistry } from '../mix';
import type { Grade, KeepWet, OpeningId } from '../survey';
import type { Caution } from './cautions';
import type { DwellWindow } from './dwell';
import type { Foaming } from './foaming';
import type { KitItem } from './kit';
import type { Ending, JobFacts } from './methodFacts';
import type { PanDose } from './panDose';
import type { Rinse } from './rinse';
import type { RinseWater } from './rinseWater';
import type { Section } from './sections';
import type { Rejected } from './stages/chemistry';
import type { WorkStep } from './steps';
import type { Stop, Verdict } from './stops';
import type { WetOffer } from './wetOffers';

/** Raised whenever the same facts could give another plan; stored plans keep the version that made them. */
export const ENGINE_VERSION = '7';

/** One way to open this coil, against opening the least. */
export interface OpeningChoice {
  id: OpeningId;
  name: string;
  what: string;
  minutes: number;
  givesUp: string;
}

/** The plan for one coil, as it is stored with the visit. */
export interface CoilPlan {
  engine: string;
  coilId: string;
  verdict: Verdict;
  stop: Stop | null;
  opening: OpeningId;
  /** What the rules would open to, whatever was chosen. */
  proposedOpening: OpeningId;
  openings: OpeningChoice[];
  kit: KitItem[];
  /** How to pour over the pan; null outdoors or when pan and drain were not measured. */
  panDose: Omit<PanDose, 'because'> | null;
  advice: string[];
  /** The schools this plan follows, in words. */
  schools: string[];
  /** Schools of the shop that this coil does not allow, each with why; left out by plans of before it was said. */
  schoolsLeft?: string[];
  /** The facts it was made from, as they were then; plans of older versions hold fewer. */
  facts: JobFacts;
  grade: Grade;
  /** Grade that chemistry was chosen by, after grease and corrosion. */
  chemistryGrade: Grade;
  chemistry: Chemistry;
  cleanerId: string | null;
  cleanerName: string;
  /** Water to one of concentrate; 0 straight; null when no cleaner is used. */
  waterParts: number | null;
  /** Try water alone first; the cleaner only if the torch still shows dark. */
  waterFirst: boolean;
  dwell: DwellWindow | null;
  /** How the soak ends; plans of before condensate could do it leave it out and are rinsed. */
  ending?: Ending;
  /** How long condensate rinses, s; null where it does not. */
  condensateRunS?: { least: number; most: number } | null;
  /** Time until foam dries at the conditions noted, s, without margin; `never` in air that takes nothing up. */
  drySeconds: DryTime | null;
  dryLift: boolean;
  passes: number;
  /** How foam goes on; null where nothing is foamed, left out by plans of before it was said. */
  foaming?: Foaming | null;
  rinse: Rinse;
  /** Rinse of each m² of face, s; left out by plans of before it went by grade. */
  rinseSPerM2?: number;
  /** Water of all passes, as it comes out of what it is rinsed with; null where nothing wet is poured by hand. */
  water?: RinseWater | null;
  /** How it is done by hand, where condensate was to do it and did not; left out where that is how it is done. */
  rinseByHand?: Rinse;
  sections: Section[];
  /** How often foam is wetted again during the dwell; left out by plans of before misting. */
  mists?: number;
  /** What can be done about foam that would dry, or the cold, and which was chosen; left out where there is no trouble. */
  wet?: { chosen: KeepWet; cleanerName: string; offers: WetOffer[] };
  /** Ready mix needed, L; null when no cleaner is used. */
  solutionL: number | null;
  /** Whole cans to carry; null for what is mixed or not needed. */
  cans?: number | null;
  steps: WorkStep[];
  totalSeconds: number;
  /** Of which somebody's hands, s; left out by plans of before the two were told apart. */
  handsOnS?: number;
  cautions: Caution[];
  outlook: string;
  /** What was not known; the plan is on the careful side for each. */
  missing: string[];
  rejected: Rejected[];
  because: Because[];
}

/**
 * Whether nothing is to be done on a coil now: it stops for a hazard, or waits for better conditions.
 * @param plan of the coil
 * @returns true where `plan.stop` says why
 * @example isHeldBack({ verdict: 'postpone' }) // true
 */
export const isHeldBack = ({ verdict }: Pick<CoilPlan, 'verdict'>): boolean => verdict === 'stop' || verdict === 'postpone';
