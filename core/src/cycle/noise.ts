import { QUANTITIES, type QuantityId } from '../readings';

/** A number 0…1 that only its seed decides: the same kit jumps the same way each time it is asked. */
function share(seed: string): number {
  let h = 2166136261;
  for (let i = 0; i < seed.length; i += 1) h = Math.imul(h ^ seed.charCodeAt(i), 16777619);
  h = Math.imul(h ^ (h >>> 16), 2246822507);
  h = Math.imul(h ^ (h >>> 13), 3266489909);
  return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
}

/** A number drawn from the normal distribution by its seed. */
const normal = (seed: string): number => Math.sqrt(-2 * Math.log(1 - share(`${seed}.a`))) * Math.cos(2 * Math.PI * share(`${seed}.b`));

/** A probe loses one reading in so many. */
const DROP_OUT = 1 / 40;

/**
 * What a probe of a kit shows for a true value: off by as much as its kit is, and jumping by its noise; now and then nothing.
 * @param quantity what it measures
 * @param value true, SI
 * @param kit names the kit: the same one is off by the same each time
 * @param sample the number of the reading
 * @returns SI, or null where the reading dropped out
 * @example probeShows('returnDb', 24, 'kit', 1) === probeShows('returnDb', 24, 'kit', 1) // true
 */
export function probeShows(quantity: QuantityId, value: number, kit: string, sample: number): number | null {
  const { instrument, noise } = QUANTITIES[quantity];
  if (share(`${kit}.${quantity}.${sample}.out`) < DROP_OUT) return null;
  return value + instrument * normal(`${kit}.${quantity}`) + noise * normal(`${kit}.${quantity}.${sample}`);
}
