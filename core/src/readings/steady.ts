import { QUANTITIES, type QuantityId } from './quantities';

/** One value of a run of readings. */
export interface Sample {
  /** UTC ms. */
  atMs: number;
  /** SI. */
  value: number;
}

/** How a quantity has been over its last minutes. */
export interface Steadiness {
  steady: boolean;
  /** Mean over the stretch that was looked at, SI. */
  mean: number;
  /** Slope, SI a minute. */
  perMin: number;
  /** Standard deviation about the slope, SI. */
  spread: number;
  /** Why not: too short a run, still moving, jumping about, or not moving at all. */
  why: 'short' | 'moving' | 'jumping' | 'frozen' | null;
  /** When the stretch began, UTC ms. */
  fromMs: number;
}

/** What is looked at: the last so many seconds. Common practice, no source. */
export const STEADY_WINDOW_S = 180;
const FEWEST = 20;
/** Beyond so many of its own sigmas a probe jumps. */
const JUMP = 4;
/** A slope is a slope when it is more than so many of its own standard errors. */
const SURE = 2;
/** Exactly the same so many times over, and a probe is frozen: an instrument with noise never is. */
const FROZEN = 60;

/**
 * Whether a quantity has come to rest: slope and spread of its last three minutes against the noise of its instrument.
 * @param quantity what was read
 * @param samples in order of time
 * @returns mean, slope, spread, and why it is not steady where it is not; null without any sample
 * @example steadiness('returnDb', [{ atMs: 0, value: 24 }])?.why // 'short'
 */
export function steadiness(quantity: QuantityId, samples: readonly Sample[]): Steadiness | null {
  const last = samples.at(-1);
  if (!last) return null;
  const { noise, driftPerMin } = QUANTITIES[quantity];
  const window = samples.filter((sample) => sample.atMs > last.atMs - STEADY_WINDOW_S * 1000);
  const n = window.length;
  const fromMs = window[0]?.atMs ?? last.atMs;
  // Centred on the last moment and the mean, so that sums stay small.
  const minutes = window.map((sample) => (sample.atMs - last.atMs) / 60_000);
  const meanT = minutes.reduce((sum, t) => sum + t, 0) / n;
  const mean = window.reduce((sum, sample) => sum + sample.value, 0) / n;
  const tt = minutes.reduce((sum, t) => sum + (t - meanT) ** 2, 0);
  const tv = window.reduce((sum, sample, i) => sum + ((minutes[i] ?? 0) - meanT) * (sample.value - mean), 0);
  const perMin = tt > 0 ? tv / tt : 0;
  const about = window.reduce((sum, sample, i) => sum + (sample.value - mean - perMin * ((minutes[i] ?? 0) - meanT)) ** 2, 0);
  const spread = n > 2 ? Math.sqrt(about / (n - 2)) : 0;
  const slopeError = tt > 0 ? Math.max(spread, noise * 0.5) / Math.sqrt(tt) : Infinity;
  const same = window.slice(-FROZEN);
  const why: Steadiness['why'] =
    n < FEWEST || last.atMs - fromMs < STEADY_WINDOW_S * 900
      ? 'short'
      : same.length === FROZEN && same.every((sample) => sample.value === last.value)
        ? 'frozen'
        : spread > JUMP * noise
          ? 'jumping'
          : Math.abs(perMin) - SURE * slopeError > 0 && Math.abs(perMin) > driftPerMin
            ? 'moving'
            : null;
  return { steady: why === null, mean, perMin, spread, why, fromMs };
}
