import pLimit from 'p-limit';
import { evictOldest } from '../store/newest';
import { Problem } from './problem';

/** So many wrong tries are free; after that each wait is twice the one before, ms. */
const FREE = 5;
/** From one address more: a shop of twelve is behind one. */
const FREE_FROM = 25;
const FIRST_MS = 30_000;
const MOST_MS = 15 * 60_000;
/** Wrong tries are forgotten after so long, ms. */
const FORGOTTEN_MS = 60 * 60_000;
const MOST_KEPT = 10_000;
/** A password takes 20 MB and a core to look at: one at a time, so many wait for their turn, and who comes after them is sent away. */
const WAITING = 24;

interface Tries {
  wrong: number;
  lastMs: number;
}

/** Makes guessing passwords slow: by name and by where it comes from, and one at a time (OWASP ASVS 4.0.3, 2.2.1). */
export class SlowDown {
  private readonly tries = new Map<string, Tries>();
  private readonly turn = pLimit(1);

  /** @param now ms of a clock that nobody sets, such as `performance.now` */
  constructor(private readonly now: () => number) {}

  /** @throws Problem 429 where one of these has to wait */
  private wait(keys: readonly string[], free: number): void {
    const now = this.now();
    for (const key of keys) {
      const known = this.tries.get(key);
      if (!known || known.wrong < free) continue;
      const until = known.lastMs + Math.min(MOST_MS, FIRST_MS * 2 ** (known.wrong - free));
      if (until > now) throw tooOften(Math.ceil((until - now) / 1000));
    }
  }

  /**
   * Tries something that may be wrong.
   * @param keys what failures count against; a success resets them
   * @param from where it comes from, which is counted against as well. Right or not that count stays: else whoever has an account of their own
   * could try others' as often as they like
   * @param attempt null for wrong
   * @throws Problem 429 before it is tried
   */
  async guard<T>(keys: readonly string[], attempt: () => Promise<T | null>, from: readonly string[] = []): Promise<T | null> {
    const mayTry = () => {
      this.wait(keys, FREE);
      this.wait(from, FREE_FROM);
    };
    mayTry();
    if (this.turn.pendingCount >= WAITING) throw tooOften(2);
    return this.turn(async () => {
      // Others before it may have missed meanwhile.
      mayTry();
      const result = await attempt();
      if (result === null) for (const key of [...keys, ...from]) this.miss(key);
      else for (const key of keys) this.tries.delete(key);
      return result;
    });
  }

  private miss(key: string): void {
    const now = this.now();
    const known = this.tries.get(key);
    const wrong = known && now - known.lastMs < FORGOTTEN_MS ? known.wrong + 1 : 1;
    this.tries.delete(key);
    this.tries.set(key, { wrong, lastMs: now });
    evictOldest(this.tries, MOST_KEPT);
  }
}

function tooOften(seconds: number): Problem {
  const words = `Too many tries. Wait ${seconds < 120 ? `${seconds} s` : `${Math.ceil(seconds / 60)} min`}.`;
  return new Problem(429, 'slow-down', words, { password: words });
}
