/** A figure with its standard uncertainty. */
export interface Uncertain {
  value: number;
  /** Standard uncertainty, one sigma, in the unit of the value. */
  u: number;
}

/**
 * Whether a change is more than its doubt: twice its standard uncertainty, 95 of 100 (usual guide to the expression of uncertainty in measurement, from memory).
 * @param figure the change
 * @returns true where something did change
 * @example isBeyondDoubt({ value: 5, u: 2 }) // true
 */
export const isBeyondDoubt = ({ value, u }: Uncertain): boolean => Math.abs(value) > 2 * u;

/**
 * First-order propagation of independent uncertainties, by central differences over each input's own sigma. Source: the usual guide to the expression of
 * uncertainty in measurement; checked by Monte Carlo beside it.
 * @param f of the inputs, in their order
 * @param inputs figures with their uncertainties
 * @returns value and standard uncertainty; null where `f` gives none at the inputs themselves
 * @example propagated(([a = 0, b = 0]) => a - b, [{ value: 5, u: 3 }, { value: 1, u: 4 }]) // { value: 4, u: 5 }
 */
export function propagated(f: (values: readonly number[]) => number | null, inputs: readonly Uncertain[]): Uncertain | null {
  const at = inputs.map((input) => input.value);
  const value = attempt(f, at);
  if (value === null) return null;
  let variance = 0;
  for (const [i, { u }] of inputs.entries()) {
    if (u === 0) continue;
    const high = attempt(f, at.with(i, at[i]! + u));
    const low = attempt(f, at.with(i, at[i]! - u));
    // At the edge of what can be, one side may not exist.
    const half = high !== null && low !== null ? (high - low) / 2 : high !== null ? high - value : low !== null ? value - low : 0;
    variance += half * half;
  }
  return { value, u: Math.sqrt(variance) };
}

function attempt(f: (values: readonly number[]) => number | null, values: readonly number[]): number | null {
  try {
    const value = f(values);
    return value !== null && Number.isFinite(value) ? value : null;
  } catch {
    return null;
  }
}
