import { dayIn } from '../clock';
import type { CoilRole, Configuration, Refrigerant } from '../equipment';
import type { Climate, GrowthVisit, LongestWait, Pace, Upkeep } from '../interval';
import type { Guard } from '../method';
import type { EventDataByKind, VisitState } from '../run';
import { coilDues, type CoilDues } from './coilDues';
import { upkeepOf } from './upkeepOf';

/** What the days of a closing are drawn from, besides the visit. */
export interface ClosingSetting {
  /** In the visit's order. */
  coils: readonly { id: string; role: CoilRole; guards?: Guard }[];
  system: { configuration: Configuration; refrigerant: Refrigerant; btuh: number };
  place: { latitudeDeg: number; altitudeM: number };
  /** What earlier visits and the shop's other coils teach. */
  known: { graded?: readonly GrowthVisit[] | undefined; climate?: Climate | null | undefined; pace?: Pace | null | undefined };
  longestWait?: LongestWait | undefined;
  /** The shop's IANA time zone: a closing counts from its day there. */
  zone: string;
}

/** What is due after a visit, and from which day it counts. */
export interface Closing {
  closedOn: string;
  dues: CoilDues;
  upkeep: Upkeep[];
}

/**
 * Next service of each coil, filter, drain and wheel of a visit. The page before closing, the entry and the report all use this.
 * @param state of the visit
 * @param setting the visit's coils, system and place, and what earlier visits teach
 * @param atMs UTC ms of the closing; of now where the visit is open
 * @returns next service of each, and the first of the coils
 * @throws CoreError unknown zone, latitude out of −90 to 90
 * @example closingOf(foldVisit('v', 'split-cool', []), { coils: [], system: { configuration: 'split-cool', refrigerant: 'R-410A', btuh: 36000 }, place: { latitudeDeg: 42, altitudeM: 0 }, known: {}, zone: 'UTC' }, Date.UTC(2026, 5, 11)).dues.first.date // '2027-06-11'
 */
export function closingOf(state: VisitState, { coils, system, place, known, longestWait, zone }: ClosingSetting, atMs: number): Closing {
  const closedOn = dayIn(zone, state.closed ? Date.parse(state.closed.at) : atMs);
  const { configuration } = system;
  const where = { configuration, latitudeDeg: place.latitudeDeg, climate: known.climate, pace: known.pace, longestWait };
  return {
    closedOn,
    dues: coilDues(state, coils, where, closedOn, known.graded ?? [], { ...system, altitudeM: place.altitudeM }),
    upkeep: upkeepOf(state, coils, configuration, closedOn),
  };
}

/**
 * The entry that closes a visit.
 * @param closing what is due after it
 * @param note closing notes
 * @returns data of `visit.closed`
 * @example closingEntry(closingOf(foldVisit('v', 'split-cool', []), { coils: [], system: { configuration: 'split-cool', refrigerant: 'R-410A', btuh: 36000 }, place: { latitudeDeg: 42, altitudeM: 0 }, known: {}, zone: 'UTC' }, Date.UTC(2026, 5, 11)), 'Gate sticks').nextDue // '2027-06-11'
 */
export function closingEntry({ dues, upkeep }: Pick<Closing, 'dues' | 'upkeep'>, note: string): EventDataByKind['visit.closed'] {
  const why = ({ because }: CoilDues['first']) => because.rules[0]?.because ?? '';
  return {
    nextDue: dues.first.date,
    why: why(dues.first),
    note,
    ...(dues.coils.length > 0 ? { coils: dues.coils.map(({ coilId, due }) => ({ coilId, nextDue: due.date, why: why(due) })) } : {}),
    ...(upkeep.length > 0
      ? { upkeep: upkeep.map(({ id, date, rule, ruleId }) => ({ id, nextDue: date, why: rule.because, ruleId })) }
      : {}),
  };
}
