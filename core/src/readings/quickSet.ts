import { QUANTITIES, type QuantityId } from './quantities';

/** What a quick set holds: the split with its humidity, and condensing over ambient, or amps where no gauge goes on. Common practice, no source. */
export const QUICK_SET: readonly QuantityId[] = ['returnDb', 'returnRh', 'supplyDb', 'outdoorIn', 'liquidP', 'compressorA'];

/** So many minutes' worth of the drift at which a reading may be compared may still lie ahead of a quick one. Judgment, no source. */
const STILL_MOVES_MIN = 3;

/**
 * Doubt of a typed reading: its instrument's, and what it may still move where the system ran only as long as a quick set asks.
 * @param quantity what was read
 * @param quick it ran for a quick set, not a full one
 * @returns standard uncertainty, SI as the quantity
 * @example typedDoubt('supplyDb', true) > typedDoubt('supplyDb', false) // true
 */
export function typedDoubt(quantity: QuantityId, quick: boolean): number {
  const { instrument, driftPerMin } = QUANTITIES[quantity];
  return quick ? Math.hypot(instrument, STILL_MOVES_MIN * driftPerMin) : instrument;
}
