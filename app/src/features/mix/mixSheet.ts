import type { ApplicatorRecord, CleanerRecord } from '@elm-mist/contract';
import {
  arithmetic,
  batchFor,
  CoreError,
  dialOutcomes,
  dialWaterParts,
  fromLabel,
  reservoirFor,
  strengthBand,
  waterMeasure,
  type BandVerdict,
  type Batch,
  type Because,
  type DialPosition,
  type Measure,
  type RuleRef,
  type UnitSystem,
} from '@elm-mist/core';

/**
 * How a container makes the strength: by hand; through a dial from straight concentrate; through a dial from a reservoir that has to be cut;
 * used as it comes; or not at all, the dial being too weak.
 */
export type MixWay = 'hand' | 'dial' | 'dial-cut' | 'as-it-comes' | 'too-weak';

export interface MixSheet {
  way: MixWay;
  /** What goes into the container, filling by filling. */
  batch: Batch;
  /** Position to set; null when nothing is metered. */
  position: DialPosition | null;
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
  position: DialPosition | null;
  dialParts: number;
  /** Strength in the container itself. */
  inContainer: number;
}

/** How the container's dial, if it has one, makes the strength. */
function meter(waterParts: number, container: ApplicatorRecord, cleaner: Pick<CleanerRecord, 'chart' | 'form'>): Metered {
  const plain = (way: MixWay): Metered => ({ way, position: null, dialParts: 0, inContainer: waterParts });
  if (cleaner.form !== 'concentrate' || waterParts === 0) return plain('as-it-comes');
  if (container.dial.length === 0) return plain('hand');
  const { reached } = dialOutcomes({ targetWaterParts: waterParts, reservoirWaterParts: 0, dial: container.dial, chart: cleaner.chart });
  if (reached) return { way: 'dial', position: reached.position, dialParts: dialWaterParts(reached.position), inContainer: 0 };
  // The position nearest below the wanted strength lets the reservoir be cut least.
  const stronger = container.dial.filter((position) => dialWaterParts(position) <= waterParts);
  const position = stronger.sort((a, b) => dialWaterParts(b) - dialWaterParts(a))[0];
  if (!position) return plain('too-weak');
  const dialParts = dialWaterParts(position);
  const { waterParts: inContainer } = reservoirFor({ targetWaterParts: waterParts, dialWaterParts: dialParts });
  return { way: 'dial-cut', position, dialParts, inContainer };
}

/**
 * What goes into this container for a wanted strength, for one or several coils.
 * @param litres ready mix each coil needs, L
 */
export function mixSheet(input: {
  waterParts: number;
  litres: readonly number[];
  container: ApplicatorRecord;
  cleaner: Pick<CleanerRecord, 'chart' | 'form' | 'waterFirst'>;
  system: UnitSystem;
  concentrateIn: Measure;
}): MixSheet {
  const { waterParts, litres, container, cleaner, system, concentrateIn } = input;
  const { way, position, dialParts, inContainer } = meter(waterParts, container, cleaner);
  const needs = litres.map((each) => each / (dialParts + 1));
  const perFilling = Math.min(
    container.capacityL,
    needs.reduce((sum, each) => sum + each, 0),
  );
  const waterIn = waterMeasure((perFilling * inContainer) / (inContainer + 1), system);
  const batch = batchFor({ waterParts: inContainer, litres: needs, system, capacityL: container.capacityL, concentrateIn, waterIn });
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
      result: { label: inContainer === 0 ? 'Straight' : 'Concentrate', quantity: { kind: 'volume', litres: batch.pour.concentrateL } },
      inputs: [
        { label: 'Strength wanted', quantity: { kind: 'ratio', waterParts } },
        { label: 'Ready mix wanted', quantity: { kind: 'volume', litres: litres.reduce((sum, each) => sum + each, 0) } },
        { label: 'Container', quantity: { kind: 'volume', litres: container.capacityL } },
        { label: 'Fillings', quantity: { kind: 'count', value: batch.fillings } },
        ...(position ? [{ label: `Dial at ${position.mark} gives`, quantity: { kind: 'ratio' as const, waterParts: dialParts } }] : []),
        { label: 'Left over after rounding', quantity: { kind: 'volume', litres: batch.leftoverL } },
      ],
      rules: [
        ...(position ? [DIAL_RULE] : []),
        ...(way === 'dial-cut' ? [INVERSE_RULE] : []),
        ...(inContainer === 0 ? [] : [...HAND_RULES, orderRule(cleaner.waterFirst)]),
        ...(way === 'as-it-comes'
          ? [{ id: 'mix.ready', because: 'Used as it comes, nothing is added.', source: fromLabel } satisfies RuleRef]
          : []),
      ],
      changes: ['A measure topped up to four measures is 3 : 1, a quarter stronger than 4 : 1.'],
    },
  };
}

/** The same, or the sentence why this container will not do. */
export function trySheet(input: Parameters<typeof mixSheet>[0]): { sheet: MixSheet } | { trouble: string } {
  try {
    const sheet = mixSheet(input);
    return sheet.way === 'too-weak'
      ? { trouble: 'Even straight concentrate comes out of this dial weaker than wanted. Choose another container.' }
      : { sheet };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { trouble: error.message };
  }
}
