import type {
  Agreement,
  Applicator,
  Bead,
  Chemistry,
  Climate,
  Cleaner,
  CoilBuild,
  CoilSurvey,
  QuantityId,
  Configuration,
  CountsAgainst,
  CostOfVisit,
  FindingLife,
  Pause,
  Quote,
  Urgency,
  Need,
  SlotFit,
  HourAir,
  HouseRules,
  LabelGap,
  LabelLine,
  Learned,
  Licence,
  Refrigerant,
  Roads,
  SiteConditions,
  StockItem,
  VisitEvent,
  VisitRead,
  VisitStanding,
  VisitStory,
  GrowthVisit,
  Identity,
  Pace,
  StoryFact,
  FilterNeed,
} from '@elm-mist/core';
import type { DueClockRow } from './due';
import type { PositionSource } from './equipment';

/** What the server answers with. All sizes SI; days are ISO dates in the shop's own calendar. */
export interface PlaceRecord {
  id: string;
  name: string;
  address: string;
  customerId: string;
  customerName: string;
  phone: string;
  /** The owner wants no messages; absent in answers that were kept before it was asked. */
  quiet?: boolean;
  latitudeDeg: number;
  longitudeDeg: number;
  altitudeM: number;
  positionFrom: PositionSource;
  note: string;
  archived: boolean;
}

/** Somebody who owns places. */
export interface CustomerRecord {
  id: string;
  name: string;
  phone: string;
  /** Wants no reminders and no messages. */
  quiet: boolean;
  /** Places of theirs, put away ones too. */
  places: number;
}

/** One customer and what is theirs. */
export interface CustomerDetail {
  customer: CustomerRecord;
  places: PlaceRecord[];
}

export interface SystemRecord {
  id: string;
  placeId: string;
  name: string;
  configuration: Configuration;
  model: string;
  btuh: number;
  refrigerant: Refrigerant;
  madeYear: number | null;
  note: string;
  archived: boolean;
}

export interface CoilRecord extends CoilBuild {
  systemId: string;
  name: string;
  archived: boolean;
}

export interface CleanerRecord extends Cleaner {
  /** What a phrase on the label that can be read two ways is counted against, once somebody has said so. */
  countsAgainst: CountsAgainst | null;
  phLow: number | null;
  phHigh: number | null;
  packL: number;
  packPrice: number;
  /** Below this it is low, L; null for never. */
  lowL: number | null;
  assumed: LabelGap[];
  handling: LabelLine[];
  /** Kind of the safety sheet that is kept; null when there is none. */
  sheet: 'pdf' | 'picture' | null;
}

export type ApplicatorRecord = Applicator;

export type StockRecord = StockItem;

/** One change of stock, newest first in lists. */
export interface StockMove {
  id: string;
  itemId: string | null;
  cleanerId: string;
  visitId: string | null;
  /** Put in, or taken out when below zero, L. */
  litres: number;
  why: 'added' | 'counted' | 'visit' | 'imported';
  by: string;
  at: string;
}

/** What one visit took and cost. */
export interface VisitCostRecord extends CostOfVisit {
  visitId: string;
  day: string;
  placeName: string;
  systemName: string;
}

/** Largest safety sheet that is kept, bytes. */
export const SHEET_LIMIT = 5_000_000;
/** Largest file that is imported, bytes, and most rows in it. */
export const IMPORT_LIMIT = 25_000_000;
export const IMPORT_ROWS = 100_000;

/** A cell of an imported file that cannot be used. Rows are counted as in the file, the headings being row 1. */
export interface ImportProblem {
  row: number;
  column: string;
  message: string;
}

/** A line of the answer to an import: how far it is, then how it ended. */
export type ImportLine =
  | { rows: number }
  | {
      done: true;
      rows: number;
      added: number;
      changed: number;
      same: number;
      bad: number;
      /** The first of them. */
      problems: ImportProblem[];
      /** False: there were bad rows, and nothing was imported. */
      imported: boolean;
    };

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

/** Largest file of weather that is taken, bytes: a year of hours in EPW is some 1.7 MB. */
export const WEATHER_LIMIT = 8_000_000;

/** Days whose hourly air was kept from a file. */
export interface WeatherKept {
  days: number;
  from: string;
  to: string;
  source: Exclude<WeatherSource, 'simulated'>;
}

/** What a visit left behind, for the history. */
export interface PastVisit extends Pick<VisitRead, 'by' | 'coils' | 'figures' | 'nextDue' | 'note'> {
  id: string;
  day: string;
  purpose: string;
  standing: VisitStanding;
}

export type CoilNeed = Need;

