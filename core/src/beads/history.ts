import { faceAreaOf, type CoilRole } from '../equipment';
import { OPENING_TABLE, rinseWaterL, type CoilBuild, type CoilPlan } from '../method';
import { learnedCanYield, strongerThanNeeded, visitCost, type CanUse, type MixUse, type VisitCost } from '../mix';
import { usedFromShelf, type Finding, type MixMade, type VisitState } from '../run';

/** One visit with its state, as a list of them is walked. */
export interface FoldedVisit {
  id: string;
  day: string;
  state: VisitState;
}

/** A finding that no visit has closed. */
export interface FindingOpen extends Finding {
  findingId: string;
  visitId: string;
  day: string;
  by: string;
}

/**
 * Findings that no visit has closed, oldest first.
 * @param visits of one system, oldest first
 * @returns those no visit closed, oldest first
 * @example findingsOpen([]) // []
 */
export function findingsOpen(visits: readonly FoldedVisit[]): FindingOpen[] {
  const closed = new Set(visits.flatMap(({ state }) => state.findingsClosed));
  return visits.flatMap(({ id, day, state }) =>
    state.findings
      .filter((finding) => !closed.has(finding.eventId))
      .map((finding) => ({ ...finding.value, findingId: finding.eventId, visitId: id, day, by: finding.by })),
  );
}

/**
 * Counts, for each coil, the washes since the last one that opened it from inside. A coil never opened counts all of them.
 * @param states of closed visits, oldest first
 * @returns washes by coil id
 * @example washesSinceOpened([]) // {}
 */
export function washesSinceOpened(states: readonly VisitState[]): Record<string, number> {
  const count: Record<string, number> = {};
  for (const { value: plan } of states.flatMap((state) => Object.values(state.plans))) {
    // Plans from before openings were planned do not say; they are left out.
    const opening = (plan as Partial<CoilPlan>).opening;
    if (plan.verdict !== 'wash' || opening === undefined) continue;
    count[plan.coilId] = OPENING_TABLE[opening].inside ? 0 : (count[plan.coilId] ?? 0) + 1;
  }
  return count;
}

/** What a can of each cleaner has covered, m² of face and row, from closed visits. */
export interface CanVisit {
  state: VisitState;
  coils: readonly Pick<CoilBuild, 'id' | 'geometry'>[];
}

/**
 * What a can covers, by cleaner, where use has taught it: face and row that got foam, by the cans that the visit took.
 * @param visits closed ones, with their coils
 * @param cans cleaners sold in cans, with the size of one, L
 * @returns m² of face and row by cleaner id, only where enough visits taught it
 * @example canYields([], []) // {}
 */
export function canYields(visits: readonly CanVisit[], cans: readonly { id: string; packL: number }[]): Record<string, number> {
  const found: Record<string, number> = {};
  for (const { id, packL } of cans) {
    const uses = visits.flatMap(({ state, coils }): CanUse[] => {
      const litres = usedFromShelf(state)[id] ?? 0;
      const coveredM2 = coils.reduce((sum, coil) => {
        const faces = new Set(
          (state.foamed[coil.id] ?? []).flatMap((row) => (row.value.cleanerId === id ? [row.value.sectionId.split('.')[0] ?? ''] : [])),
        );
        const areaM2 = coil.geometry.faces
          .filter((face) => faces.has(face.id))
          .reduce((area, face) => area + faceAreaOf(coil.geometry, face), 0);
        return sum + areaM2 * coil.geometry.rows;
      }, 0);
      return litres > 0 && coveredM2 > 0 ? [{ cans: litres / packL, coveredM2 }] : [];
    });
    const learned = learnedCanYield(uses);
    if (learned !== null) found[id] = learned;
  }
  return found;
}

/** A cleaner as far as its cost matters. */
export interface PricedCleaner {
  id: string;
  form: 'concentrate' | 'aerosol' | 'ready';
  packL: number;
  packPrice: number;
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
 * What one coil got of each cleaner, all its batches and corrections together: a correction alone is straight concentrate or plain water, and says
 * nothing of the strength. Only what came out stronger than planned is returned.
 */
function usesOf(batches: readonly MixMade[], cleaners: ReadonlyMap<string, PricedCleaner>): MixUse[] {
  return [...new Set(batches.map((batch) => batch.cleanerId))].flatMap((cleanerId): MixUse[] => {
    const own = batches.filter((batch) => batch.cleanerId === cleanerId);
    const concentrateL = own.reduce((sum, batch) => sum + batch.concentrateL, 0);
    const waterL = own.reduce((sum, batch) => sum + batch.waterL, 0);
    const cleaner = cleaners.get(cleanerId);
    const neededWaterParts = own.at(-1)?.targetWaterParts ?? 0;
    const neededL = (concentrateL + waterL) / (neededWaterParts + 1);
    return cleaner && concentrateL > neededL * WORTH_NAMING
      ? [{ concentrateL, madeWaterParts: waterL / concentrateL, neededWaterParts, packL: cleaner.packL, packPrice: cleaner.packPrice }]
      : [];
  });
}

/**
 * What a closed visit took and cost.
 * @param state of the visit
 * @param coils role and rows of each
 * @param cleaners by id, with their packs and prices
 * @param prices of an hour's work and of a cubic metre of water, in the shop's money
 * @returns amounts, L and min, and money
 * @throws CoreError out-of-range when a price or an amount is not possible
 * @example costOfVisit(foldVisit('v', 'split-cool', []), [], new Map(), { hourlyRate: 95, waterPricePerM3: 1 }).cost.total // 0
 */
export function costOfVisit(
  state: VisitState,
  coils: readonly { id: string; role: CoilRole; rows: number }[],
  cleaners: ReadonlyMap<string, PricedCleaner>,
  prices: { hourlyRate: number; waterPricePerM3: number },
): CostOfVisit {
  const products = Object.entries(usedFromShelf(state)).flatMap(([cleanerId, litres]) => {
    const cleaner = cleaners.get(cleanerId);
    return cleaner && litres > 0 ? [{ litres, packL: cleaner.packL, packPrice: cleaner.packPrice, form: cleaner.form }] : [];
  });
  const rinseL = coils.reduce((sum, coil) => {
    const plan = state.plans[coil.id]?.value;
    return plan ? sum + rinseWaterL(plan, coil) : sum;
  }, 0);
  const mixes = Object.values(state.mixes).flat();
  const waterL = rinseL + mixes.reduce((sum, mix) => sum + mix.value.waterL, 0);
  const minutes =
    state.startedAt && state.closed ? Math.max(0, Math.round((Date.parse(state.closed.at) - Date.parse(state.startedAt)) / 60_000)) : 0;
  return {
    means: products.some((row) => row.form === 'concentrate') ? 'mixed' : products.length > 0 ? 'aerosol' : 'water',
    concentrateL: products.reduce((sum, row) => sum + row.litres, 0),
    waterL,
    minutes,
    cost: visitCost({ products, waterL, waterPricePerL: prices.waterPricePerM3 / LITRES_PER_M3, minutes, hourlyRate: prices.hourlyRate }),
    stronger: strongerThanNeeded(
      Object.values(state.mixes).flatMap((batches) =>
        usesOf(
          batches.map((batch) => batch.value),
          cleaners,
        ),
      ),
    ),
  };
}
