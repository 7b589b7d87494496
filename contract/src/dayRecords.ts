import type { FilterNeed, Need } from '@elm-mist/core/truck';
import type { SlotFit } from '@elm-mist/core/runsheet';
import type { Roads } from '@elm-mist/core/route';
import type { VisitStep, FindingLife, Pause, Quote } from '@elm-mist/core/run';
import type { Licence, Urgency } from '@elm-mist/core/survey';
import type { CoilRecord, PlaceRecord, SystemRecord } from './placeRecords';
import type { VisitRecord } from './visitRecords';
import type { WeatherRecord } from './weatherRecords';

export type CoilNeed = Need;

export interface TodayVisit {
  visit: VisitRecord;
  place: PlaceRecord;
  system: SystemRecord;
  coils: CoilRecord[];
  visitStep: VisitStep;
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
  /** What was entered cannot be summed up; the entries are all there. Absent otherwise. */
  unread?: true;
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
