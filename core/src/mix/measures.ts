import { CoreError, requirePositive, tableOf } from '../errors';
import { LITRES_PER_FL_OZ, litresOf, trimDecimals, type UnitSystem, type VolumeUnit } from '../units';

/** What a technician measures with. `cap` is the bottle's own cap, whose size the user gives. */
export const MEASURE_IDS = ['floz', 'cup', 'pt', 'qt', 'gal', 'mL', 'L', 'cap'] as const;
/** One of `MEASURE_IDS`. */
export type MeasureId = (typeof MEASURE_IDS)[number];

/** What an amount is measured with. */
export interface Measure {
  id: MeasureId;
  /** One, and more than one, of it. */
  names: readonly [string, string];
  litres: number;
  /** Smallest step that can be poured by eye, by amount: [up to, step], in this measure. */
  steps: readonly (readonly [number, number])[];
  /** Shown as ¼ ½ ¾ rather than decimals. */
  fractions: boolean;
}

interface MeasureRow {
  unit: VolumeUnit;
  names: readonly [string, string];
  steps: Measure['steps'];
  fractions: boolean;
}

/** Common practice, no source: what the marks of a jug let one pour. */
const MEASURE_TABLE: Record<Exclude<MeasureId, 'cap'>, MeasureRow> = tableOf('measure', {
  floz: {
    unit: 'floz',
    names: ['fl oz', 'fl oz'],
    steps: [
      [4, 0.25],
      [16, 0.5],
      [64, 1],
      [128, 2],
      [Infinity, 4],
    ],
    fractions: true,
  },
  cup: {
    unit: 'cup',
    names: ['cup', 'cups'],
    steps: [
      [8, 0.25],
      [Infinity, 0.5],
    ],
    fractions: true,
  },
  pt: { unit: 'pt', names: ['pt', 'pt'], steps: [[Infinity, 0.25]], fractions: true },
  qt: { unit: 'qt', names: ['qt', 'qt'], steps: [[Infinity, 0.25]], fractions: true },
  gal: { unit: 'gal', names: ['gal', 'gal'], steps: [[Infinity, 0.125]], fractions: true },
  mL: {
    unit: 'mL',
    names: ['mL', 'mL'],
    steps: [
      [100, 5],
      [500, 10],
      [2000, 25],
      [4000, 50],
      [Infinity, 100],
    ],
    fractions: false,
  },
  L: {
    unit: 'L',
    names: ['L', 'L'],
    steps: [
      [4, 0.05],
      [Infinity, 0.1],
    ],
    fractions: false,
  },
});

/**
 * A measure ready to pour with.
 * @param id which measure
 * @param capL size of the cap, L; needed for `cap` only
 * @returns the measure
 * @throws CoreError missing | out-of-range `capL`
 * @example measureOf('mL').id // 'mL'
 */
export function measureOf(id: MeasureId, capL?: number): Measure {
  if (id === 'cap') {
    if (capL === undefined) throw new CoreError('missing', 'capL', 'capL: say how much the cap holds, for example "25 mL".');
    requirePositive('capL', capL);
    return {
      id,
      names: ['cap', 'caps'],
      litres: capL,
      steps: [
        [4, 0.5],
        [Infinity, 1],
      ],
      fractions: true,
    };
  }
  const { unit, ...row } = MEASURE_TABLE[id];
  return { id, ...row, litres: litresOf(unit) };
}

/**
 * What the trade measures with when nothing else was said.
 * @param system units of the reader
 * @returns fluid ounces or millilitres
 * @example usualMeasure('us').id // 'floz'
 */
export const usualMeasure = (system: UnitSystem): Measure => measureOf(system === 'us' ? 'floz' : 'mL');

/**
 * The largest of the system's measures in which water is usually run: fl oz and cups are tedious by the gallon.
 * @param litres volume, L
 * @param system units of the reader
 * @returns gallons or fluid ounces, litres or millilitres
 * @example waterMeasure(0.5, 'si').id // 'mL'
 */
export const waterMeasure = (litres: number, system: UnitSystem): Measure =>
  system === 'us' ? measureOf(litres >= 128 * LITRES_PER_FL_OZ - 1e-9 ? 'gal' : 'floz') : measureOf(litres >= 1 - 1e-9 ? 'L' : 'mL');

/** Step that an amount is rounded to in this measure, L. */
export function stepOf(measure: Measure, litres: number): number {
  const amount = litres / measure.litres;
  const row = measure.steps.find(([upTo]) => amount <= upTo + 1e-9);
  return (row?.[1] ?? 1) * measure.litres;
}

const EIGHTHS = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞'];

/**
 * An amount in a measure, as it is read off a jug. @example formatMeasured(1.1829, measureOf('cup')) // "5 cups"
 * @param litres volume, L
 * @param measure what it is measured with
 * @returns words such as "4 cups"
 */
export function formatMeasured(litres: number, measure: Measure): string {
  const amount = litres / measure.litres;
  const name = amount <= 1 + 1e-9 ? measure.names[0] : measure.names[1];
  const eighths = Math.round(amount * 8);
  if (measure.fractions && Math.abs(amount * 8 - eighths) < 1e-6) {
    const whole = Math.floor(eighths / 8);
    const glyph = EIGHTHS[eighths % 8] ?? '';
    return `${whole > 0 || glyph === '' ? String(whole) : ''}${glyph} ${name}`;
  }
  return `${trimDecimals(amount, 2)} ${name}`;
}
