import { CoreError } from '../errors';
import { exactNonNegative, exactPositive } from './exact';
import type { LabelChart } from './label';
import { strengthBand, type BandVerdict } from './strengthBand';

/** What a mix is made in, or drawn from. */
export const APPLICATOR_KINDS = ['pump-sprayer', 'hand-bottle', 'foaming-gun', 'bucket'] as const;
export type ApplicatorKind = (typeof APPLICATOR_KINDS)[number];

/** One position of a metering dial. */
export interface DialPosition {
  /** What stands on the dial. */
  mark: string;
  /** Parts of water to one drawn from the reservoir, as the mark is taken to mean. */
  waterParts: number;
  /** What the bucket and watch found; null until the position has been calibrated. */
  measured: { waterParts: number; day: string } | null;
}

/** What a position really gives: measured where it was, else what the mark says. */
export const dialWaterParts = (position: DialPosition): number => position.measured?.waterParts ?? position.waterParts;

/**
 * Bucket and watch: what left the reservoir while the hose delivered so much ⇒ D = (delivered − drawn)/drawn.
 * @param input drawnL from the reservoir and deliveredL of mixed output in the same time, L
 * @throws CoreError out-of-range `drawnL` | `deliveredL`
 * @example calibrateDial({ drawnL: 0.5, deliveredL: 3 }) // 5
 */
export function calibrateDial({ drawnL, deliveredL }: { drawnL: number; deliveredL: number }): number {
  const drawn = exactPositive('drawnL', drawnL);
  const delivered = exactPositive('deliveredL', deliveredL);
  if (delivered.compare(drawn) < 0)
    throw new CoreError('out-of-range', 'deliveredL', 'deliveredL: the hose cannot deliver less than was drawn from the reservoir.');
  return delivered.sub(drawn).div(drawn).valueOf();
}

/**
 * Concentrate share to put in the reservoir so that the coil sees the wanted strength through the dial: r = (D+1)/(W+1).
 * @returns share 0–1 and the same as parts of water to one
 * @throws CoreError out-of-range `dialWaterParts` when even straight concentrate comes out too weak
 * @example reservoirFor({ targetWaterParts: 29, dialWaterParts: 4 }).waterParts // 5
 */
export function reservoirFor({ targetWaterParts, dialWaterParts: dial }: { targetWaterParts: number; dialWaterParts: number }): {
  share: number;
  waterParts: number;
} {
  const target = exactNonNegative('targetWaterParts', targetWaterParts).add(1);
  const through = exactNonNegative('dialWaterParts', dial).add(1);
  const share = through.div(target);
  if (share.compare(1) > 0)
    throw new CoreError('out-of-range', 'dialWaterParts', 'dialWaterParts: even straight concentrate comes out weaker than wanted here.');
  return { share: share.valueOf(), waterParts: share.inverse().sub(1).valueOf() };
}

export interface DialOutcome {
  position: DialPosition;
  /** What the coil sees, parts of water to one. */
  waterParts: number;
  band: BandVerdict;
  /** How far the concentrate share is off the wanted one, as a share of it; negative is weaker. */
  off: number;
}

const IN_BAND: readonly BandVerdict[] = ['light', 'medium', 'heavy', 'no-chart'];
/** Nearer than this is taken as the wanted strength, relative on concentrate share. */
export const DIAL_TOLERANCE = 0.08;

/**
 * What the coil sees at every position for a reservoir of this strength, nearest to the wanted strength first.
 * `reached` is the first one that is near enough and inside the label's chart; null when no position reaches it.
 * @param reservoirWaterParts 0 for straight concentrate
 * @throws CoreError out-of-range `targetWaterParts` | `reservoirWaterParts` | `dial` (no position)
 */
export function dialOutcomes(input: {
  targetWaterParts: number;
  reservoirWaterParts: number;
  dial: readonly DialPosition[];
  chart: LabelChart;
}): { outcomes: DialOutcome[]; reached: DialOutcome | null } {
  const { dial, chart } = input;
  if (dial.length === 0) throw new CoreError('out-of-range', 'dial', 'dial: this container has no metering dial.');
  const target = exactNonNegative('targetWaterParts', input.targetWaterParts).add(1);
  const reservoir = exactNonNegative('reservoirWaterParts', input.reservoirWaterParts).add(1);
  const outcomes = dial
    .map((position): DialOutcome => {
      const parts = exactNonNegative('dial', dialWaterParts(position)).add(1).mul(reservoir);
      const waterParts = parts.sub(1).valueOf();
      return { position, waterParts, band: strengthBand(waterParts, chart), off: target.div(parts).sub(1).valueOf() };
    })
    .sort((a, b) => Math.abs(a.off) - Math.abs(b.off));
  const reached = outcomes.find((row) => Math.abs(row.off) <= DIAL_TOLERANCE && IN_BAND.includes(row.band)) ?? null;
  return { outcomes, reached };
}
