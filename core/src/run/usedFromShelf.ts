import type { VisitState } from './visitState';

/**
 * What a visit used from the shelf, L by cleaner id: the sum of its mixes, or the amount put in by hand.
 * @param state the visit as its entries leave it
 * @returns litres by cleaner id
 * @example usedFromShelf(foldVisit('v', 'split-cool', [])) // {}
 */
export function usedFromShelf(state: VisitState): Record<string, number> {
  const used: Record<string, number> = {};
  for (const { value: mix } of Object.values(state.mixes).flat()) used[mix.cleanerId] = (used[mix.cleanerId] ?? 0) + mix.concentrateL;
  for (const [cleanerId, { value }] of Object.entries(state.used)) used[cleanerId] = value;
  return used;
}
