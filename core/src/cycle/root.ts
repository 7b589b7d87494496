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
