/** Where a bracketed search ended. */
export interface Root {
  x: number;
  /** It ended at a bound, with no change of sign inside. */
  at: 'root' | 'low' | 'high';
}

const MOST_STEPS = 60;
/** After so many steps it halves. */
const FALSI = 12;

/**
 * Where a function that rises through zero does so: marches out from a guess with growing steps, then regula falsi (Illinois), then halving.
 * @param f rises with its argument
 * @param low bound; it or `high` is the answer where `f` does not change its sign between them
 * @param high bound
 * @param guess where the search begins
 * @param step how far it first steps
 * @param tolerance how near in the argument is near enough
 * @throws Error where `f` gives no number
 */
export function rootOf(f: (x: number) => number, low: number, high: number, guess: number, step: number, tolerance: number): Root {
  let a = Math.min(Math.max(guess, low), high);
  let fa = f(a);
  if (fa === 0) return { x: a, at: 'root' };
  const up = fa < 0;
  let b: number;
  let fb: number;
  for (let reach = step; ; reach *= 2.5) {
    // Of what is no number nothing is the bound, and the march would have no end.
    if (!Number.isFinite(fa)) throw new Error(`a search met no number at ${a} of ${low} to ${high}`);
    b = up ? Math.min(a + reach, high) : Math.max(a - reach, low);
    fb = f(b);
    if (fb === 0) return { x: b, at: 'root' };
    if (fb < 0 !== up) break;
    if (b === (up ? high : low)) return { x: b, at: up ? 'high' : 'low' };
    a = b;
    fa = fb;
  }
  let side = 0;
  let last = Infinity;
  for (let n = 0; n < MOST_STEPS && Math.abs(b - a) > tolerance; n += 1) {
    const crossing = (a * fb - b * fa) / (fb - fa);
    // Where a side is without bound the line through both crosses nowhere.
    const x = n < FALSI && Number.isFinite(crossing) ? crossing : (a + b) / 2;
    const fx = f(x);
    if (fx === 0 || Math.abs(x - last) < tolerance) return { x, at: 'root' };
    last = x;
    if (fx < 0 === fa < 0) {
      a = x;
      fa = fx;
      if (side === -1) fb /= 2;
      side = -1;
    } else {
      b = x;
      fb = fx;
      if (side === 1) fa /= 2;
      side = 1;
    }
  }
  return { x: (a + b) / 2, at: 'root' };
}

/** Steps of a search by secants before it gives up. */
const SECANTS = 6;

/**
 * A search that is asked again and again for nearly the same: it goes on from where it ended, by secants along the slope it had, and only where that
 * fails marches again.
 */
export class Search {
  private slope = NaN;

  /**
   * Begins one.
   * @param last where it begins
   * @param step how far it steps where it marches
   * @param tolerance how near in the argument is near enough
   */
  constructor(
    private last: number,
    private readonly step: number,
    private readonly tolerance: number,
  ) {}

  /** Forgets where it ended, and begins at `from`. */
  restart(from: number): void {
    this.last = from;
    this.slope = NaN;
  }

  /** As `rootOf`; the function has not always been asked at the answer last. */
  root(f: (x: number) => number, low: number, high: number): Root {
    const found = this.secants(f, low, high) ?? rootOf(f, low, high, this.last, this.step, this.tolerance);
    this.last = found.x;
    return found;
  }

  private secants(f: (x: number) => number, low: number, high: number): Root | null {
    let a = Math.min(Math.max(this.last, low), high);
    let fa = f(a);
    let b = Number.isFinite(this.slope) ? a - fa / this.slope : a + (fa < 0 ? this.step : -this.step);
    // The slope is that of the last search: a step of nearly nothing by it is no answer before it was measured here.
    if (Math.abs(b - a) < this.tolerance) b = a + (fa < 0 ? this.tolerance : -this.tolerance);
    for (let n = 0; n < SECANTS; n += 1) {
      if (!(b > low && b < high)) return null;
      if (n > 0 && Math.abs(b - a) < this.tolerance) return { x: b, at: 'root' };
      const fb = f(b);
      const slope = (fb - fa) / (b - a);
      // It rises: anything else is no way to its root.
      if (!(slope > 0) || !Number.isFinite(slope)) return null;
      this.slope = slope;
      [a, fa, b] = [b, fb, b - fb / slope];
    }
    return null;
  }
}
