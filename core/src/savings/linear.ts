/** Below this a system has no one answer. */
const SINGULAR = 1e-10;

/**
 * Solves a small symmetric system, or inverts it, by elimination with the largest pivot.
 * @returns the inverse; null where it has none
 */
export function inverse(matrix: readonly (readonly number[])[]): number[][] | null {
  const n = matrix.length;
  const a = matrix.map((row, i) => [...row, ...Array.from({ length: n }, (_, j) => (i === j ? 1 : 0))]);
  const scale = Math.max(1e-300, ...matrix.map((row, i) => Math.abs(row[i] ?? 0)));
  for (let k = 0; k < n; k += 1) {
    let pivot = k;
    for (let i = k + 1; i < n; i += 1) if (Math.abs(a[i]?.[k] ?? 0) > Math.abs(a[pivot]?.[k] ?? 0)) pivot = i;
    const own = a[pivot];
    if (!own || Math.abs(own[k] ?? 0) < SINGULAR * scale) return null;
    [a[k], a[pivot]] = [own, a[k] ?? []];
    const head = own[k] ?? 1;
    for (let j = 0; j < 2 * n; j += 1) own[j] = (own[j] ?? 0) / head;
    for (let i = 0; i < n; i += 1) {
      const row = a[i];
      const factor = row?.[k] ?? 0;
      if (!row || i === k || factor === 0) continue;
      for (let j = 0; j < 2 * n; j += 1) row[j] = (row[j] ?? 0) - factor * (own[j] ?? 0);
    }
  }
  return a.map((row) => row.slice(n));
}

/**
 * Solves normal equations where they stand: symmetric, so that the half over the diagonal is enough, and without a pivot to look for.
 * @param a p × p by rows; it is used up
 * @param x the right side; the answer afterwards
 * @returns whether there is one answer
 */
export function solveNormal(a: Float64Array, x: Float64Array, p: number): boolean {
  const of = (i: number, j: number) => a[i * p + j] as number;
  let scale = 1e-300;
  for (let i = 0; i < p * p; i += 1) scale = Math.max(scale, Math.abs(a[i] as number));
  for (let k = 0; k < p; k += 1) {
    const head = of(k, k);
    if (head < SINGULAR * scale) return false;
    for (let i = k + 1; i < p; i += 1) {
      const factor = of(k, i) / head;
      if (factor === 0) continue;
      for (let j = i; j < p; j += 1) a[i * p + j] = of(i, j) - factor * of(k, j);
      x[i] = (x[i] as number) - factor * (x[k] as number);
    }
  }
  for (let k = p - 1; k >= 0; k -= 1) {
    let sum = x[k] as number;
    for (let j = k + 1; j < p; j += 1) sum -= of(k, j) * (x[j] as number);
    x[k] = sum / of(k, k);
  }
  return true;
}