export interface TodayVisit {
  visit: VisitRecord;
  place: PlaceRecord;
  system: SystemRecord;
  coils: CoilRecord[];
  bead: Bead;
  needs: CoilNeed[];
  /** The slot and the plan side by side; null while nothing is known of a coil. */
  fit: SlotFit | null;
  /** What the customer was promised for this system, by kind of finding, and the parts that it takes. */
  promised: Promised[];
  /** Parts for small things noted before that are put right in passing; absent in answers that were kept before it was told. */
  small?: string[];
  /** What the visit waits for; null while it goes on. */
  pause: Pause | null;
  /** The filter to bring; absent in answers that were kept before it was told. */
  filter?: FilterNeed | null;
}

/** Something that was accepted and is not done. */
export interface Promised {
  findingId: string;
  name: string;
  parts: string[];
  /** Licence that doing it wants; absent in answers that were kept before it was told. */
  licence?: Licence | null;
}

/** People in one truck on one day. */
export interface DayCrew {
  /** Of the crew list: the first of them. */
  id: string;
  /** Of the crew list, that one too. */
  memberIds: string[];
  /** When they leave and are to be back, minutes of the day. */
  from: number;
  to: number;
}

/** Who works on a day, and how far its roads are. */
export interface DayCrewsRecord {
  day: string;
  crews: DayCrew[];
  /** Said for this day, for a day before it, or for none yet. */
  said: 'this day' | 'a day before' | 'never';
  roads: Roads;
  /** What the shop's own days show; null where too few tell. */
  learnedFactor: number | null;
}

/** The answer for one day. */
export interface DayRecord {
  day: string;
  visits: TodayVisit[];
  next: VisitRecord | null;
  weather: WeatherRecord;
}

export interface PlaceSummary {
  place: PlaceRecord;
  systems: (SystemRecord & { lastVisit: string | null; nextDue: string | null })[];
}

/** A page of places, by name. */
export interface PlacePage {
  places: PlaceSummary[];
  /** How many there are that match. */
  total: number;
  /** Ask with this to go on; null at the end. */
  next: string | null;
}

/** Most places of one page. */
export const PLACES_PER_PAGE = 50;

/** What stands against a change: the same fields, changed by somebody else meanwhile. */
export interface ChangedMeanwhile {
  /** Field by field: what it was, what it is now, and what was to be put in. */
  fields: Record<string, { was: unknown; now: unknown; wanted: unknown }>;
}

export interface SystemDetail {
  system: SystemRecord;
  place: PlaceRecord;
  coils: CoilRecord[];
  history: PastVisit[];
  upcoming: VisitRecord[];
  /** Every finding of the system with what became of it, in the order they were noted. */
  findings: FindingLife[];
  /** What stands around it, as told last. Left out by answers of before. */
  storyFacts?: StoryFact[];
  /** What is due at it, soonest first; left out by answers of before. */
  clocks?: DueClockRow[];
  /** What was agreed with its owner; left out by answers of before. */
  agreement?: Agreement | null;
  /** Degree hours of the shop's country; null or left out where too little of a year's air is known. */
  climate?: Climate | null;
  /** How fast the shop's other coils grow dirty; null or left out where none has told. */
  pace?: Pace | null;
  /** How long a visit to it usually takes, minutes; left out by answers of before. */
  usualMin?: number;
}

/** Where something stands in the shop. */
interface WhereItIs {
  visitId: string;
  systemId: string;
  placeName: string;
  systemName: string;
  customerName: string;
}

/** All that is still to come of in the shop, what is most urgent first. */
export interface OpenRecord {
  findings: (FindingLife & WhereItIs & { urgency: Urgency })[];
  /** Quotes that nobody answered, oldest first. */
  quotes: (Quote & WhereItIs)[];
  /** Visits that wait for parts, those due first first. */
  pauses: (Pause & WhereItIs)[];
  /** How many findings there are; the answer holds the first of them. */
  total: number;
}

/** Most of each that one answer holds. */
export const OPEN_PER_PAGE = 200;

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

/** Where the air of a day is from: made up, a year put together from many, or read on that day. */
export type WeatherSource = 'simulated' | 'typical' | 'read';

/** The air of one day, hour by hour. */
export interface WeatherRecord {
  /** Mean of all hours of the day, those of the night too, °C; left out where they were not told. */
  meanC?: number;
  source: WeatherSource;
  hours: HourAir[];
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

/** Header of every answer of the interface: the shop's clock at that moment, UTC ms. */
export const TIME_HEADER = 'Elm-Mist-Time';

export const PHOTO_TYPES = ['image/jpeg', 'image/png'] as const;
/** Largest photo that is kept, bytes; devices shrink before sending. */
export const PHOTO_LIMIT = 2_000_000;

export interface ShelfRecord {
  cleaners: CleanerRecord[];
  applicators: ApplicatorRecord[];
  stock: StockRecord[];
}

export interface CleanerDetail {
  cleaner: CleanerRecord;
  moves: StockMove[];
}

export type HouseRulesRecord = HouseRules;

/** Every error body of the server. */
export interface ErrorBody {
  error: { code: string; message: string; fields: Record<string, string>; meanwhile?: ChangedMeanwhile };
}

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
