import type { CoilRecord, VisitRecord } from '@elm-mist/contract';
import { CONFIGURATION_TABLE, CONSTRUCTION_TABLE } from '@elm-mist/core/equipment';
import type { VisitStanding } from '@elm-mist/core/run';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { clockTime } from '@/data';

const SHAPE_NAMES: Record<CoilRecord['geometry']['shape'], string> = {
  wrap: 'wrap-round',
  slab: 'slab',
  'a-coil': 'A-coil',
  'n-coil': 'N-coil',
  'wall-head': 'wall head',
};
const ROW_WORDS = ['', 'one row', 'two rows', 'three rows'];

/** What decides at a glance: "copper tube, plate fin · two rows". */
export const coilShort = (coil: CoilRecord): string =>
  `${CONSTRUCTION_TABLE[coil.construction].name.toLowerCase()} · ${ROW_WORDS[coil.geometry.rows] ?? ''}`;

/** A coil in one line: "copper tube, plate fin · two rows · wrap-round". */
export function coilLine(coil: CoilRecord): string {
  return `${CONSTRUCTION_TABLE[coil.construction].name} · ${ROW_WORDS[coil.geometry.rows]} · ${SHAPE_NAMES[coil.geometry.shape]}`;
}

export const systemLine = (system: { configuration: keyof typeof CONFIGURATION_TABLE; model: string }): string =>
  `${CONFIGURATION_TABLE[system.configuration].name}${system.model ? ` · ${system.model}` : ''}`;

export const longDay = (day: string): string => format(parseISO(day), 'EEEE d MMMM');
export const dayName = (day: string): string => format(parseISO(day), 'EEE d MMM');
export const shortDay = (day: string): string => format(parseISO(day), 'd MMM yyyy');

/**
 * When a system was visited last, and what of it is overdue: a part of it may be, though the rest was washed since.
 * @param today ISO day of the shop
 */
export function visitedWords(
  { lastVisit, nextDue, nextDueOf }: { lastVisit: string | null; nextDue: string | null; nextDueOf: string | null },
  today: string,
): string {
  const last = lastVisit ? `last ${shortDay(lastVisit)}` : 'no visit yet';
  return nextDue && nextDue < today ? `${last} · ${nextDueOf ?? 'A coil'} overdue since ${shortDay(nextDue)}` : last;
}
/** The day that lies ahead; nothing where it has passed. */
export const aheadWords = (nextDue: string | null, today: string): string | undefined =>
  nextDue && nextDue >= today ? `due ${shortDay(nextDue)}` : undefined;

export const STANDING_WORDS: Record<VisitStanding, string> = {
  planned: 'Planned',
  'under way': 'Under way',
  suspended: 'Waits for parts',
  closed: 'Closed',
  cancelled: 'Cancelled',
};

/** When the owner lets somebody in; empty for any time. */
export const hoursLine = ({ windowFrom, windowTo }: Pick<VisitRecord, 'windowFrom' | 'windowTo'>): string =>
  typeof windowFrom === 'number' && typeof windowTo === 'number' ? `owner’s hours ${clockTime(windowFrom)} to ${clockTime(windowTo)}` : '';
