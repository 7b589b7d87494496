import type { DueRow, WeekRecord, WeekVisit } from '@elm-mist/contract';
import { dayLater, driveMin, spreadDays, type DueStop, type OpenDay } from '@elm-mist/core';

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
  title: string;
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

/** A week with what was put on its days drawn in; what was put on follows what stands there, with the way to it between. */
export function drawnWeek(week: WeekRecord, dues: readonly DueRow[], draft: WeekDraft): DayAsDrawn[] {
  const all = week.days.flatMap(({ day, visits }) => visits.map((visit) => ({ from: day, visit })));
  return week.days.map(({ day, visits, crews }) => {
    const stands = visits.filter((visit) => (draft.visits[visit.id] ?? day) === day);
    const rows: OnDay[] = stands.map((visit) => ({
      id: visit.id,
      is: 'visit',
      title: `${visit.placeName}, ${visit.systemName.toLowerCase()}`,
      minutes: visit.durationMin,
      startMinute: visit.startMinute,
      wish: false,
      fixed: isFixed(visit),
      latitudeDeg: visit.latitudeDeg,
      longitudeDeg: visit.longitudeDeg,
    }));
    const start = Math.min(...crews.map((crew) => crew.from), crews.length > 0 ? 1440 : USUAL_START_MIN);
    const put: Omit<OnDay, 'startMinute'>[] = [
      ...all.flatMap(({ from, visit }) =>
        from !== day && draft.visits[visit.id] === day
          ? [
              {
                id: visit.id,
                is: 'visit' as const,
                title: `${visit.placeName}, ${visit.systemName.toLowerCase()}`,
                minutes: visit.durationMin,
                wish: true,
                fixed: false,
                latitudeDeg: visit.latitudeDeg,
                longitudeDeg: visit.longitudeDeg,
              },
            ]
          : [],
      ),
      ...dues.flatMap((row) =>
        draft.due[row.systemId] === day
          ? [
              {
                id: row.systemId,
                is: 'due' as const,
                title: `${row.placeName}, ${row.systemName.toLowerCase()}`,
                minutes: row.usualMin,
                wish: true,
                fixed: false,
                latitudeDeg: row.latitudeDeg,
                longitudeDeg: row.longitudeDeg,
              },
            ]
          : [],
      ),
    ];
    for (const row of put) {
      const last = rows.at(-1);
      const way = last ? driveMin(last, row, week.roads) : 0;
      const free = last ? last.startMinute + last.minutes + way : start;
      rows.push({ ...row, startMinute: Math.min(1439, Math.ceil(free / 5) * 5) });
    }
    const ways = rows.reduce((sum, row, i) => {
      const before = rows[i - 1];
      return before ? sum + driveMin(before, row, week.roads) : sum;
    }, 0);
    return {
      day,
      rows,
      crewMin: crews.reduce((sum, crew) => sum + crew.to - crew.from, 0),
      usedMin: Math.round(rows.reduce((sum, row) => sum + row.minutes, 0) + ways),
    };
  });
}

/** Saturday and Sunday, unless something is planned on them. */
const isWeekend = (day: string): boolean => [0, 6].includes(new Date(`${day}T00:00:00Z`).getUTCDay());

/** What is due put on the days from today on, neighbours together; what was put somewhere by hand stays there. */
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
