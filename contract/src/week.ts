import type { Roads } from '@elm-mist/core/route';
import type { VisitStanding } from '@elm-mist/core/run';
import type { DayCrew } from './dayRecords';

/** One visit in a week. */
export interface WeekVisit {
  id: string;
  systemId: string;
  systemName: string;
  placeName: string;
  startMinute: number;
  durationMin: number;
  crewId: string | null;
  standing: VisitStanding;
  latitudeDeg: number;
  longitudeDeg: number;
}

/** Seven days with their visits, and how long crews are out on each. */
export interface WeekRecord {
  days: { day: string; visits: WeekVisit[]; crews: DayCrew[] }[];
  roads: Roads;
}
