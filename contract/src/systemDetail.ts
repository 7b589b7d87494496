import type { Agreement } from '@elm-mist/core/agreement';
import type { VisitSummary } from '@elm-mist/core/visit';
import type { Climate, Pace } from '@elm-mist/core/interval';
import type { FindingLife, VisitStanding } from '@elm-mist/core/run';
import type { StoryFact } from '@elm-mist/core/survey';
import type { DueClockRow } from './due';
import type { PlaceRecord, SystemRecord, CoilRecord } from './placeRecords';
import type { VisitRecord } from './visitRecords';

/** What a visit left behind, for the history. */
export interface PastVisit extends Pick<VisitSummary, 'by' | 'coils' | 'figures' | 'nextDue' | 'note'> {
  id: string;
  day: string;
  purpose: string;
  standing: VisitStanding;
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
