import type { HouseRules } from '@elm-mist/core/method';
import { overSpan, type PracticeCase, type Second, type Touch } from '@elm-mist/core/trainer';
import { useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { PracticeDesk } from '@/workers/practiceInWorker';
import type { PracticeSeen } from '@/workers/practiceOf';
import { useDesk } from '@/workers/useDesk';
import { doingOf, FIRST_HAND, type Hand } from './hand';
import { keepRun, keptRun } from './keptRuns';
import { Strokes, type Place } from './strokes';

/** How fast time goes while the hand rests; 0 stands still. A hand at work goes at ten times its pace. */
export const PACES = [0, 1, 10, 60] as const;
export type Pace = (typeof PACES)[number];
const WORKING = 10;
const TICK_MS = 50;
const KEEP_MS = 300;
/** Seconds of practice in one go at most, so that what is seen keeps up. */
const MOST_AT_ONCE = 12;
/** A whole face is worked over at this pace, s/m², with this much between two lines, m. */
const OVER_ALL = { secondsPerM2: 90, spacingM: 0.1 };
/** Whoever practises longer has left it. */
const LONGEST_S = 2 * 3600;

/** What is seen, told to those who draw it and to nobody else: the rest of the screen stands still while water runs. */
interface SeenStore {
  get: () => PracticeSeen | null;
  set: (seen: PracticeSeen) => void;
  follow: (listener: () => void) => () => void;
}

function newSeenStore(): SeenStore {
  let seen: PracticeSeen | null = null;
  const listeners = new Set<() => void>();
  return {
    get: () => seen,
    set: (next) => {
      seen = next;
      listeners.forEach((listener) => listener());
    },
    follow: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
}

/** What is seen now. */
export const useSeen = ({ store }: Pick<Rinse, 'store'>): PracticeSeen | null => useSyncExternalStore(store.follow, store.get);

/** One coil under a learner's hands. */
export interface Rinse {
  store: SeenStore;
  /** The coil is there; and something was done on it. */
  ready: boolean;
  started: boolean;
  hand: Hand;
  setHand: (hand: Hand) => void;
  pace: Pace;
  setPace: (pace: Pace) => void;
  /** Where the hand works, m, and when, by the page's clock in ms. */
  down: (at: Place, ms: number) => void;
  move: (at: Place, ms: number) => void;
  up: (ms: number) => void;
  overAll: (upwards: boolean) => void;
  wait: (seconds: number) => void;
  /** Whether something goes on that was asked for. */
  busy: boolean;
  stopIt: () => void;
  seconds: () => readonly Second[];
  /** Goes back to a moment, or to a new coil. */
  restart: (seconds: readonly Second[], seed: number) => void;
  seed: number;
  desk: PracticeDesk | null;
}

/** A practised coil, stepped in a worker by what the hand does; kept on the device as it goes, so that it can be left. */
export function useRinse(given: PracticeCase, personId: string, house: HouseRules | null): Rinse {
  const [store] = useState(newSeenStore);
  const [ready, setReady] = useState(false);
  const [started, setStarted] = useState(false);
  const [hand, setHandState] = useState(FIRST_HAND);
  const [pace, setPaceState] = useState<Pace>(0);
  const [busy, setBusy] = useState(false);
  const [seed, setSeed] = useState(() => keptRun(personId, given.id)?.seed ?? 1 + Math.floor(Math.random() * 1e6));
  const live = useRef({
    hand: FIRST_HAND,
    pace: 0,
    seconds: [] as Second[],
    queue: [] as Second[],
    strokes: new Strokes<Omit<Touch, 'path'>>(),
    credit: 0,
    lastMs: 0,
    stepping: false,
    /** What is being worked out now. */
    going: Promise.resolve(),
    ready: false,
    /** Counts coils begun: what comes back from the one before is let go. */
    run: 0,
  });
  const setHand = useCallback((next: Hand) => {
    live.current.hand = next;
    setHandState(next);
  }, []);
  const setPace = useCallback((next: Pace) => {
    live.current.pace = next;
    setPaceState(next);
  }, []);
  // Kept as soon as the hand rests: a phone in a pocket is not asked before it closes a page.
  const [resting, setResting] = useState(0);
  const rest = useCallback(() => setResting((n) => n + 1), []);
  const begin = useCallback(
    async (on: PracticeDesk, from: () => readonly Second[], ofSeed: number) => {
      const now = live.current;
      now.ready = false;
      // What is being worked out belongs to what was done.
      await now.going;
      now.run += 1;
      const { run } = now;
      now.seconds = [...from()];
      const first = await on.begin({ given, seed: ofSeed, house }, now.seconds, now.hand.side);
      if (run !== now.run) return;
      now.ready = true;
      store.set(first);
      setReady(true);
      setStarted(first.seconds > 0);
    },
    [given, house, store],
  );
  const firstSeed = useRef(seed);
  const desk = useDesk();
  useEffect(() => {
    if (!desk) return;
    // Other rules came meanwhile: what was done goes on under them.
    const kept = keptRun(personId, given.id);
    const done = () => (live.current.seconds.length > 0 ? live.current.seconds : (kept?.seconds ?? []));
    void begin(desk, done, kept?.seed ?? firstSeed.current);
  }, [desk, begin, personId, given.id]);
  useEffect(() => {
    if (!desk) return undefined;
    const timer = setInterval(() => {
      const now = live.current;
      const atMs = performance.now();
      const passed = Math.min(250, atMs - now.lastMs);
      now.lastMs = atMs;
      if (!now.ready) return;
      const hand = now.queue.length === 0 && now.strokes.any;
      const pace = now.queue.length > 0 ? 60 : now.pace;
      now.credit = hand || pace === 0 ? 0 : Math.min(MOST_AT_ONCE, now.credit + (passed / 1000) * pace);
      if (now.stepping || now.seconds.length >= LONGEST_S) return;
      const count = Math.floor(now.credit);
      now.credit -= count;
      const batch: Second[] = hand
        ? now.strokes.take(atMs, 1000 / WORKING, MOST_AT_ONCE)
        : Array.from({ length: count }, () => now.queue.shift() ?? null);
      if (batch.length === 0) return;
      now.stepping = true;
      now.going = desk
        .go(batch, now.hand.side)
        .then((next) => {
          now.seconds.push(...next.done);
          // What is refused once is refused again.
          if (next.refused) now.queue = [];
          store.set(next);
          setStarted(true);
          setBusy(now.queue.length > 0);
          if (hand && !now.strokes.any) rest();
        })
        // One that could not be worked out is not the end of practice: the hand goes on from what was seen last.
        .catch(() => {
          now.queue = [];
          setBusy(false);
        })
        .finally(() => {
          now.stepping = false;
        });
    }, TICK_MS);
    return () => clearInterval(timer);
  }, [desk, store, rest]);
  // Turned over while nothing runs: looked at once more.
  useEffect(() => {
    const now = live.current;
    if (desk && now.ready && !now.stepping) void desk.go([], hand.side).then(store.set);
  }, [desk, hand.side, store]);
  useEffect(() => {
    const keep = () => {
      const { seconds } = live.current;
      if (seconds.length > 0) keepRun(personId, given.id, { seed, seconds });
    };
    const soon = setTimeout(keep, KEEP_MS);
    return () => {
      clearTimeout(soon);
      keep();
    };
  }, [personId, given.id, seed, resting, busy, pace]);
  const enqueue = useCallback((seconds: readonly Second[]) => {
    live.current.queue.push(...seconds);
    setBusy(true);
  }, []);
  const { widthM, heightM } = given;
  const overAll = useCallback(
    (upwards: boolean) => {
      const last = store.get();
      if (!last) return;
      const { columns, lines } = last;
      const pack = { lines, cellWidthM: widthM / columns, cellHeightM: heightM / lines };
      const doing: Omit<Touch, 'path'> = doingOf(live.current.hand);
      enqueue([...overSpan(pack, [0, columns], OVER_ALL.secondsPerM2, OVER_ALL.spacingM, upwards, doing)]);
    },
    [enqueue, widthM, heightM, store],
  );
  return {
    store,
    ready,
    started,
    hand,
    setHand,
    pace,
    setPace,
    down: (at, ms) => live.current.strokes.down(at, ms, doingOf(live.current.hand)),
    move: (at, ms) => live.current.strokes.move(at, ms),
    up: (ms) => live.current.strokes.up(ms),
    overAll,
    wait: (seconds) => enqueue(Array.from({ length: seconds }, () => null)),
    busy,
    stopIt: () => {
      live.current.queue = [];
      setBusy(false);
    },
    seconds: () => live.current.seconds,
    restart: (from, ofSeed) => {
      setSeed(ofSeed);
      firstSeed.current = ofSeed;
      keepRun(personId, given.id, from.length > 0 ? { seed: ofSeed, seconds: [...from] } : null);
      live.current.queue = [];
      live.current.strokes.clear();
      setBusy(false);
      if (desk) void begin(desk, () => from, ofSeed);
    },
    seed,
    desk,
  };
}
