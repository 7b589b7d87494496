import { longDay, wallMs } from '../clock';
import type { HourAir } from '../dryout';
import type { CoilGeometry, CoilRole } from '../equipment';
import type { Crew, CrewRoute, HourWord, Stop } from './day';
import type { Pause, VisitStanding } from '../run';
import type { CrewMember } from '../shop';
import type { Licence } from '../survey';
import { visitRibbon } from '../dryout/visitRibbon';

/** A visit of a day as far as planning the day goes. */
export interface PlannedVisit {
  visit: {
    id: string;
    day: string;
    startMinute: number;
    durationMin: number;
    windowFrom?: number | null;
    windowTo?: number | null;
    crewId?: string | null;
    standing: VisitStanding;
  };
  place: { name: string; latitudeDeg: number; longitudeDeg: number; altitudeM: number };
  coils: readonly { role: CoilRole; geometry: CoilGeometry }[];
  /** What the plan of work comes to; null where nothing is known of a coil. */
  fit: { slotS: number; overS: number } | null;
  promised: readonly { licence?: Licence | null }[];
  pause: Pause | null;
}

/** People in one truck on one day. */
export interface TruckCrew {
  id: string;
  memberIds: readonly string[];
  from: number;
  to: number;
}

/** What is asked of a day. */
export interface DayAsked {
  visits: readonly PlannedVisit[];
  hours: readonly HourAir[];
  zone: string;
  minimumC: number;
  crews: readonly TruckCrew[];
  members: readonly CrewMember[];
  /** Where trucks stand at night; null where nobody said. */
  shop: { latitudeDeg: number; longitudeDeg: number } | null;
  /** Minute of the day that it is now, where it is this day; null for a day to come. */
  nowMin: number | null;
  /** Whether visits stay near the time that their owners were told, as far as the owner's own hours let them. */
  nearTold: boolean;
}

/** A day as it can be planned, and what is fixed in it already. */
export interface DayToPlan {
  stops: Stop[];
  crews: Crew[];
}

const isFree = ({ visit }: PlannedVisit): boolean => visit.standing === 'planned' || visit.standing === 'suspended';

/** What each hour of the day is for washing a visit's outdoor coils. */
function hourWords({ coils, place }: PlannedVisit, { hours, zone, minimumC }: DayAsked): Partial<Record<number, HourWord>> {
  const words: Partial<Record<number, HourWord>> = {};
  for (const coil of coils) {
    if (coil.role !== 'condenser') continue;
    const ribbon = visitRibbon({ ...place, geometry: coil.geometry, hours, startMs: 0, endMs: 0, minimumC });
    for (const hour of ribbon.hours) {
      const of = new Date(wallMs(zone, hour.atMs)).getUTCHours();
      const word: HourWord = hour.good ? 'good' : hour.storm || hour.dryBulbC < minimumC ? 'closed' : 'dry';
      if (word !== 'good' && words[of] !== 'closed') words[of] = word;
    }
  }
  return words;
}

/** So much sooner and later than it was told is still near, minutes. Common practice, no source. */
const NEAR_TOLD = { sooner: 15, later: 90 };

/** When work on a visit may begin: in the owner's hours, and near what was told where that is wanted. */
function windowOf({ visit }: PlannedVisit, { nearTold, nowMin }: DayAsked): Stop['window'] {
  const { windowFrom = null, windowTo = null, startMinute } = visit;
  const owners = windowFrom !== null && windowTo !== null ? { from: windowFrom, to: windowTo } : null;
  if (!nearTold) return owners;
  const near = { from: startMinute - NEAR_TOLD.sooner, to: Math.max(startMinute, nowMin ?? 0) + NEAR_TOLD.later };
  const both = { from: Math.max(0, near.from, owners?.from ?? 0), to: Math.min(1439, near.to, owners?.to ?? 1439) };
  // What was told lies outside of the owner's hours: those hold.
  return both.from <= both.to ? both : owners;
}

/** Minutes that a visit takes: what was set aside, or what its plan comes to where that is more. */
const minutesOf = ({ visit, fit }: PlannedVisit): number => Math.max(visit.durationMin, fit ? Math.ceil((fit.slotS + fit.overS) / 60) : 0);

function waitsFor({ visit, pause }: PlannedVisit): string {
  const due = visit.standing === 'suspended' ? (pause?.value.due ?? null) : null;
  if (due !== null && due > visit.day) return `Its parts come on ${longDay(due)}.`;
  return '';
}

/**
 * A day as it can be planned: what is left of it to order, and from where and when each crew is free.
 * @param asked the day's visits, its air, its crews
 * @returns stops and crews
 * @throws CoreError unknown zone
 * @example dayToPlan({ visits: [], hours: [], zone: 'UTC', minimumC: 5, crews: [], members: [], shop: null, nowMin: null, nearTold: false }).stops // []
 */
export function dayToPlan(asked: DayAsked): DayToPlan {
  const { visits, crews, members, shop, nowMin } = asked;
  const stops = visits.filter(isFree).map((row): Stop => {
    const { visit, place, promised } = row;
    return {
      id: visit.id,
      name: place.name,
      latitudeDeg: place.latitudeDeg,
      longitudeDeg: place.longitudeDeg,
      minutes: minutesOf(row),
      window: windowOf(row, asked),
      hours: hourWords(row, asked),
      licences: [...new Set(promised.flatMap(({ licence }) => licence ?? []))],
      waits: waitsFor(row),
    };
  });
  return {
    stops,
    crews: crews.map((crew): Crew => {
      const own = members.filter((member) => crew.memberIds.includes(member.id));
      const busy = visits.find(({ visit }) => visit.standing === 'under way' && visit.crewId === crew.id);
      const free = Math.max(crew.from, nowMin ?? 0, busy ? busy.visit.startMinute + minutesOf(busy) : 0);
      const done = visits
        .filter(({ visit }) => visit.standing === 'closed' && visit.crewId === crew.id)
        .sort((a, b) => b.visit.startMinute - a.visit.startMinute)[0];
      const at = (busy ?? done)?.place;
      return {
        id: crew.id,
        name: own.map((member) => member.name).join(' and '),
        licences: [...new Set(own.flatMap((member) => member.licences))],
        from: Math.min(1439, free),
        to: Math.max(crew.to, Math.min(1440, free)),
        leaves: at ? { latitudeDeg: at.latitudeDeg, longitudeDeg: at.longitudeDeg } : shop,
        returns: shop,
      };
    }),
  };
}

/** A visit that begins at another time than it was told. */
export interface MovedVisit {
  visitId: string;
  was: number;
  now: number;
}

/** Less is not worth a word to the owner, minutes. Common practice, no source. */
const WORTH_A_WORD_MIN = 15;

/**
 * Visits that a plan begins at another time than they stand at, by a quarter of an hour or more.
 * @param visits as they stand
 * @param routes of the plan
 * @returns each with both times, soonest first
 * @example movedVisits([], []) // []
 */
export function movedVisits(visits: readonly { visit: { id: string; startMinute: number } }[], routes: readonly CrewRoute[]): MovedVisit[] {
  return routes
    .flatMap((route) => route.stops)
    .flatMap(({ stopId, begin }): MovedVisit[] => {
      const row = visits.find(({ visit }) => visit.id === stopId);
      return row && Math.abs(row.visit.startMinute - begin) >= WORTH_A_WORD_MIN
        ? [{ visitId: stopId, was: row.visit.startMinute, now: begin }]
        : [];
    })
    .sort((a, b) => a.now - b.now);
}
