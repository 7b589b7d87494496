/** Weeks of a year, by which the cost of running dirty is known: the last takes the odd day. */
export const YEAR_WEEKS = 52;

/** A round of washes that costs least in the long run. */
export interface CheapestRound {
  /** Least cost a week, washes and dirt together. */
  perWeek: number;
  /** What a wash in each week of the year still has before it, against `perWeek`. */
  ahead: number[];
}

interface Arcs {
  /** Costs of running from a wash in week `w` to one `n` weeks later, with that one's own cost: `cost[w][n − 1]`. */
  cost: readonly (readonly number[])[];
}

/** Less than this share of what a round costs is rounding, in any money. */
const EASE = 1e-10;
/** Far more rounds than the iteration takes; it stops there with the best that it has. */
const MOST_ROUNDS = 200;

/** The cycle that following a choice ends in, with its cost a week; of several the cheapest. */
function cheapestCycle(chosen: readonly number[], { cost }: Arcs): { at: number; perWeek: number } {
  const seen = new Array<number>(YEAR_WEEKS).fill(-1);
  let best = { at: 0, perWeek: Infinity };
  for (let from = 0; from < YEAR_WEEKS; from += 1) {
    let at = from;
    while (seen[at] === -1) {
      seen[at] = from;
      at = (at + (chosen[at] ?? 1)) % YEAR_WEEKS;
    }
    if (seen[at] !== from) continue;
    let [money, weeks] = [0, 0];
    let on = at;
    do {
      const n = chosen[on] ?? 1;
      money += cost[on]?.[n - 1] ?? 0;
      weeks += n;
      on = (on + n) % YEAR_WEEKS;
    } while (on !== at);
    if (money / weeks < best.perWeek) best = { at, perWeek: money / weeks };
  }
  return best;
}

/** What lies ahead of each week that comes to `at` by its choice; others keep what they had. */
function spread(chosen: readonly number[], at: number, perWeek: number, { cost }: Arcs, ahead: number[]): void {
  const coming = new Map<number, number[]>();
  chosen.forEach((n, w) => {
    const to = (w + n) % YEAR_WEEKS;
    coming.set(to, [...(coming.get(to) ?? []), w]);
  });
  const waiting = [at];
  const known = new Set(waiting);
  for (let to = waiting.shift(); to !== undefined; to = waiting.shift())
    for (const w of coming.get(to) ?? []) {
      if (known.has(w)) continue;
      const n = chosen[w] ?? 1;
      ahead[w] = (ahead[to] ?? 0) + (cost[w]?.[n - 1] ?? 0) - perWeek * n;
      known.add(w);
      waiting.push(w);
    }
}

/**
 * The round of washes that costs least a week for ever, on a calendar that comes again every year: a cycle of least ratio, by Howard's policy
 * iteration. Source: Cochet-Terrasson and others, Numerical computation of spectral elements in max-plus algebra (1998), and Dasdan's account of
 * it (2004), from memory.
 * @param cost `cost[w][n − 1]`: from a wash in week `w` of the year to the next, `n` weeks later, that one's own cost included
 * @returns cost a week, and what lies ahead of each week
 * @example cheapestRound(Array.from({ length: 52 }, () => [3, 4])).perWeek // 2
 */
export function cheapestRound(cost: readonly (readonly number[])[]): CheapestRound {
  const arcs = { cost };
  const chosen = cost.map((row) => row.reduce((best, money, i) => (money / (i + 1) < (row[best] ?? 0) / (best + 1) ? i : best), 0) + 1);
  const ahead = new Array<number>(YEAR_WEEKS).fill(0);
  const ease = EASE * Math.max(...cost.map((row) => Math.max(0, ...row.map(Math.abs))));
  for (let round = 1; ; round += 1) {
    const { at, perWeek } = cheapestCycle(chosen, arcs);
    spread(chosen, at, perWeek, arcs, ahead);
    let better = false;
    for (let w = 0; w < YEAR_WEEKS; w += 1) {
      const row = cost[w] ?? [];
      let least = (ahead[w] ?? 0) - ease;
      for (let n = 1, to = (w + 1) % YEAR_WEEKS; n <= row.length; n += 1, to = to === YEAR_WEEKS - 1 ? 0 : to + 1) {
        const would = (row[n - 1] ?? 0) - perWeek * n + (ahead[to] ?? 0);
        if (would >= least) continue;
        least = would - ease;
        ahead[w] = would;
        chosen[w] = n;
        better = true;
      }
    }
    if (!better || round === MOST_ROUNDS) return { perWeek, ahead };
  }
}
