import { readJson, writeDevice } from '@/device/memory';
import { inPractice } from '@/device/realm';

/** One comparison of this device's clock with the shop's. */
interface Reading {
  /** Shop's time less this device's, ms. */
  offsetMs: number;
  /** It can be wrong by half of this, ms: the time the question and its answer took. */
  roundTripMs: number;
  /** When, by this device, ms. */
  atMs: number;
}

const KEPT = 'clock.offset';
/** A reading is good for so long; a device drifts by less than a second in that time. */
const FRESH_MS = 10 * 60_000;
/** Clocks this near to each other are left as they are, ms: nobody reads half seconds off a coil. */
export const NEAR_MS = 1000;
/** Clocks further apart than this are told of, ms: what is nearer is put right without a word, since nobody sees it on a watch. */
const TOLD_MS = 5000;
const SLOWEST_MS = 4000;

let reading: Reading | null = null;
let loaded = false;

function current(): Reading | null {
  if (!loaded) {
    reading = readJson<Reading>(KEPT);
    loaded = true;
  }
  return reading;
}

/**
 * Learns from one answer how far this device's clock is from the shop's. The quickest answers count, since theirs is the smallest error; one that
 * cannot be true beside a new one has been overtaken: somebody set the clock.
 * @param shopMs shop's time as answered, UTC ms · sentMs, gotMs this device's time when it asked and was answered
 */
export function learnClock(shopMs: number, sentMs: number, gotMs: number): void {
  const roundTripMs = gotMs - sentMs;
  if (!Number.isFinite(shopMs) || roundTripMs < 0 || roundTripMs > SLOWEST_MS) return;
  const fresh: Reading = { offsetMs: shopMs - (sentMs + gotMs) / 2, roundTripMs, atMs: gotMs };
  const known = current();
  const apart = known ? Math.abs(known.offsetMs - fresh.offsetMs) : 0;
  const better =
    !known ||
    fresh.roundTripMs <= known.roundTripMs ||
    Math.abs(gotMs - known.atMs) > FRESH_MS ||
    apart > (known.roundTripMs + fresh.roundTripMs) / 2 + 200;
  if (!better) return;
  reading = fresh;
  writeDevice(KEPT, JSON.stringify(fresh));
}

/** How far this device's clock is behind the shop's, ms; 0 while they agree or nothing is known. Negative when it is ahead. */
export function clockBehindMs(): number {
  const known = current();
  return known && Math.abs(known.offsetMs) > Math.max(NEAR_MS, known.roundTripMs / 2) ? Math.round(known.offsetMs) : 0;
}

/** How far behind it is where that is worth telling, ms; 0 else. */
export function clockToldMs(): number {
  const behindMs = clockBehindMs();
  // A practised visit has its own time, and nobody's watch is wrong for it.
  return inPractice || Math.abs(behindMs) < TOLD_MS ? 0 : behindMs;
}

/** The shop's time as well as this device knows it, UTC ms: what every entry is stamped with and every clock is read by. */
export const sharedNow = (): number => Date.now() + clockBehindMs();

/** No entry of another device is believed to lie further ahead than this, ms. */
const MOST_AHEAD_MS = 120_000;

/**
 * The time of a new entry: now, but after whatever this device knows of the visit, so that what answers another entry never stands before it.
 * @param knownMs times of the entries known, UTC ms
 */
export function entryTime(nowMs: number, knownMs: readonly number[]): number {
  const last = knownMs.reduce((newest, at) => (at - nowMs <= MOST_AHEAD_MS && at > newest ? at : newest), -Infinity);
  return Math.max(nowMs, last + 1);
}
