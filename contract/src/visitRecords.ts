import type { Agreement } from '@elm-mist/core/agreement';
import type { Climate, GrowthVisit, Pace } from '@elm-mist/core/interval';
import type { Chemistry } from '@elm-mist/core/mix';
import type { QuantityId } from '@elm-mist/core/readings';
import type { FindingLife, Identity, VisitEvent, VisitStanding } from '@elm-mist/core/run';
import type { Learned } from '@elm-mist/core/runsheet';
import type { CoilSurvey, SiteConditions, VisitStory } from '@elm-mist/core/survey';
import type { CoilRecord, PlaceRecord, SystemRecord } from './placeRecords';
import type { WeatherRecord } from './weatherRecords';

export interface VisitRecord {
  id: string;
  systemId: string;
  day: string;
  startMinute: number;
  durationMin: number;
  /** When the owner lets somebody in, minutes of the day; none for any time. */
  windowFrom?: number | null;
  windowTo?: number | null;
  /** Crew of the day that goes there; none for nobody in particular. */
  crewId?: string | null;
  purpose: string;
  coilIds: string[];
  standing: VisitStanding;
}

/** What earlier visits to this system found and used. */
export interface KnownBefore {
  day: string | null;
  surveys: Record<string, CoilSurvey>;
  story: VisitStory | null;
  /** What the plate said last; left out by answers of before. */
  identity?: Identity | null;
  chemistries: Chemistry[];
  openFindings: FindingLife[];
  /** Washes since each coil was last opened from inside, by coil id. */
  washesSinceOpened: Record<string, number>;
  /** How closed visits of before found and left each coil, oldest first. */
  graded?: GrowthVisit[];
  /** The air noted last at any place on the same day, to start from. */
  air: SiteConditions | null;
  /** What each piece of work took in the shop's last closed visits. */
  taken: Record<string, Learned>;
  /** What a can covers, m² of face and row, by cleaner, where use has taught it. */
  canYieldM2: Record<string, number>;
  /** Degree hours of the shop's country; null or left out where too little of a year's air is known. */
  climate?: Climate | null;
  /** How fast the shop's other coils grow dirty; null or left out where none has told. */
  pace?: Pace | null;
  /** What measured washes say of what dirt costs; left out by answers of before. */
  dirt?: { factor: number; washes: number };
}

export interface VisitDetail {
  visit: VisitRecord;
  place: PlaceRecord;
  system: SystemRecord;
  coils: CoilRecord[];
  /** What was agreed with its owner; left out by answers of before. */
  agreement?: Agreement | null;
  events: VisitEvent[];
  known: KnownBefore;
  /** Of the visit's day. */
  weather: WeatherRecord;
}

/** What open pages hear of a visit that changed. */
export interface VisitChanged {
  /** How many entries the visit had before these: a page that has as many adds them, any other reads the visit again. */
  from: number;
  /** New entries, as the server keeps them; none where they are too many to send, or where something else changed. */
  events: VisitEvent[];
  /** More than entries changed: the visit is read again. */
  again: boolean;
}

export const PHOTO_TYPES = ['image/jpeg', 'image/png'] as const;

/** Largest photo that is kept, bytes; devices shrink before sending. */
export const PHOTO_LIMIT = 2_000_000;

/** One moment of a simulated probe kit: a value for each quantity, null where the reading dropped out. */
export interface ProbeSample {
  /** By the server's clock, UTC ms. */
  atMs: number;
  values: Partial<Record<QuantityId, number | null>>;
}

/** What a kit tells as it is connected: what it kept of the minutes before. */
export interface ProbeBacklog {
  samples: ProbeSample[];
  /** Minutes that the compressor has run; null where it does not run. */
  runMinutes: number | null;
}
