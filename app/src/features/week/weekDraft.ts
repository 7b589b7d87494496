import type { DueRow, WeekRecord, WeekVisit } from '@elm-mist/contract';
import { dayLater } from '@elm-mist/core/clock';
import { driveMin, spreadDays, type DueStop, type OpenDay } from '@elm-mist/core/route';

/** What was put on another day and is not kept yet: due systems by their id, visits by theirs. */
export interface WeekDraft {
  due: Record<string, string>;
  visits: Record<string, string>;
}

export const NOTHING_PUT: WeekDraft = { due: {}, visits: {} };

/** Something on a day: a visit that stands, one that was moved here, or one that would be made. */
export interface OnDay {
  id: string;
  is: 'visit' | 'due';
  place: string;
  what: string;
  minutes: number;
  startMinute: number;
  /** Where it is dragged to is a wish until the week is kept. */
  wish: boolean;
  /** Work has begun, or is done: it stays where it is. */
  fixed: boolean;
  latitudeDeg: number;
  longitudeDeg: number;
}

/** One day as it would be. */
export interface DayAsDrawn {
  day: string;
  rows: OnDay[];
  /** Crews' minutes, and how much of them work and ways between take. */
  crewMin: number;
  usedMin: number;
}

const isFixed = ({ standing }: WeekVisit): boolean => standing !== 'planned' && standing !== 'suspended';
/** Work begins by eight where no crew is out. */
const USUAL_START_MIN = 480;

type Drawn = Omit<OnDay, 'startMinute' | 'wish' | 'fixed'>;

const ofVisit = ({ id, placeName, systemName, durationMin, latitudeDeg, longitudeDeg }: WeekVisit): Drawn => ({
  id,
  is: 'visit',
  place: placeName,
  what: systemName.toLowerCase(),
  minutes: durationMin,
  latitudeDeg,
  longitudeDeg,
});
const ofDue = ({ systemId, placeName, systemName, usualMin, latitudeDeg, longitudeDeg }: DueRow): Drawn => ({
  id: systemId,
  is: 'due',
  place: placeName,
  what: systemName.toLowerCase(),
  minutes: usualMin,
  latitudeDeg,
  longitudeDeg,
});

/** A crew through its day: when it is free again, and where it is by then. */
interface Through {
  id: string;
  freeMin: number;
  at: Drawn | null;
}

/** A week with what was put on its days drawn in: each goes to the crew that is there soonest, after what that crew has already. */
export function drawnWeek(week: WeekRecord, dues: readonly DueRow[], draft: WeekDraft): DayAsDrawn[] {
  const all = week.days.flatMap(({ day, visits }) => visits.map((visit) => ({ from: day, visit })));
  return week.days.map(({ day, visits, crews }) => {
    const through: Through[] =
      crews.length > 0
        ? crews.map((crew) => ({ id: crew.id, freeMin: crew.from, at: null }))
        : [{ id: '', freeMin: USUAL_START_MIN, at: null }];
    const way = (crew: Through, to: Drawn): number => (crew.at ? driveMin(crew.at, to, week.roads) : 0);
    let usedMin = 0;
    const take = (crew: Through, row: Drawn, startMinute: number) => {
      usedMin += way(crew, row) + row.minutes;
      crew.freeMin = startMinute + row.minutes;
      crew.at = row;
    };
    const soonest = (row: Drawn): Through =>
      through.reduce((best, crew) => (crew.freeMin + way(crew, row) < best.freeMin + way(best, row) ? crew : best));
    const rows: OnDay[] = [];
    for (const visit of visits) {
      if ((draft.visits[visit.id] ?? day) !== day) continue;
      const row = ofVisit(visit);
      const { startMinute } = visit;
      take(through.find((crew) => crew.id === visit.crewId) ?? soonest(row), row, startMinute);
      rows.push({ ...row, startMinute, wish: false, fixed: isFixed(visit) });
    }
    const moved = all.flatMap(({ from, visit }) => (from !== day && draft.visits[visit.id] === day ? [ofVisit(visit)] : []));
    const added = dues.flatMap((row) => (draft.due[row.systemId] === day ? [ofDue(row)] : []));
    for (const row of [...moved, ...added]) {
      const crew = soonest(row);
      const startMinute = Math.min(1439, Math.ceil((crew.freeMin + way(crew, row)) / 5) * 5);
      take(crew, row, startMinute);
      rows.push({ ...row, startMinute, wish: true, fixed: false });
    }
    const crewMin = crews.reduce((sum, crew) => sum + crew.to - crew.from, 0);
    return { day, rows: rows.sort((a, b) => a.startMinute - b.startMinute), crewMin, usedMin: Math.round(usedMin) };
  });
}

/** Saturday and Sunday, unless something is planned on them. */
const isWeekend = (day: string): boolean => [0, 6].includes(new Date(`${day}T00:00:00Z`).getUTCDay());

/** What is due put on the days from today on, neighbors together; what was put somewhere by hand stays there. */
export function filled(
  week: WeekRecord,
  dues: readonly DueRow[],
  draft: WeekDraft,
  today: string,
  shop: { latitudeDeg: number; longitudeDeg: number } | null,
): WeekDraft {
  const drawn = drawnWeek(week, dues, draft);
  const days = drawn
    .filter(({ day, rows }) => day > today && (!isWeekend(day) || rows.length > 0))
    .map(({ day, rows, crewMin }): OpenDay => ({ day, crewMin, visits: rows }));
  const stops = dues
    .filter((row) => draft.due[row.systemId] === undefined && row.planned === null)
    .map(({ systemId, latitudeDeg, longitudeDeg, usualMin, due }): DueStop => ({
      id: systemId,
      latitudeDeg,
      longitudeDeg,
      minutes: usualMin,
      due,
    }));
  const put = spreadDays(stops, days, week.roads, shop).flatMap(({ day, ids }) => ids.map((id): [string, string] => [id, day]));
  return { ...draft, due: { ...draft.due, ...Object.fromEntries(put) } };
}

/** Something put on a day, or, with null, back where it was. */
export function put(draft: WeekDraft, what: Pick<OnDay, 'id' | 'is'>, day: string | null): WeekDraft {
  const of = what.is === 'due' ? 'due' : 'visits';
  const { [what.id]: _was, ...rest } = draft[of];
  return { ...draft, [of]: day === null ? rest : { ...rest, [what.id]: day } };
}

/** The Monday of a day's week. */
export const mondayOf = (day: string): string => dayLater(day, -((new Date(`${day}T00:00:00Z`).getUTCDay() + 6) % 7));
