import type { ApplicatorRecord } from '@elm-mist/contract';
import { arithmetic, fromLabel, pourAmounts, splitFillings, type Because, type Pour, type UnitSystem } from '@elm-mist/core';

export interface MixSheet {
  /** One filling of the container. */
  pour: Pour;
  fillings: number;
  /** Dial position when the container meters the water itself; null when it is mixed by hand. */
  dial: number | null;
  /** Dial wanted, but no position gives the strength. */
  noDial: boolean;
  because: Because;
}

/** Positions nearer than this, relative on parts in all, are taken as the wanted strength. */
const DIAL_TOLERANCE = 0.08;

/**
 * What goes into this container for a wanted strength and total. A gun with a dial takes straight concentrate and meters
 * the water; its fillings count reservoirs of concentrate.
 */
export function mixSheet(
  waterParts: number,
  totalL: number,
  container: ApplicatorRecord,
  waterFirst: boolean,
  system: UnitSystem,
): MixSheet {
  const dial =
    container.dial.length > 0
      ? container.dial.reduce((best, position) => (Math.abs(position - waterParts) < Math.abs(best - waterParts) ? position : best))
      : null;
  const fits = dial !== null && Math.abs(dial - waterParts) / (waterParts + 1) <= DIAL_TOLERANCE;
  const metered = fits ? dial : null;
  const inContainer = metered === null ? totalL : totalL / (metered + 1);
  const { fillings, eachL } = splitFillings(inContainer, container.capacityL);
  const pour = pourAmounts({ waterParts: metered === null ? waterParts : 0, totalL: eachL, system, capacityL: container.capacityL });
  return {
    pour,
    fillings,
    dial: metered,
    noDial: dial !== null && !fits,
    because: {
      id: 'pour',
      title: 'What to pour',
      result: { label: metered === null ? 'Concentrate' : 'Straight concentrate', quantity: { kind: 'volume', litres: pour.concentrateL } },
      inputs: [
        { label: 'Strength wanted', quantity: { kind: 'ratio', waterParts } },
        { label: 'Ready mix wanted', quantity: { kind: 'volume', litres: totalL } },
        { label: 'Container', quantity: { kind: 'volume', litres: container.capacityL } },
        { label: 'Fillings', quantity: { kind: 'count', value: fillings } },
      ],
      rules:
        metered === null
          ? [
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
              {
                id: waterFirst ? 'mix.water-first' : 'mix.label-order',
                because: waterFirst ? 'Concentrate goes into water, not water onto concentrate.' : 'The label says concentrate first.',
                source: waterFirst ? { kind: 'common-practice', name: '' } : fromLabel,
              },
            ]
          : [
              {
                id: 'mix.dial',
                because: 'The dial adds the water. Anything already cut in the reservoir would be cut again.',
                source: arithmetic,
              },
            ],
      changes: ['A measure topped up to four measures is 3 : 1, a quarter stronger than 4 : 1.'],
    },
  };
}
