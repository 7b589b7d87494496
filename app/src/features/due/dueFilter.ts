import type { DueCoils, DueOrder, DueRow } from '@elm-mist/contract';
import { DUE_KINDS, type DueKind } from '@elm-mist/core/closing';
import { neighborhoodWords } from '@elm-mist/core/route';
import type { UnitSystem } from '@elm-mist/core/units';
import { shortDay } from '../shared/words';

/** What the list is narrowed to. */
export interface DueFilter {
  ahead: number;
  kinds: DueKind[];
  coils: DueCoils;
  shelf: boolean;
  order: DueOrder;
  unplanned: boolean;
}

/** Washes of the next quarter that nothing is planned for: what a shop calls owners about. */
export const USUAL_FILTER: DueFilter = {
  ahead: 90,
  kinds: ['coil', 'agreed', 'ask-again'],
  coils: 'all',
  shelf: false,
  order: 'soonest',
  unplanned: true,
};

/** How far ahead is looked, days. */
export const AHEADS = [
  { value: 0, label: 'Due now' },
  { value: 30, label: '30 days' },
  { value: 90, label: '90 days' },
  { value: 365, label: 'A year' },
] as const;

export const COILS: readonly { value: DueCoils; label: string }[] = [
  { value: 'all', label: 'Any coil' },
  { value: 'condenser', label: 'Outdoor' },
  { value: 'evaporator', label: 'Indoor' },
  { value: 'microchannel', label: 'Microchannel' },
];

export const ORDERS: readonly { value: DueOrder; label: string }[] = [
  { value: 'soonest', label: 'Soonest first' },
  { value: 'owner', label: 'By owner' },
  { value: 'near', label: 'By neighbourhood' },
  { value: 'season', label: 'By season' },
];

/** At least one clock is asked for: with none chosen, all are. */
export const kindsAsked = ({ kinds }: DueFilter): readonly DueKind[] => (kinds.length > 0 ? kinds : DUE_KINDS);

/** How many things narrow the list beyond what is usual. */
export const narrowedBy = (filter: DueFilter, words: string): number =>
  [filter.kinds.join() !== USUAL_FILTER.kinds.join(), filter.coils !== USUAL_FILTER.coils, filter.shelf, words.trim() !== ''].filter(
    Boolean,
  ).length;

/** Rows under what they are put in order by. */
export function grouped(rows: readonly DueRow[], order: DueOrder, now: string, units: UnitSystem): [string, DueRow[]][] {
  const groups = new Map<string, DueRow[]>();
  for (const row of rows) {
    const group = {
      soonest: row.due < now ? 'Overdue' : shortDay(row.due).replace(/^\d+ /, ''),
      owner: row.customerName,
      near: row.where ? neighborhoodWords(row.where, units) : 'The shop has not said where it is',
      season: row.weeks ? `In season, ${shortDay(row.weeks.from)} to ${shortDay(row.weeks.to)}` : 'Outside the season',
    }[order];
    groups.set(group, [...(groups.get(group) ?? []), row]);
  }
  return [...groups];
}
