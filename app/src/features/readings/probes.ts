import { QUANTITIES, QUANTITY_IDS, steadiness, type QuantityId, type Reading, type Sample, type Steadiness } from '@elm-mist/core/readings';

/** Runs of readings, from a kit or out of a file. */
export type Runs = Partial<Record<QuantityId, Sample[]>>;

/** One probe: what it read last, how it has been, and its run. */
export interface LiveProbe {
  id: QuantityId;
  at: Steadiness;
  last: Sample;
  run: Sample[];
  /** Left off by hand. */
  off: boolean;
}

/** Noise that is left of a mean over the steady stretch. */
const MEAN_SHARE = 0.2;

/** Probes that have read anything. @param may whether who holds the phone may take a quantity @param left those left off */
export const probesIn = (runs: Runs, may: (id: QuantityId) => boolean, left: readonly QuantityId[]): LiveProbe[] =>
  QUANTITY_IDS.filter(may).flatMap((id): LiveProbe[] => {
    const run = runs[id] ?? [];
    const at = steadiness(id, run);
    const last = run.at(-1);
    return at && last ? [{ id, at, last, run, off: left.includes(id) }] : [];
  });

/** What would be held of them: the mean of the steady stretch, else the last value, marked too early. What is frozen is not held. */
export const readingsOf = (probes: readonly LiveProbe[], how: Reading['how']): Reading[] =>
  probes
    .filter((probe) => !probe.off && probe.at.why !== 'frozen')
    .map(({ id, at, last }): Reading => ({
      quantity: id,
      value: at.steady ? at.mean : last.value,
      u: Math.hypot(QUANTITIES[id].instrument, QUANTITIES[id].noise * (at.steady ? MEAN_SHARE : 1)),
      how,
      steady: at.steady,
    }));
