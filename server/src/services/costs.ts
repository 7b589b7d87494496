import type { CleanerRecord, VisitCostRecord } from '@elm-mist/contract';
import {
  foldVisit,
  rinseWaterL,
  strongerThanNeeded,
  visitCost,
  usedFromShelf,
  type MixMade,
  type MixUse,
  type VisitState,
} from '@elm-mist/core';
import { and, asc, eq, gte, lte } from 'drizzle-orm';
import type { Db } from '../store/open';
import * as q from '../store/records';
import * as t from '../store/schema';
import * as shelf from '../store/shelf';
import { visitFrame } from './visits';

const LITRES_PER_M3 = 1000;

const minutesOf = (state: VisitState): number =>
  state.startedAt && state.closed ? Math.max(0, Math.round((Date.parse(state.closed.at) - Date.parse(state.startedAt)) / 60_000)) : 0;

/** Rounding to marks is no waste worth naming: only what is beyond three parts in a hundred. Common practice, no source. */
const WORTH_NAMING = 1.03;

/**
 * What one coil got of each cleaner, all its batches and corrections together: a correction alone is straight concentrate or plain water, and says
 * nothing of the strength. Only what came out stronger than planned is returned.
 */
function usesOf(batches: readonly MixMade[], cleaners: ReadonlyMap<string, CleanerRecord>): MixUse[] {
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

/** What each visit closed between two days took and cost, oldest first. @param from, to ISO days, both counted */
export function visitCosts(db: Db, from: string, to: string): VisitCostRecord[] {
  const house = q.readHouseRules(db);
  const cleaners = new Map(shelf.cleaners(db).map((cleaner) => [cleaner.id, cleaner]));
  const rows = db
    .select({ id: t.visit.id })
    .from(t.visit)
    .where(and(eq(t.visit.standing, 'closed'), gte(t.visit.day, from), lte(t.visit.day, to)))
    .orderBy(asc(t.visit.day), asc(t.visit.startMinute))
    .all();
  return rows.map(({ id }) => {
    const { visit, place, system, coils } = visitFrame(db, id);
    const state = foldVisit(id, system.configuration, q.eventsOf(db, id));
    const used = Object.entries(usedFromShelf(state)).filter(([, litres]) => litres > 0);
    const products = used.flatMap(([cleanerId, litres]) => {
      const cleaner = cleaners.get(cleanerId);
      return cleaner ? [{ litres, packL: cleaner.packL, packPrice: cleaner.packPrice, form: cleaner.form }] : [];
    });
    const mixes = Object.values(state.mixes).flat();
    const rinseL = coils.reduce((sum, coil) => {
      const plan = state.plans[coil.id]?.value;
      return plan ? sum + rinseWaterL(plan, { role: coil.role, rows: coil.geometry.rows }) : sum;
    }, 0);
    const waterL = rinseL + mixes.reduce((sum, mix) => sum + mix.value.waterL, 0);
    const minutes = minutesOf(state);
    return {
      visitId: id,
      day: visit.day,
      placeName: place.name,
      systemName: system.name,
      method: products.some((row) => row.form === 'concentrate') ? 'mixed' : products.length > 0 ? 'aerosol' : 'water',
      concentrateL: products.reduce((sum, row) => sum + row.litres, 0),
      waterL,
      minutes,
      cost: visitCost({ products, waterL, waterPricePerL: house.waterPricePerM3 / LITRES_PER_M3, minutes, hourlyRate: house.hourlyRate }),
      stronger: strongerThanNeeded(
        Object.values(state.mixes).flatMap((batches) =>
          usesOf(
            batches.map((batch) => batch.value),
            cleaners,
          ),
        ),
      ),
    };
  });
}
