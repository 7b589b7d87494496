import type { StockItem } from '../mix';
import type { CoilAnswers, CoilSurvey } from '../survey';
import type { Need } from './plannedNeed';

/** What one cleaner comes to on a day. */
export interface TruckCleaner {
  cleanerId: string;
  name: string;
  /** Of concentrate, or of what is used as it is, L. */
  litres: number;
  /** Whole cans; null for what is poured. */
  cans: number | null;
  /** On the shelf that day, L; what is past its last good day is not counted. */
  onShelfL: number;
  /** Missing, L; 0 where there is enough. */
  shortL: number;
}

/** Mix of one strength that several coils of the day take: made in one go in the morning. */
export interface TruckBatch {
  cleanerId: string;
  name: string;
  waterParts: number;
  concentrateL: number;
  waterL: number;
  solutionL: number;
  coils: number;
}

/** A filter that is to be changed. */
export interface FilterNeed {
  /** As it was noted; empty where nobody did. */
  size: string;
  why: FilterWhy;
}

type FilterWhy = 'due' | 'found';

/** Why a filter goes on the truck, in words. */
export const FILTER_WHY_WORDS: Record<FilterWhy, string> = { due: 'due', found: 'found to be changed' };

/** Filters that were found so are changed at the next visit. */
const TO_CHANGE: readonly CoilAnswers['filter'][] = ['loaded', 'blocked', 'missing'];

/**
 * The filter that a visit is to bring: one that is due by its day, that somebody noted to be changed, or that was found loaded, blocked or missing and not
 * changed since.
 * @param surveys of the system's coils, as they were last looked at
 * @param due day that the filter is due, ISO; null where no clock runs
 * @param day of the visit, ISO
 * @param noted whether a finding stands that says so, which outlives any clock
 * @returns null where none is wanted
 * @example filterNeed([], '2026-06-01', '2026-06-11') // { size: '', why: 'due' }
 */
export function filterNeed(surveys: readonly CoilSurvey[], due: string | null, day: string, noted = false): FilterNeed | null {
  const size = surveys.map(({ answers }) => answers.filterSize.trim()).find(Boolean) ?? '';
  if (due !== null && due <= day) return { size, why: 'due' };
  if (noted) return { size, why: 'found' };
  // A clock that runs says that it was changed since.
  return due === null && surveys.some(({ answers }) => TO_CHANGE.includes(answers.filter)) ? { size, why: 'found' } : null;
}

/** What goes on the truck for a day. */
export interface TruckList {
  cleaners: TruckCleaner[];
  batches: TruckBatch[];
  /** Clean water for mixing, L. */
  mixWaterL: number;
  /** Parts that were promised, each once with how many. */
  parts: { name: string; times: number }[];
  /** The same for small things that were noted before and are put right in passing. */
  small: { name: string; times: number }[];
  /** Filters by size and why, each once with how many; an empty size was never noted. */
  filters: (FilterNeed & { times: number })[];
  /** Coils that nothing is known of. */
  unknown: number;
}

const EASE = 1e-9;

/** Each once, with how often it was said. */
function counted(names: readonly string[]): { name: string; times: number }[] {
  const times = new Map<string, number>();
  for (const name of names) times.set(name, (times.get(name) ?? 0) + 1);
  return [...times].map(([name, n]) => ({ name, times: n }));
}

/**
 * What goes on the truck: cleaners against the shelf, mixes worth making in one go, water to mix with, parts that were promised or that small things take.
 * @param visits of the day or of one crew, with what each coil takes
 * @param stock of the shelf
 * @param day ISO day
 * @returns the list; empty parts where nothing is wanted
 * @example truckList([], [], '2026-06-11').cleaners // []
 */
export function truckList(
  visits: readonly {
    needs: readonly Need[];
    promised: readonly { parts: readonly string[] }[];
    small?: readonly string[];
    filter?: FilterNeed | null;
  }[],
  stock: readonly Pick<StockItem, 'cleanerId' | 'leftL' | 'expires'>[],
  day: string,
): TruckList {
  const needs = visits.flatMap((row) => row.needs);
  const cleaners = new Map<string, TruckCleaner>();
  const batches = new Map<string, TruckBatch>();
  for (const { cleanerId, cleanerName, concentrateL, solutionL, cans, waterParts } of needs) {
    if (cleanerId === null || cleanerName === null) continue;
    const litres = concentrateL ?? solutionL ?? 0;
    if (litres <= 0 && cans === null) continue;
    const onShelfL = stock
      .filter((item) => item.cleanerId === cleanerId && (item.expires === null || item.expires >= day))
      .reduce((sum, item) => sum + item.leftL, 0);
    const row = cleaners.get(cleanerId) ?? { cleanerId, name: cleanerName, litres: 0, cans: null, onShelfL, shortL: 0 };
    row.litres += litres;
    if (cans !== null) row.cans = (row.cans ?? 0) + cans;
    row.shortL = row.litres > row.onShelfL + EASE ? row.litres - row.onShelfL : 0;
    cleaners.set(cleanerId, row);
    if (cans !== null || waterParts === null || waterParts <= 0 || solutionL === null || concentrateL === null) continue;
    const key = `${cleanerId} ${waterParts}`;
    const batch = batches.get(key) ?? { cleanerId, name: cleanerName, waterParts, concentrateL: 0, waterL: 0, solutionL: 0, coils: 0 };
    batch.concentrateL += concentrateL;
    batch.waterL += solutionL - concentrateL;
    batch.solutionL += solutionL;
    batch.coils += 1;
    batches.set(key, batch);
  }
  const promised = visits.flatMap((row) => row.promised).flatMap((one) => one.parts);
  const filters = new Map<string, TruckList['filters'][number]>();
  for (const { filter } of visits) {
    if (!filter) continue;
    const key = `${filter.why} ${filter.size}`;
    filters.set(key, { ...filter, times: (filters.get(key)?.times ?? 0) + 1 });
  }
  return {
    cleaners: [...cleaners.values()],
    batches: [...batches.values()].filter((batch) => batch.coils > 1),
    mixWaterL: [...batches.values()].reduce((sum, batch) => sum + batch.waterL, 0),
    parts: counted(promised),
    small: counted(visits.flatMap((row) => row.small ?? [])),
    filters: [...filters.values()],
    unknown: needs.filter((need) => need.basis === 'nothing known').length,
  };
}
