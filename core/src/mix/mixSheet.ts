import { arithmetic, fromLabel, type Because, type RuleRef } from '../because';
import { CoreError } from '../errors';
import { batchFor, type Batch } from './batch';
import { dialOutcomes, dialWaterParts, drawing, reservoirFor, type Applicator, type DrawingPosition } from './dial';
import { strengthBand, type BandVerdict } from './strengthBand';
import { waterMeasure, type Measure } from './measures';
import type { Cleaner } from './label';
import type { UnitSystem } from '../units';

/**
 * How an applicator makes the strength: by hand; through a dial from straight concentrate; through a dial from a reservoir that has to be cut;
 * used as it comes; or not at all, the dial being too weak.
 */
export type MixWay = 'hand' | 'dial' | 'dial-cut' | 'as-it-comes' | 'too-weak';

/** What goes into an applicator, and what comes out of it. */
export interface MixSheet {
  way: MixWay;
  /** What goes in, filling by filling. */
  batch: Batch;
  /** Position to set; null when nothing is metered. */
  position: DrawingPosition | null;
  /** Parts of water the dial adds to each part drawn; 0 without one. */
  dialParts: number;
  /** What reaches the coil after rounding, parts of water to one. */
  coilSees: number;
  band: BandVerdict;
  /** Ready mix that reaches the coil, L. */
  readyL: number;
  waterIn: Measure;
  because: Because;
}

const DIAL_RULE: RuleRef = {
  id: 'mix.dial',
  because: 'The dial adds the water. Anything already cut in the reservoir is cut again.',
  source: arithmetic,
};
const INVERSE_RULE: RuleRef = {
  id: 'mix.inverse',
  because: 'No position gives the strength from straight concentrate: the reservoir is cut to (dial + 1) parts in (wanted + 1).',
  source: arithmetic,
};
const HAND_RULES: RuleRef[] = [
  {
    id: 'mix.parts',
    because: 'Concentrate is the total divided by parts of water plus one: 4 : 1 is one part in five.',
    source: arithmetic,
  },
  {
    id: 'mix.marks',
    because: 'Both amounts are put on marks a jug has, as near to the strength as such marks allow.',
    source: arithmetic,
  },
];
const orderRule = (waterFirst: boolean): RuleRef => ({
  id: waterFirst ? 'mix.water-first' : 'mix.label-order',
  because: waterFirst ? 'Concentrate goes into water, not water onto concentrate.' : 'The label says concentrate first.',
  source: waterFirst ? { kind: 'common-practice', name: '' } : fromLabel,
});

interface Metered {
  way: MixWay;
  position: DrawingPosition | null;
  dialParts: number;
  /** Strength in the applicator itself. */
  inside: number;
}

/** How the applicator's dial, if it has one, makes the strength. */
function meter(waterParts: number, applicator: Applicator, cleaner: Pick<Cleaner, 'chart' | 'form'>): Metered {
  const plain = (way: MixWay): Metered => ({ way, position: null, dialParts: 0, inside: waterParts });
  if (cleaner.form !== 'concentrate' || waterParts === 0) return plain('as-it-comes');
  const dial = drawing(applicator.dial);
  if (dial.length === 0) return plain('hand');
  const { reached } = dialOutcomes({ targetWaterParts: waterParts, reservoirWaterParts: 0, dial, chart: cleaner.chart });
  if (reached) return { way: 'dial', position: reached.position, dialParts: dialWaterParts(reached.position), inside: 0 };
  // The position nearest below the wanted strength lets the reservoir be cut least.
  const stronger = dial.filter((position) => dialWaterParts(position) <= waterParts);
  const position = stronger.sort((a, b) => dialWaterParts(b) - dialWaterParts(a))[0];
  if (!position) return plain('too-weak');
  const dialParts = dialWaterParts(position);
  const { waterParts: inside } = reservoirFor({ targetWaterParts: waterParts, dialWaterParts: dialParts });
  return { way: 'dial-cut', position, dialParts, inside };
}

/** The strongest that the applicator itself may hold so that the coil gets no more than the label's heaviest mix; null where it gives no chart. */
function strongestAt(chart: Cleaner['chart'], dialParts: number): number | null {
  const given = [chart.light, chart.medium, chart.heavy].filter((figure) => figure !== null);
  return given.length === 0 ? null : Math.max(0, (Math.min(...given) + 1) / (dialParts + 1) - 1);
}

