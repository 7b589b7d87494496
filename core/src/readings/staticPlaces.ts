import { tableOf } from '../errors';
import type { CoilAnswers } from '../survey';
import { QUANTITIES, type QuantityId } from './quantities';

type Places = Partial<Record<QuantityId, string>>;

const IN_CABINET: Places = {
  staticReturn: 'At the return inlet of the air handler, before its filter where that is inside. Read below zero, entered as it is.',
  staticSupply: 'At the supply outlet of the air handler: its coil is inside, so it is left out of the external static pressure.',
  staticCoil: 'One tip before the coil, one after it, inside the cabinet, square to the air.',
};

/** Where static pressure is taken, by what moves the air. Common practice, no source. */
const PLACES: Record<CoilAnswers['indoorUnit'], Places> = tableOf('indoor unit', {
  unknown: {
    staticReturn:
      'Between filter and blower. Read below zero, entered as it is. Furnace or air handler: note it in Look, the place differs.',
    staticSupply: 'Furnace: between its outlet and the coil. Air handler: at its supply outlet. Note which in Look.',
  },
  'air-handler': IN_CABINET,
  'electric-heat': IN_CABINET,
  furnace: {
    staticReturn: 'After the filter, before the furnace. Read below zero, entered as it is.',
    staticSupply: 'At the furnace outlet, before the coil: a cased coil is outside the furnace and counts as external.',
    staticCoil: 'One tip between furnace and coil, one after the coil, square to the air.',
  },
});

/**
 * Where a probe is put.
 * @param id what is measured
 * @param indoorUnit what moves the air indoors
 * @returns a sentence or two
 * @example probePlace('staticSupply', 'furnace').startsWith('At the furnace outlet') // true
 */
export const probePlace = (id: QuantityId, indoorUnit: CoilAnswers['indoorUnit']): string => PLACES[indoorUnit][id] ?? QUANTITIES[id].where;
