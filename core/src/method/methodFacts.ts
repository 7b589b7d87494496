import type { HourAir } from '../dryout';
import type { ChemistryGroup, CoilGeometry, CoilRole, Configuration, Construction, Refrigerant } from '../equipment';
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
} from '../survey';

export const GUARDS = ['none', 'wire', 'louvre', 'hinged'] as const;
export type Guard = (typeof GUARDS)[number];

/** The coil as it is built: what does not change from visit to visit. */
export interface CoilBuild {
  id: string;
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
}

/** Everything the rules may ask about, flat. */
export interface MethodFacts extends Omit<CoilAnswers, 'opening'> {
  role: CoilRole;
  group: ChemistryGroup;
  construction: Construction;
  aluminiumTube: boolean;
  rows: number;
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
  gas: boolean;
  a2l: boolean;
  /** The top can be lifted at all. */
  topOpens: boolean;
  /** How far this job opens. */
  opening: OpeningId;
  /** The inside face is reached at that opening. */
  insideReached: boolean;
  guards: Guard;
  wallSide: boolean;
  symptoms: Symptom[];
  storyFacts: StoryFact[];
  hazards: ArrivalHazard[];
  helper: boolean;
  /** Washes since the coil was last opened from inside; null when the record does not say. */
  washesSinceOpened: number | null;
  makerWaterOnly: boolean;
  sensitiveOccupants: boolean;
  dryBulbC: number | null;
  sun: SunExposure | null;
}
