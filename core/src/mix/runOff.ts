import { correctMix, type Correction } from './correct';
import { dialWaterParts, drawing, type DialPosition, type DrawingPosition } from './dial';
import type { CleanerForm, LabelChart } from './label';

/** What makes foam stand that runs off to the base: it is too wet. */
export interface RunOffCure {
  /** A richer position of the dial that the label still allows; null where there is none, or no dial. */
  richer: DrawingPosition | null;
  /** What to add to what is in the applicator; null where it may not be any stronger. */
  add: Correction | null;
  /** Strength at the coil after that, parts of water to one; null where nothing may be made stronger. */
  thenWaterParts: number | null;
  /** What helps whatever it is made in. */
  words: string[];
}

/** Strongest mix of a chart, parts of water to one; null where it gives none. */
const strongestOf = (chart: LabelChart): number | null => {
  const given = [chart.light, chart.medium, chart.heavy].filter((figure) => figure !== null);
  return given.length === 0 ? null : Math.min(...given);
};

/**
 * The correction for foam that runs off: less water, a richer position, the nozzle nearer, each held inside the label.
 * @param input what is in the applicator, L; its strength now at the coil, parts of water to one; its dial, empty without one; the label's chart and form
 * @returns the richer position or the amount to add, the strength that gives, and what helps besides
 * @throws CoreError out-of-range, naming the argument
 * @example runOffCure({ leftL: 2, waterParts: 6, dial: [], capacityL: 4, form: 'concentrate', chart: { light: 10, medium: 6, heavy: 4 }, shakes: false }).thenWaterParts // 4
 */
export function runOffCure(input: {
  leftL: number;
  waterParts: number;
  dial: readonly DialPosition[];
  capacityL: number;
  form: CleanerForm;
  chart: LabelChart;
  /** The label says to shake. */
  shakes: boolean;
}): RunOffCure {
  const words = ['Nozzle nearer, and slower strokes from the bottom up.'];
  if (input.shakes) words.push('Shake it: the label says so.');
  if (input.form !== 'concentrate') return { richer: null, add: null, thenWaterParts: null, words };
  const strongest = strongestOf(input.chart) ?? input.waterParts;
  const steps = [input.chart.light, input.chart.medium, input.chart.heavy].filter((figure) => figure !== null);
  if (strongest >= input.waterParts - 1e-9) {
    words.push('It is as strong as the label allows: no more concentrate. Let the coil drip before the next foam.');
    return { richer: null, add: null, thenWaterParts: null, words };
  }
  const positions = drawing(input.dial);
  if (positions.length > 0) {
    const now = positions.reduce((best, row) =>
      Math.abs(dialWaterParts(row) - input.waterParts) < Math.abs(dialWaterParts(best) - input.waterParts) ? row : best,
    );
    // Straight concentrate in the reservoir: the dial alone sets the strength.
    const richer = positions
      .filter((row) => dialWaterParts(row) < dialWaterParts(now) - 1e-9 && dialWaterParts(row) >= strongest - 1e-9)
      .sort((a, b) => dialWaterParts(b) - dialWaterParts(a))[0];
    if (richer) return { richer, add: null, thenWaterParts: dialWaterParts(richer), words };
    words.push('No richer position that the label allows.');
    return { richer: null, add: null, thenWaterParts: null, words };
  }
  const target = Math.max(...steps.filter((figure) => figure < input.waterParts - 1e-9));
  return {
    richer: null,
    add: correctMix({ volumeL: input.leftL, madeWaterParts: input.waterParts, targetWaterParts: target, capacityL: input.capacityL }),
    thenWaterParts: target,
    words,
  };
}
