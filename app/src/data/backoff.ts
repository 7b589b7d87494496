const FIRST_MS = 5_000;
const MOST_MS = 300_000;

/**
 * How long to wait before something that the server failed on is tried again: twice as long each time, and not at one moment on all phones
 * (exponential backoff with jitter, common practice).
 * @param tries how often it failed, from 1
 * @returns ms, from 5 s to 5 min, a quarter more or less
 * @example backoffMs(3, 0.5) // 20000
 */
export const backoffMs = (tries: number, chance = Math.random()): number =>
  Math.min(MOST_MS, FIRST_MS * 2 ** (tries - 1)) * (0.75 + chance / 2);
