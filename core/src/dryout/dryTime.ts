import { DRYING_MARGIN } from './dryOut';
import { formatDuration } from '../units';

/** How long foam stays wet by itself: seconds, or a state of its own where the air takes nothing up. Survives being stored. */
export type DryTime = number | 'never';

/** A skin that needs longer than a day does not dry while anybody is there, s. */
const A_DAY_S = 86_400;

/**
 * A computed drying time as a state that can be stored and shown.
 * @param seconds from the energy balance; Infinity in saturated air
 * @returns seconds, or never
 * @example dryTimeOf(Infinity) // "never"
 */
export const dryTimeOf = (seconds: number): DryTime => (seconds < A_DAY_S ? seconds : 'never');

/**
 * How long a clock trusts foam to stay wet, s.
 * @param dry null where nothing is known, as indoors
 * @returns seconds with the margin kept back; Infinity where it does not dry or nothing is known
 * @example trustedSeconds(1000) // 700
 */
export const trustedSeconds = (dry: DryTime | null): number => (typeof dry === 'number' ? dry * DRYING_MARGIN : Infinity);

/**
 * The shorter of two drying times.
 * @param a never is longer than any
 * @param b the same
 * @returns the shorter of the two
 * @example sooner(300, 'never') // 300
 */
export const sooner = (a: DryTime, b: DryTime): DryTime => (a === 'never' ? b : b === 'never' ? a : Math.min(a, b));

/** Longer than this, a figure would say more than is known, s. */
const HOURS_FROM_S = 4 * 3600;

/**
 * A drying time for a reader.
 * @param dry how long foam stays wet
 * @returns words
 * @example dryWords('never') // "does not dry"
 */
export const dryWords = (dry: DryTime): string => (dry === 'never' ? 'does not dry' : dry < HOURS_FROM_S ? formatDuration(dry) : 'hours');
