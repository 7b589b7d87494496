import { dayIn } from '../clock';
import { isOpenFinding, wholeFinding, FINDING_STANDING_NAMES, type FindingLife } from '../run';
import type { TrendVisit } from '../judgment/trends';

/** Kinds of things that stand on a system's line of time, as its lanes lie from top to bottom. */
export const LIFE_LANES = ['wash', 'finding', 'part', 'reading'] as const;
/** One of `LIFE_LANES`. */
export type LifeLane = (typeof LIFE_LANES)[number];

/** The same in words. */
export const LIFE_LANE_NAMES: Record<LifeLane, string> = { wash: 'Washes', finding: 'Findings', part: 'Parts', reading: 'Readings' };

/** One thing that happened to a system, or went on for a while. */
export interface LifeMark {
  id: string;
  lane: LifeLane;
  /** ISO day; `to` is the same day where it took no time, null while it goes on. */
  from: string;
  to: string | null;
  /** Worst grade as found and as left, of a wash. */
  grades: [before: number | null, after: number | null] | null;
  words: string;
  visitId: string;
  findingId: string | null;
}

/** A visit as the line needs it. */
export interface LifeVisit extends TrendVisit {
  standing: string;
  coils: (TrendVisit['coils'][number] & { cleanerName: string })[];
}

const worst = (grades: readonly (number | null)[]): number | null =>
  grades.reduce<number | null>((most, grade) => (grade === null ? most : most === null ? grade : Math.max(most, grade)), null);

/**
 * The life of a system on one line of time: every wash, finding, part and set of readings.
 * @param visits of the system, in any order; only closed ones are washes
 * @param findings of the system, whatever came of them
 * @param zone the shop's clock, IANA
 * @returns marks, oldest first; of one day as the lanes lie
 * @example lifeLine([], [], 'America/Chicago') // []
 */
export function lifeLine(visits: readonly LifeVisit[], findings: readonly FindingLife[], zone: string): LifeMark[] {
  const marks: LifeMark[] = [];
  for (const visit of visits) {
    const mark = { from: visit.day, to: visit.day, visitId: visit.id, findingId: null };
    if (visit.standing === 'closed') {
      const grades: LifeMark['grades'] = [
        worst(visit.coils.map((coil) => coil.worstBefore)),
        worst(visit.coils.map((coil) => coil.worstAfter)),
      ];
      const products = [...new Set(visit.coils.map((coil) => coil.cleanerName).filter(Boolean))].join(', ');
      const graded = grades[0] === null ? 'not graded' : `found at ${grades[0]}${grades[1] === null ? '' : `, left at ${grades[1]}`}`;
      marks.push({ ...mark, id: `wash ${visit.id}`, lane: 'wash', grades, words: `Washed: ${graded}${products ? `, ${products}` : ''}` });
    }
    const read = (['before', 'after'] as const).filter((when) => Object.keys(visit.figures[when]).length > 0);
    if (read.length > 0)
      marks.push({ ...mark, id: `reading ${visit.id}`, lane: 'reading', grades: null, words: `Readings ${read.join(' and ')} the wash` });
  }
  const day = (at: string) => dayIn(zone, Date.parse(at));
  for (const life of findings) {
    const { name, parts } = wholeFinding(life);
    const ended = life.steps.find(({ value }) => value.step === 'fixed' || value.step === 'done');
    const from = day(life.at);
    const to = ended ? day(ended.at) : isOpenFinding(life) ? null : from;
    marks.push({
      id: `finding ${life.findingId}`,
      lane: 'finding',
      from,
      to,
      grades: null,
      words: `${name}: ${FINDING_STANDING_NAMES[life.standing].toLowerCase()}`,
      visitId: life.visitId,
      findingId: life.findingId,
    });
    if (ended && parts.length > 0)
      marks.push({
        id: `part ${life.findingId}`,
        lane: 'part',
        from: to ?? from,
        to: to ?? from,
        grades: null,
        words: `Fitted: ${parts.map((part) => (part.quantity > 1 ? `${part.quantity} × ${part.name.toLowerCase()}` : part.name.toLowerCase())).join(', ')}`,
        visitId: life.visitId,
        findingId: life.findingId,
      });
  }
  return marks.sort((a, b) => (a.from === b.from ? LIFE_LANES.indexOf(a.lane) - LIFE_LANES.indexOf(b.lane) : a.from < b.from ? -1 : 1));
}

/** A line of time as long as it has to be. */
export interface LifeSpan {
  /** ISO days. */
  from: string;
  to: string;
  /** First days of the years between, where there is room for so many. */
  years: string[];
}

/** Years that are named on a line at most. */
const MOST_YEARS = 6;

/**
 * From when to when a line of time goes: from the new year before the first mark to the new year after today and what is due.
 * @param marks on it
 * @param today ISO day
 * @param due ISO day that it is due again; null where it is not known
 * @returns its ends, and the years to name
 * @example lifeSpan([], '2026-06-11', null) // { from: '2026-01-01', to: '2027-01-01', years: ['2026', '2027'] }
 */
export function lifeSpan(marks: readonly LifeMark[], today: string, due: string | null): LifeSpan {
  const days = [today, ...(due ? [due] : []), ...marks.map((mark) => mark.from)].sort();
  const first = Number((days[0] ?? today).slice(0, 4));
  const last = Number((days.at(-1) ?? today).slice(0, 4)) + 1;
  const step = Math.ceil((last - first) / MOST_YEARS);
  const years = Array.from({ length: last - first + 1 }, (_, i) => first + i).filter((year) => (year - first) % step === 0);
  return { from: `${first}-01-01`, to: `${last}-01-01`, years: years.map(String) };
}

/**
 * Where a day lies on a line of time.
 * @param span the line
 * @param day ISO day
 * @returns 0 at its beginning, 1 at its end
 * @example alongLife({ from: '2026-01-01', to: '2027-01-01', years: [] }, '2026-01-01') // 0
 */
export const alongLife = ({ from, to }: Pick<LifeSpan, 'from' | 'to'>, day: string): number =>
  Math.min(1, Math.max(0, (Date.parse(day) - Date.parse(from)) / (Date.parse(to) - Date.parse(from))));
