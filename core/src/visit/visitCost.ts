import type { SavedWatts } from '../judgment/savedWatts';
import { rinseWaterL } from '../method';
import { strongerThanNeeded, visitCost, type MixUse, type VisitCost } from '../mix';
import { coilRunOf, usedFromShelf, type VisitState } from '../run';

/** A cleaner as far as its cost matters. */
export interface PricedCleaner {
  id: string;
  form: 'concentrate' | 'aerosol' | 'ready';
  packL: number;
  packPrice: number;
}

/** What a visit took, before anybody put a price on it. */
export interface CostFacts {
  /** Of each cleaner, L. */
  used: Record<string, number>;
  /** Rinsing and mixing, L. */
  waterL: number;
  /** From the start to the closing, min. */
  minutes: number;
  /** What each coil got of each cleaner, all its batches and corrections together, with the strength asked for. */
  batches: { cleanerId: string; concentrateL: number; waterL: number; neededWaterParts: number }[];
  /** What it was measured to save; null where nothing tells, absent in rows of before. */
  saved?: SavedWatts | null;
}

/** What one visit took and cost the shop. */
export interface CostOfVisit {
  /** How it was done, by its strongest means. */
  means: 'water' | 'mixed' | 'aerosol';
  concentrateL: number;
  waterL: number;
  /** From the start to the closing, min. */
  minutes: number;
  cost: VisitCost;
  /** Concentrate and money that went into mixes stronger than planned. */
  stronger: { litres: number; money: number };
}

/** Rounding to marks is no waste worth naming: only what is beyond three parts in a hundred. Common practice, no source. */
const WORTH_NAMING = 1.03;
const LITRES_PER_M3 = 1000;

/**
 * What a visit took.
 * @param state the visit as its entries leave it
 * @param coils role and rows of each
 * @returns amounts, L and min
 * @example costFacts(foldVisit('v', 'split-cool', []), []) // { used: {}, waterL: 0, minutes: 0, batches: [] }
 */
export function costFacts(state: VisitState, coils: readonly { id: string }[]): CostFacts {
  const rinseL = coils.reduce((sum, { id }) => {
    const run = coilRunOf(state, id);
    if (!run || run.sections.length === 0) return sum;
    // Water goes where it was rinsed, not where it was planned.
    const rinsed = run.sections.filter((section) => (run.progress[section.id]?.rinsedAtMs ?? null) !== null).length;
    return sum + (rinseWaterL(run.plan) * rinsed) / run.sections.length;
  }, 0);
  const mixes = Object.values(state.mixes).flat();
  const batches = Object.values(state.mixes).flatMap((rows) => {
    const made = rows.map((row) => row.value);
    return [...new Set(made.map((batch) => batch.cleanerId))].map((cleanerId) => {
      const own = made.filter((batch) => batch.cleanerId === cleanerId);
      return {
        cleanerId,
        concentrateL: own.reduce((sum, batch) => sum + batch.concentrateL, 0),
        waterL: own.reduce((sum, batch) => sum + batch.waterL, 0),
        neededWaterParts: own.at(-1)?.targetWaterParts ?? 0,
      };
    });
  });
  return {
    used: usedFromShelf(state),
    waterL: rinseL + mixes.reduce((sum, mix) => sum + mix.value.waterL, 0),
    minutes:
      state.startedAt && state.closed ? Math.max(0, Math.round((Date.parse(state.closed.at) - Date.parse(state.startedAt)) / 60_000)) : 0,
    batches,
  };
}

/**
 * What a closed visit took and cost.
 * @param facts what it took
 * @param cleaners by id, with their packs and prices
 * @param prices of an hour's work and of a cubic metre of water, in the shop's money
 * @returns amounts, L and min, and money
 * @throws CoreError out-of-range when a price or an amount is not possible
 * @example costOfVisit({ used: {}, waterL: 1000, minutes: 60, batches: [] }, new Map(), { hourlyRate: 95, waterPricePerM3: 1 }).cost.total // 96
 */
export function costOfVisit(
  facts: CostFacts,
  cleaners: ReadonlyMap<string, PricedCleaner>,
  prices: { hourlyRate: number; waterPricePerM3: number },
): CostOfVisit {
  const products = Object.entries(facts.used).flatMap(([cleanerId, litres]) => {
    const cleaner = cleaners.get(cleanerId);
    return cleaner && litres > 0 ? [{ litres, packL: cleaner.packL, packPrice: cleaner.packPrice, form: cleaner.form }] : [];
  });
  const { waterL, minutes } = facts;
  // A correction alone is straight concentrate or plain water, and says nothing of the strength: only all of it together does.
  const strong = facts.batches.flatMap(({ cleanerId, concentrateL, waterL: mixedL, neededWaterParts }): MixUse[] => {
    const cleaner = cleaners.get(cleanerId);
    return cleaner && concentrateL > ((concentrateL + mixedL) / (neededWaterParts + 1)) * WORTH_NAMING
      ? [{ concentrateL, madeWaterParts: mixedL / concentrateL, neededWaterParts, packL: cleaner.packL, packPrice: cleaner.packPrice }]
      : [];
  });
  return {
    means: products.some((row) => row.form === 'concentrate') ? 'mixed' : products.length > 0 ? 'aerosol' : 'water',
    concentrateL: products.reduce((sum, row) => sum + row.litres, 0),
    waterL,
    minutes,
    cost: visitCost({ products, waterL, waterPricePerL: prices.waterPricePerM3 / LITRES_PER_M3, minutes, hourlyRate: prices.hourlyRate }),
    stronger: strongerThanNeeded(strong),
  };
}
