import { CoreError } from '../errors';
import { exactNonNegative, exactPositive } from './exact';
import type { LabelChart } from './label';
import { parseRatio } from './parseRatio';
import { strengthBand, type BandVerdict } from './strengthBand';

/** What a mix is made in, or drawn from. */
export const APPLICATOR_KINDS = ['pump-sprayer', 'hand-bottle', 'foaming-gun', 'bucket'] as const;
/** One of `APPLICATOR_KINDS`. */
export type ApplicatorKind = (typeof APPLICATOR_KINDS)[number];

/** A sprayer, bottle, gun or bucket that a mix is made in and put on with. */
export interface Applicator {
  id: string;
  name: string;
  kind: ApplicatorKind;
  capacityL: number;
  /** Positions of the metering dial; empty without a dial. */
  dial: DialPosition[];
}

/** One position of a metering dial. */
export interface DialPosition {
  /** What stands on the dial: a figure, a letter, a word. */
  mark: string;
  /** Parts of water to one drawn from the reservoir, as it is sold to give; null where it gives plain water. */
  waterParts: number | null;
  /** What the bucket and watch found; null until the position has been calibrated. */
  measured: { waterParts: number; day: string } | null;
}

/** A position that draws from the reservoir. */
export type DrawingPosition = DialPosition & { waterParts: number };

/**
 * The positions that draw from the reservoir; those that give plain water are left out.
 * @param dial every position
 * @returns positions that meter
 * @example drawing([{ mark: 'W', waterParts: null, measured: null }]) // []
 */
export const drawing = (dial: readonly DialPosition[]): DrawingPosition[] =>
  dial.filter((position): position is DrawingPosition => position.waterParts !== null);

/**
 * The position that gives plain water, for pre-wetting and rinsing; null where the dial has none.
 * @param dial every position
 * @returns the position, or null
 * @example waterPosition([{ mark: 'W', waterParts: null, measured: null }])?.mark // "W"
 */
export const waterPosition = (dial: readonly DialPosition[]): DialPosition | null =>
  dial.find((position) => position.waterParts === null) ?? null;

/**
 * What a position really gives: measured where it was, else what it is sold to give.
 * @param position one that draws
 * @returns parts of water to one
 * @example dialWaterParts({ mark: 'A', waterParts: 3, measured: null }) // 3
 */
export const dialWaterParts = (position: DrawingPosition): number => position.measured?.waterParts ?? position.waterParts;

/**
 * A dial as it is typed: "3, 4, 6", "A=3, B=4, E=10:1, W=water". Mark and strength are two things; a bare figure is both, a bare zero or W is plain water.
 * @param text positions with commas, semicolons or lines between them
 * @param before the dial as it was: a mark and strength that have not changed keep what was measured
 * @returns the positions in the order typed
 * @throws CoreError naming `dial`
 * @example readDial('A=3, W')[1] // { mark: 'W', waterParts: null, measured: null }
 */
export function readDial(text: string, before: readonly DialPosition[] = []): DialPosition[] {
  const parts = text
    .split(/[,;\n]/)
    .map((part) => part.trim())
    .filter(Boolean);
  const dial = parts.map((part): DialPosition => {
    const [mark = '', strength] = part.split('=').map((side) => side.trim());
    const plain = /^(water|w|0)$/i.test(strength ?? mark);
    if (!plain && strength === undefined && /^[a-z]+$/i.test(mark))
      throw new CoreError('missing', 'dial', `dial: say what ${mark} gives, for example "${mark}=4:1", or "${mark}=water".`);
    const waterParts = plain ? null : parseRatio(strength ?? mark, 'dial', 'water').waterParts;
    const old = before.find((position) => position.mark === mark && position.waterParts === waterParts);
    return old ?? { mark, waterParts, measured: null };
  });
  const twice = dial.find((position, i) => dial.findIndex((row) => row.mark === position.mark) !== i);
  if (twice) throw new CoreError('out-of-range', 'dial', `dial: ${twice.mark} stands twice.`);
  return dial;
}

/**
 * A dial as it would be typed.
 * @param dial its positions
 * @returns text that reads back to the same dial
 * @example writeDial([{ mark: 'A', waterParts: 3, measured: null }]) // "A=3"
 */
export const writeDial = (dial: readonly DialPosition[]): string =>
  dial
    .map(({ mark, waterParts }) =>
      waterParts === null ? (/^(w|0)$/i.test(mark) ? mark : `${mark}=water`) : String(waterParts) === mark ? mark : `${mark}=${waterParts}`,
    )
    .join(', ');

/** Shorter than this, starting and stopping by hand weighs too much, s. Common practice, no source. */
export const CALIBRATE_LEAST_S = 20;

/**
 * Bucket and watch: what left the reservoir while the hose delivered so much ⇒ D = (delivered − drawn)/drawn.
 * @param input drawnL from the reservoir and deliveredL of mixed output in the same time, L
 * @returns parts of water to one
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
 * @param input wanted at the coil and what the dial adds, parts of water to one
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
  position: DrawingPosition;
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
 * @param input wanted and in the reservoir, parts of water to one, 0 for straight concentrate; the dial; the label's chart
 * @returns every position, nearest first, and the one that will do, or null
 * @throws CoreError out-of-range `targetWaterParts` | `reservoirWaterParts` | `dial` (no position)
 * @example dialOutcomes({ targetWaterParts: 4, reservoirWaterParts: 0, dial: readDial('A=3, B=4'), chart: { light: 10, medium: 6, heavy: 4 } }).reached.position.mark // 'B'
 */
export function dialOutcomes(input: {
  targetWaterParts: number;
  reservoirWaterParts: number;
  dial: readonly DialPosition[];
  chart: LabelChart;
}): { outcomes: DialOutcome[]; reached: DialOutcome | null } {
  const { chart } = input;
  const dial = drawing(input.dial);
  if (dial.length === 0) throw new CoreError('out-of-range', 'dial', 'dial: this applicator has no metering dial.');
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
