import type { DryTime, HourAir } from '../dryout';
import type { ChemistryGroup, CoilGeometry, CoilRole, CoilShape, Configuration, Construction, Refrigerant } from '../equipment';
import type { CleanerForm } from '../mix';
import type {
  ArrivalHazard,
  CoilAnswers,
  Corrosion,
  Grade,
  OpeningId,
  SiteConditions,
  Soil,
  StoryFact,
  SunExposure,
  Symptom,
  VisitStory,
  NotRunning,
} from '../survey';
import type { HouseRules } from './houseRules';

/** What stands before the faces of an outdoor unit. */
export const GUARDS = ['none', 'wire', 'louvre', 'hinged'] as const;
/** One of `GUARDS`. */
export type Guard = (typeof GUARDS)[number];

/** The coil as it is built: what does not change from visit to visit. */
export interface CoilBuild {
  id: string;
  /** How it is called among others of its system; left out or empty where its role says enough. */
  name?: string;
  role: CoilRole;
  construction: Construction;
  geometry: CoilGeometry;
  guards: Guard;
  /** The top can be lifted so that the inside face is reached. */
  topOpens: boolean;
  /** The maker's manual allows water and nothing else. */
  makerWaterOnly: boolean;
  /** The size was taken from the capacity, not measured. */
  sizeEstimated?: boolean;
}

/** Where and when the air was noted, so that the sun on each face can be told, and what the rest of the day will bring. */
export interface Sky {
  /** When the air was noted, UTC ms. */
  atMs: number;
  latitudeDeg: number;
  longitudeDeg: number;
  /** Hourly feed of the day; empty when there is none. */
  hours: readonly HourAir[];
}

/** Air that returns to the indoor coil, as it was measured. */
export interface ReturnAir {
  dryBulbC: number;
  /** Relative humidity, percent. */
  rhPct: number;
}

/** The visit around the coil. */
export interface MethodContext {
  configuration: Configuration;
  refrigerant: Refrigerant;
  /** Null until conditions have been typed in. */
  site: SiteConditions | null;
  /** Null or left out: every face is taken to stand in the sun that was typed. */
  sky?: Sky | null;
  /** Barometric pressure at the site, kPa. */
  pressureKPa: number;
  /** Asthma, infants, birds or the like in the occupied space. */
  sensitiveOccupants: boolean;
  /** What the customer says and what stands around; left out when nobody asked. */
  story?: Partial<VisitStory>;
  /** Washes since each coil was last opened from inside, by coil id. */
  washesSinceOpened?: Readonly<Record<string, number>>;
  /** Return air as measured today; left out when nobody did. */
  returnAir?: ReturnAir | null;
  /** Drains that were poured and timed on this visit, L/min, by coil id; the newest. */
  drainPouredLMin?: Readonly<Record<string, number>>;
  /** Floats that were lifted on this visit, by coil id: whether the unit stops. */
  floatStops?: Readonly<Record<string, boolean>>;
  /** What a can covers, m² of face and row, by cleaner id, where use has taught it. */
  canYieldM2?: Readonly<Record<string, number>>;
}

/** Whether the drain of an indoor coil has been seen to run on this visit. */
export type DrainState = 'good' | 'bad' | 'unknown';

/** The shop's schools as facts that rows can ask about. */
type SchoolFacts = Pick<
  HouseRules,
  'lid' | 'panHoles' | 'screens' | 'electrics' | 'drain' | 'drip' | 'force' | 'noRinse' | 'bucketWasher' | 'readings'
> & {
  chemistrySchool: HouseRules['chemistry'];
  rinseSchool: HouseRules['rinse'];
};

/** Everything seen, known and ruled that a row may ask about, flat. */
export interface SurveyFacts extends Omit<CoilAnswers, 'opening' | 'discharge'>, SchoolFacts {
  /** Which way it blows; what nobody said of a mini-split blows out of its front. */
  discharge: 'up' | 'side';
  /** Below freezing in the coming eighteen hours, by the feed. */
  freezesSoon: boolean;
  /** An inner row that nobody has graded. */
  innerUnseen: boolean;
  role: CoilRole;
  group: ChemistryGroup;
  construction: Construction;
  shape: CoilShape;
  aluminiumTube: boolean;
  rows: number;
  faces: number;
  /** Worst grade seen. */
  grade: Grade;
  /** Grade used for chemistry: one up for an oil or grease film, one down for a corroded coil. */
  chemistryGrade: Grade;
  felts: boolean;
  oily: boolean;
  soils: Soil[];
  corrosion: Corrosion;
  leakSuspected: boolean;
  iced: boolean;
  matBetweenRows: boolean;
  coolingSymptom: boolean;
  package: boolean;
  ductless: boolean;
  heatPump: boolean;
  gas: boolean;
  a2l: boolean;
  /** The top can be lifted at all. */
  topOpens: boolean;
  guards: Guard;
  wallSide: boolean;
  symptoms: Symptom[];
  storyFacts: StoryFact[];
  hazards: ArrivalHazard[];
  helper: boolean;
  /** It was found dead over a full pan. */
  panFull: boolean;
  /** What keeps it from running, where the customer chose nothing; null where it runs or was not tried. */
  notRunning: NotRunning | null;
  /** It runs as it was found, or was not tried: readings before the wash can be taken. */
  runsNow: boolean;
  /** It will run when the wash is done: its part is not on order. */
  runsAfter: boolean;
  /** Washes since the coil was last opened from inside; null when the record does not say. */
  washesSinceOpened: number | null;
  makerWaterOnly: boolean;
  sensitiveOccupants: boolean;
  dryBulbC: number | null;
  /** Outdoor air below the shop's limit. */
  tooCold: boolean;
  sun: SunExposure | null;
  /** Of an indoor coil's drain: poured and running, known not to, or not tried. */
  drainState: DrainState;
  /** The pan holds what runs into it. */
  panSound: 'yes' | 'no' | 'unknown';
  /** Something stops the unit, or nothing below is harmed, if the pan fills. */
  overflowGuard: 'yes' | 'no' | 'unknown';
  /** Whether return air makes condensate on the coil; `unknown` until it has been measured. */
  condensate: 'yes' | 'no' | 'unknown';
  /** Less room at the sides, or above, than the shop asks for. */
  sidesShort: boolean;
  topShort: boolean;
}

/** How the soak of a section ends. */
export type Ending = 'rinse' | 'condensate';

/** What the stages before have chosen, for the tables of steps, cautions and kit. */
export interface ChosenFacts {
  /** How far this job opens. */
  opening: OpeningId;
  /** The inside face of the coil is reached at that opening. */
  insideReached: boolean;
  washes: boolean;
  usesCleaner: boolean;
  strongAlkali: boolean;
  household: boolean;
  form: CleanerForm | 'water';
  waterFirst: boolean;
  dryLift: boolean;
  passes: number;
  ending: Ending;
  /** A washer on its low setting is used. */
  washer: boolean;
  /** What it is rinsed with; empty where nothing is rinsed by hand. */
  nozzle: string;
}

/** All of it: what a step, a caution or a thing to carry may depend on. */
export type JobFacts = SurveyFacts & ChosenFacts;

/** How fast one face dries. */
export interface FaceDrying {
  faceId: string;
  /** Time until foam on it is dry in the air as noted, without margin; null indoors or when no air was noted. */
  dry: DryTime | null;
  /** The same an hour later in the same air, as the sun will stand then. */
  later: DryTime | null;
}
