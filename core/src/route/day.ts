import type { Licence } from '../survey';

/** Steps that a day is planned in, minutes: drives and work are rounded up to them. */
export const STEP_MIN = 5;
/** Steps of a day. */
export const DAY_STEPS = (24 * 60) / STEP_MIN;

/** Somewhere that a crew has to be. */
export interface Stop {
  id: string;
  name: string;
  latitudeDeg: number;
  longitudeDeg: number;
  /** Minutes that it takes. */
  minutes: number;
  /** When the owner lets somebody in, minutes of the day: work begins between the two, both counted. */
  window: { from: number; to: number } | null;
  /** Hours of the day in which foam stays wet and it is warm enough; one word for each hour begun in, `good` where none is given. */
  hours: Readonly<Partial<Record<number, HourWord>>>;
  /** Licences that its work wants. */
  licences: readonly Licence[];
  /** What it waits for; empty where it can be done. */
  waits: string;
}

/** What an hour is for washing: `dry` foam would dry, so water and shorter sections take longer; `closed` cold or storm. */
export type HourWord = 'good' | 'dry' | 'closed';

/** Work begun in a dry hour takes so much longer: shade put up, shorter sections, water instead of foam. Common practice, no source. */
export const DRY_SHARE = 1.2;

/** One truck with who is in it. */
export interface Crew {
  id: string;
  name: string;
  licences: readonly Licence[];
  /** When it may leave and has to be back, minutes of the day. */
  from: number;
  to: number;
  /** Where it leaves from; null where nobody knows: then the way out is not counted. */
  leaves: { latitudeDeg: number; longitudeDeg: number } | null;
  /** Where it comes back to; null where the way back is not counted. */
  returns: { latitudeDeg: number; longitudeDeg: number } | null;
}

/** How far a road is beside the straight line, and how fast it is driven. */
export interface Roads {
  factor: number;
  kmh: number;
}

/** A day to be planned. */
export interface DayProblem {
  stops: readonly Stop[];
  crews: readonly Crew[];
  roads: Roads;
}

/** One visit in its place of a day. */
export interface PlacedStop {
  stopId: string;
  /** Minutes of the day. */
  arrive: number;
  begin: number;
  end: number;
  driveMin: number;
  /** Begun in an hour in which foam dries. */
  dry: boolean;
}

/** A crew's way through a day. */
export interface CrewRoute {
  crewId: string;
  leave: number;
  back: number;
  driveMin: number;
  waitMin: number;
  stops: PlacedStop[];
}

/** A day in an order. */
export interface DayPlan {
  routes: CrewRoute[];
  /** Minutes that crews are out, all together. */
  minutes: number;
  left: string[];
  /** No order serves the visits that are served in fewer minutes than this; null where that is not known. */
  boundMin: number | null;
  /** None serves more, or as many in less time, on steps of five minutes. */
  proven: boolean;
}
