import { tableOf } from '../errors';
import { figureValue, ownDoubt, uncertainOf, type FigureId, type FigureSetting, type Uncertain, type Values } from '../airside';
import type { CycleState } from '../cycle';
import { heatOfWetBulb } from '../psychro';
import { QUANTITIES, type QuantityId, type ReadingSet } from '../readings';
import type { EdgeName } from '../units';

/** A sign: something readings come to that the model tells too, so that one can be held against the other. */
export type SignId =
  | 'evaporating'
  | 'superheat'
  | 'condensingOver'
  | 'subcooling'
  | 'discharge'
  | 'outdoorRise'
  | 'drop'
  | 'watts'
  | 'coilStatic'
  | 'capacity'
  | 'dried'
  | 'condensate'
  | 'recirculation';

interface SignRow {
  name: string;
  edge: EdgeName;
  /** Every one of these is needed. */
  needs: readonly QuantityId[];
  /** Read straight, or a figure. */
  read: FigureId | ((values: Values, setting: FigureSetting) => number);
  model: (state: CycleState) => number;
  /**
   * How far a sound machine may lie from the model, one sigma: as a share of the value, and in its unit. Judgment; two machines of one plate differ by
   * some 3 to 5 % in each part.
   */
  share: number;
  own: number;
}

const at = (values: Values, id: QuantityId): number => values[id] ?? NaN;

/** Signs, in the order of the published table; then those beside it. */
export const SIGNS: Record<SignId, SignRow> = tableOf('sign', {
  evaporating: {
    name: 'Evaporating temperature',
    edge: 'temperature',
    needs: ['suctionP'],
    read: 'evaporating',
    model: (s) => s.evaporatingC,
    share: 0,
    own: 0.9,
  },
  superheat: {
    name: 'Superheat',
    edge: 'difference',
    needs: ['suctionP', 'suctionLine'],
    read: 'superheat',
    model: (s) => s.superheatK,
    share: 0,
    own: 1.7,
  },
  condensingOver: {
    name: 'Condensing over outdoor',
    edge: 'difference',
    needs: ['liquidP', 'outdoorIn'],
    read: 'condensingOver',
    model: (s) => s.apparentCondensingC - s.outdoorInletC,
    share: 0.07,
    own: 0.4,
  },
  subcooling: {
    name: 'Subcooling',
    edge: 'difference',
    needs: ['liquidP', 'liquidLine'],
    read: 'subcooling',
    model: (s) => s.apparentCondensingC - s.liquidLineC,
    share: 0,
    own: 1.3,
  },
  discharge: {
    name: 'Discharge line',
    edge: 'temperature',
    needs: ['dischargeLine'],
    read: (v) => at(v, 'dischargeLine'),
    model: (s) => s.dischargeC,
    share: 0,
    own: 3.5,
  },
  outdoorRise: {
    name: 'Air rise over the outdoor coil',
    edge: 'difference',
    needs: ['outdoorLeaving', 'outdoorIn'],
    read: (v) => at(v, 'outdoorLeaving') - at(v, 'outdoorIn'),
    model: (s) => s.outdoorLeavingC - s.outdoorInletC,
    share: 0.07,
    own: 0.3,
  },
  drop: {
    name: 'Temperature drop',
    edge: 'difference',
    needs: ['returnDb', 'supplyDb'],
    read: 'drop',
    model: (s) => s.dropK,
    share: 0.06,
    own: 0.2,
  },
  watts: {
    name: 'Power',
    edge: 'power',
    needs: ['watts'],
    read: (v) => at(v, 'watts'),
    model: (s) => s.totalW,
    share: 0.05,
    own: 20,
  },
  coilStatic: {
    name: 'Static pressure across the indoor coil',
    edge: 'staticPressure',
    needs: ['staticCoil'],
    read: (v) => at(v, 'staticCoil'),
    model: (s) => s.coilPa,
    share: 0.15,
    own: 2,
  },
  capacity: {
    name: 'Cooling, all of it',
    edge: 'heat',
    needs: ['airflow', 'returnDb', 'supplyDb'],
    read: 'capacity',
    model: (s) => s.capacityKW,
    share: 0.06,
    own: 0.1,
  },
  dried: {
    name: 'Water taken out of the air',
    edge: 'moisture',
    needs: ['returnDb', 'returnWb', 'supplyDb', 'supplyWb'],
    read: (v, { pressureKPa }) =>
      heatOfWetBulb(at(v, 'returnDb'), at(v, 'returnWb'), pressureKPa).humRatio -
      heatOfWetBulb(at(v, 'supplyDb'), at(v, 'supplyWb'), pressureKPa).humRatio,
    model: (s) => s.back.humRatio - s.supply.humRatio,
    share: 0.15,
    own: 0.0003,
  },
  condensate: {
    name: 'Condensate',
    edge: 'condensate',
    needs: ['condensate'],
    read: (v) => at(v, 'condensate'),
    model: (s) => s.condensateLh,
    share: 0.2,
    own: 0.3,
  },
  recirculation: {
    name: 'Outdoor air warmed by itself',
    edge: 'difference',
    needs: ['outdoorIn', 'outdoorAway'],
    read: 'recirculation',
    model: () => 0,
    share: 0,
    own: 0.6,
  },
});

