import { furthestAsked, OPENING_TABLE, type CoilPlan } from '../method';
import type { OpeningId } from '../survey';
import type { PriceBook } from './book';
import { sumLines, workLines, type Priced } from './price';
import { plannedWork, type PricedCoil } from './work';

/** The furthest that a coil can be opened and that something seen on it asks for, never less than is planned. */
function furthest({ facts, opening, proposedOpening, openings }: CoilPlan): OpeningId {
  const ids = openings.map((row) => row.id);
  const asked = furthestAsked(facts, proposedOpening);
  return ids.includes(asked) && ids.indexOf(asked) > ids.indexOf(opening) ? asked : opening;
}

/** One way to do the whole visit. */
export interface WayToOpen extends Priced {
  id: 'least' | 'proposed' | 'most';
  name: string;
  openings: OpeningId[];
  /** Hands-on, min. */
  minutes: number;
  /** What stays as it is. */
  leaves: string;
}

const WAY_NAMES = { least: 'Least', proposed: 'As proposed', most: 'All of it' } as const;

/**
 * Ways to open that stand side by side: the least, what is proposed, and more where something that was seen asks for it; each once.
 * @param jobs each coil with its plan
 * @param book of the shop
 * @param digits decimals that the currency is paid in
 * @returns from the least to the most, with what each costs and leaves
 * @throws CoreError unreadable when the book holds what is no amount
 * @example waysToOpen([], emptyBook(), 2) // []
 */
export function waysToOpen(jobs: readonly { coil: PricedCoil; plan: CoilPlan }[], book: PriceBook, digits: number): WayToOpen[] {
  const washed = jobs.filter(({ plan }) => plan.verdict === 'wash');
  if (washed.length === 0) return [];
  const pick = {
    least: (plan: CoilPlan) => plan.openings[0]?.id ?? plan.opening,
    proposed: (plan: CoilPlan) => plan.opening,
    most: (plan: CoilPlan) => furthest(plan),
  };
  const ways = (['least', 'proposed', 'most'] as const).map((id): WayToOpen => {
    const opened = washed.map((job) => ({ ...job, opening: pick[id](job.plan) }));
    const items = plannedWork(opened, book.facesIncluded);
    return {
      id,
      name: WAY_NAMES[id],
      openings: opened.map((job) => job.opening),
      minutes: Math.round(items.reduce((sum, item) => sum + item.minutes, 0)),
      leaves: [...new Set(opened.map((job) => OPENING_TABLE[job.opening].givesUp).filter(Boolean))].join(' '),
      ...sumLines(workLines(items, book, digits), digits),
    };
  });
  // Where two are the same, what is proposed keeps its name.
  const same = (a: WayToOpen, b: WayToOpen) => a.openings.join() === b.openings.join();
  const proposed = ways[1];
  return ways.filter((way) => way.id === 'proposed' || (proposed && !same(way, proposed)));
}