/**
 * What goes into this applicator for a wanted strength, for one or several coils.
 * @param input strength at the coil, parts of water to one; ready mix that each coil needs, L; applicator; cleaner; units and measure
 * @returns fillings, position of the dial, and what the coil really gets
 * @throws CoreError out-of-range, naming the argument
 * @example mixSheet({ waterParts: 4, litres: [5], applicator: { id: 's', name: 'Sprayer', kind: 'pump-sprayer', capacityL: 7.5, dial: [] }, cleaner: shelf[0], system: 'si', concentrateIn: measureOf('mL') }).batch.pour.concentrateL // 1
 */
export function mixSheet(input: {
  waterParts: number;
  litres: readonly number[];
  applicator: Applicator;
  cleaner: Pick<Cleaner, 'chart' | 'form' | 'waterFirst'>;
  system: UnitSystem;
  concentrateIn: Measure;
}): MixSheet {
  const { waterParts, litres, applicator, cleaner, system, concentrateIn } = input;
  const { way, position, dialParts, inside } = meter(waterParts, applicator, cleaner);
  const needs = litres.map((each) => each / (dialParts + 1));
  const perFilling = Math.min(
    applicator.capacityL,
    needs.reduce((sum, each) => sum + each, 0),
  );
  const waterIn = waterMeasure((perFilling * inside) / (inside + 1), system);
  const strongest = strongestAt(cleaner.chart, dialParts);
  const batch = batchFor({
    waterParts: inside,
    litres: needs,
    system,
    capacityL: applicator.capacityL,
    concentrateIn,
    waterIn,
    ...(strongest === null ? {} : { strongestWaterParts: strongest }),
  });
  const coilSees = (batch.pour.waterParts + 1) * (dialParts + 1) - 1;
  return {
    way,
    batch,
    position,
    dialParts,
    coilSees,
    band: strengthBand(coilSees, cleaner.chart),
    readyL: batch.madeL * (dialParts + 1),
    waterIn,
    because: {
      id: 'pour',
      title: 'What to pour',
      result: { label: inside === 0 ? 'Straight' : 'Concentrate', quantity: { kind: 'volume', litres: batch.pour.concentrateL } },
      inputs: [
        { label: 'Strength wanted', quantity: { kind: 'ratio', waterParts } },
        { label: 'Ready mix wanted', quantity: { kind: 'volume', litres: litres.reduce((sum, each) => sum + each, 0) } },
        { label: 'Applicator holds', quantity: { kind: 'volume', litres: applicator.capacityL } },
        { label: 'Fillings', quantity: { kind: 'count', value: batch.fillings } },
        ...(position ? [{ label: `Dial at ${position.mark} gives`, quantity: { kind: 'ratio' as const, waterParts: dialParts } }] : []),
        { label: 'Left over after rounding', quantity: { kind: 'volume', litres: batch.leftoverL } },
      ],
      rules: [
        ...(position ? [DIAL_RULE] : []),
        ...(way === 'dial-cut' ? [INVERSE_RULE] : []),
        ...(inside === 0 ? [] : [...HAND_RULES, orderRule(cleaner.waterFirst)]),
        ...(way === 'as-it-comes'
          ? [{ id: 'mix.ready', because: 'Used as it comes, nothing is added.', source: fromLabel } satisfies RuleRef]
          : []),
      ],
      changes: ['A measure topped up to four measures is 3 : 1, a quarter stronger than 4 : 1.'],
    },
  };
}

/**
 * The same, or the sentence why this applicator will not do.
 * @param input as for `mixSheet`
 * @returns the sheet, or a sentence why there is none
 * @example 'sheet' in trySheet({ waterParts: 4, litres: [5], applicator: { id: 's', name: 'Sprayer', kind: 'pump-sprayer', capacityL: 7.5, dial: [] }, cleaner: shelf[0], system: 'si', concentrateIn: measureOf('mL') }) // true
 */
export function trySheet(input: Parameters<typeof mixSheet>[0]): { sheet: MixSheet } | { trouble: string } {
  try {
    const sheet = mixSheet(input);
    return sheet.way === 'too-weak'
      ? { trouble: 'Even straight concentrate comes out of this dial weaker than wanted. Choose another applicator.' }
      : { sheet };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { trouble: error.message };
  }
}