/** Every sign, in the order of the table. */
export const SIGN_IDS = Object.keys(SIGNS) as SignId[];

/**
 * What readings come to for a sign.
 * @param id which sign
 * @param values readings, SI
 * @param setting what the unit is
 * @returns the sign, SI; null where a reading is missing or it cannot be reckoned
 * @example signValue('outdoorRise', { outdoorLeaving: 40, outdoorIn: 30 }, { refrigerant: 'R-410A', metering: 'unknown', era: 'unknown', btuh: 36000, pressureKPa: 101.325, ratedA: null }) // 10
 */
export function signValue(id: SignId, values: Values, setting: FigureSetting): number | null {
  const { needs, read } = SIGNS[id];
  if (needs.some((quantity) => values[quantity] === undefined)) return null;
  try {
    return typeof read === 'function' ? read(values, setting) : figureValue(read, values, setting);
  } catch {
    return null;
  }
}

/** What capacity is read from beside what it needs. */
const ALSO: Partial<Record<SignId, readonly QuantityId[]>> = { capacity: ['returnWb', 'returnRh', 'supplyWb', 'supplyRh'] };

/**
 * What of a set the model can be held against.
 * @param set readings of one side
 * @param setting what the unit is
 * @returns every sign that was read, with the uncertainty of its instruments
 * @example signsRead({}, { refrigerant: 'R-410A', metering: 'unknown', era: 'unknown', btuh: 36000, pressureKPa: 101.325, ratedA: null }) // {}
 */
export function signsRead(set: ReadingSet, setting: FigureSetting): Partial<Record<SignId, Uncertain>> {
  const found: Partial<Record<SignId, Uncertain>> = {};
  for (const id of SIGN_IDS) {
    const { needs, read } = SIGNS[id];
    if (needs.some((quantity) => set[quantity] === undefined)) continue;
    const got = uncertainOf(set, [...needs, ...(ALSO[id] ?? [])], (values) => signValue(id, values, setting));
    if (got) found[id] = { value: got.value, u: Math.hypot(got.u, typeof read === 'string' ? ownDoubt(read, got.value, setting) : 0) };
  }
  return found;
}

/**
 * How far a sign may lie from the model on a sound machine, instruments apart.
 * @param id which sign
 * @param modelValue what the model says, SI
 * @returns one sigma, SI
 * @example modelDoubt('superheat', 5) // 1.7
 */
export const modelDoubt = (id: SignId, modelValue: number): number => Math.hypot(SIGNS[id].own, SIGNS[id].share * modelValue);

/**
 * The same probe in the same place twice: its noise, and a third of what it may be off.
 * @param quantity what it measures
 * @returns one sigma, SI
 * @example repeatable('watts') > 8 // true
 */
export const repeatable = (quantity: QuantityId): number => Math.hypot(QUANTITIES[quantity].noise, QUANTITIES[quantity].instrument * 0.3);
