import { nodeOf, withArc, type Network } from './network';
import type { Task } from './task';

/** Rounds in which windows narrow each other; more are hardly ever of use. */
const ROUNDS = 2;
const TINY = 1e-6;

/** Pairs that only the one who isolates may do: where one cannot come first, it comes second. */
function leadInTurn(network: Network, tasks: readonly Task[], own: readonly number[]): Network | null {
  let now = network;
  for (const a of own)
    for (const b of own) {
      if (a >= b) continue;
      const { n, lags } = now;
      const est = (k: number) => lags[nodeOf(k)] as number;
      const lst = (k: number) => -(lags[nodeOf(k) * n] as number);
      const [pa, pb] = [(tasks[a] as Task).seconds, (tasks[b] as Task).seconds];
      const first = est(a) + pa <= lst(b) + TINY;
      const second = est(b) + pb <= lst(a) + TINY;
      if (!first && !second) return null;
      if (first === second) continue;
      const next = first ? withArc(now, nodeOf(a), nodeOf(b), pa) : withArc(now, nodeOf(b), nodeOf(a), pb);
      if (!next) return null;
      now = next;
    }
  return now;
}

/**
 * A network with its windows narrowed by a deadline: what cannot be done in a stretch of time beside all that is bound to fall into it begins later, or
 * ends sooner (energetic reasoning; Baptiste, Le Pape and Nuijten 1999, from memory).
 * @param deadline when all has to be done, s; not finite for none
 * @returns the narrower network; null where the deadline cannot be met
 */
export function tightened(network: Network, tasks: readonly Task[], crew: number, deadline: number): Network | null {
  // While there is no sheet yet there is no deadline, and nothing to narrow by.
  if (!Number.isFinite(deadline)) return network;
  const end = network.n - 1;
  let now = withArc(network, end, 0, -deadline);
  if (!now) return null;
  // The longest first: a span with more room than that moves nothing.
  const hands = tasks
    .flatMap((task, k) => (task.handsOn && task.seconds > 0 ? [k] : []))
    .sort((a, b) => (tasks[b] as Task).seconds - (tasks[a] as Task).seconds);
  const own = hands.filter((k) => (tasks[k] as Task).leadOnly);
  const m = hands.length;
  const p = Float64Array.from(hands, (k) => (tasks[k] as Task).seconds);
  const [est, lst, later, sooner] = [new Float64Array(m), new Float64Array(m), new Float64Array(m), new Float64Array(m)];
  for (let round = 0; round < ROUNDS; round += 1) {
    const inTurn: Network | null = leadInTurn(now, tasks, own);
    if (!inTurn) return null;
    now = inTurn;
    const { n, lags } = now;
    for (let i = 0; i < m; i += 1) {
      const node = nodeOf(hands[i] as number);
      est[i] = lags[node] as number;
      lst[i] = -(lags[node * n] as number);
      if ((est[i] as number) > (lst[i] as number) + TINY) return null;
    }
    later.set(est);
    sooner.set(lst);
    if (!spansAllow(m, crew, p, est, lst, later, sooner)) return null;
    let changed = false;
    for (let i = 0; i < m; i += 1) {
      const node = nodeOf(hands[i] as number);
      if ((later[i] as number) > (est[i] as number) + TINY) {
        const next: Network | null = withArc(now, 0, node, later[i] as number);
        if (!next) return null;
        now = next;
        changed = true;
      }
      if ((sooner[i] as number) < (lst[i] as number) - TINY) {
        const next: Network | null = withArc(now, node, 0, -(sooner[i] as number));
        if (!next) return null;
        now = next;
        changed = true;
      }
    }
    if (!changed) break;
  }
  return now;
}

/** Looks at every span between a start and an end of some task. False where more work is bound to fall into one than hands can do. */
function spansAllow(
  m: number,
  crew: number,
  p: Float64Array,
  est: Float64Array,
  lst: Float64Array,
  later: Float64Array,
  sooner: Float64Array,
): boolean {
  const [froms, tos] = [new Float64Array(2 * m), new Float64Array(2 * m)];
  for (let i = 0; i < m; i += 1) {
    const [own, first, last] = [p[i] as number, est[i] as number, lst[i] as number];
    froms[2 * i] = first;
    froms[2 * i + 1] = last;
    tos[2 * i] = first + own;
    tos[2 * i + 1] = last + own;
  }
  froms.sort();
  tos.sort();
  const before = new Float64Array(m);
  const [rises, stops] = [new Float64Array(m), new Float64Array(m)];
  for (let f = 0; f < 2 * m; f += 1) {
    const from = froms[f] as number;
    if (f > 0 && from - (froms[f - 1] as number) < TINY) continue;
    // As the span's end moves on, a task's share of it grows from when it can no longer be put off to when all of it that can lie in it does.
    let count = 0;
    for (let i = 0; i < m; i += 1) {
      const own = Math.min(p[i] as number, (est[i] as number) + (p[i] as number) - from);
      before[i] = own;
      if (own <= TINY) continue;
      const rise = Math.max(lst[i] as number, from);
      rises[count] = rise;
      stops[count] = rise + own;
      count += 1;
    }
    const [up, down] = [rises.subarray(0, count).sort(), stops.subarray(0, count).sort()];
    let [u, d, at, work] = [0, 0, from, 0];
    for (let t = 0; t < 2 * m; t += 1) {
      const to = tos[t] as number;
      const length = to - from;
      if (length <= TINY || (t > 0 && to - (tos[t - 1] as number) < TINY)) continue;
      while (u < count || d < count) {
        const next = Math.min(u < count ? (up[u] as number) : Infinity, d < count ? (down[d] as number) : Infinity);
        if (next > to) break;
        work += (u - d) * (next - at);
        at = next;
        if (u < count && (up[u] as number) <= next) u += 1;
        else d += 1;
      }
      work += (u - d) * (to - at);
      at = to;
      const room = crew * length;
      if (work > room + TINY) return false;
      const slack = room - work;
      for (let i = 0; i < m; i += 1) {
        const own = p[i] as number;
        // With so much room this task, and every shorter one, fits in beside the others.
        if (slack >= own) break;
        const right = Math.min(own, length, to - (lst[i] as number));
        const left = Math.min(length, before[i] as number);
        const others = slack + Math.max(0, Math.min(left, right));
        // Begun at its earliest it would take more of the span than the others leave: it begins later.
        if (left > others + TINY && (est[i] as number) < to) later[i] = Math.max(later[i] as number, to - others);
        if (right > others + TINY && (lst[i] as number) + own > from) sooner[i] = Math.min(sooner[i] as number, from + others - own);
      }
    }
  }
  return true;
}
