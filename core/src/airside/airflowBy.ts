import { fromMemory, type Source } from '../because';
import { CoreError, requireInRange, tableOf } from '../errors';
import { QUANTITIES } from '../readings';
import type { EdgeName } from '../units';
import { propagated, type Uncertain } from './uncertain';

/** Ways to indoor airflow for who has no hood and no anemometer. */
export const AIRFLOW_WAYS = ['heat', 'coil-drop'] as const;
/** One of `AIRFLOW_WAYS`. */
export type AirflowWay = (typeof AIRFLOW_WAYS)[number];

/** One figure that a way asks for, SI. */
export interface AirflowInput {
  id: string;
  label: string;
  edge: EdgeName;
  min: number;
  max: number;
  /** Standard uncertainty, in its unit or as a share of it. */
  u: { of: number } | { share: number };
}

/** One way: what it asks, when it holds, how it is reckoned. */
export interface AirflowRow {
  name: string;
  /** When it holds, and how it is taken. */
  when: string;
  /** Whose work its readings are; null for anybody’s. */
  licence: 'electrical' | null;
  /** What may hurt, and how it does not. */
  lead: string;
  caution: string;
  inputs: readonly AirflowInput[];
  /** m³/s, of the inputs in their order. */
  of: (values: readonly number[], pressureKPa: number) => number;
  because: string;
  source: Source;
}

/** Heat capacity of dry air, kJ/(kg·K), and its gas constant, kJ/(kg·K). Source: from memory, ASHRAE Handbook, Fundamentals. */
const [AIR_HEAT, AIR_GAS] = [1.006, 0.287055];
/** A table of a maker, read between its lines. Judgment. */
const TABLE_SHARE = 0.04;
/** Less of a rise is lost in the probes, K. */
const LEAST_RISE_K = 3;

const temperature = (id: string, label: string): AirflowInput => ({
  id,
  label,
  edge: 'temperature',
  min: -10,
  max: 90,
  u: { of: QUANTITIES.returnDb.instrument },
});
const pressure = (id: string, label: string): AirflowInput => ({
  id,
  label,
  edge: 'staticPressure',
  min: 1,
  max: 500,
  u: { of: QUANTITIES.staticCoil.instrument },
});

/** Both ways. */
export const AIRFLOW_TABLE: Record<AirflowWay, AirflowRow> = tableOf('way of measuring airflow', {
  heat: {
    name: 'By electric heat',
    when: 'With the electric heat on and the outdoor unit off, blower at its cooling speed, until both temperatures stand. The supply probe is out of sight of the strips.',
    licence: 'electrical',
    lead: 'Live conductors.',
    caution: 'Clamped by who holds the licence, cover and gloves as the maker’s manual and local code ask.',
    inputs: [
      { id: 'volts', label: 'Volts at the strips', edge: 'voltage', min: 90, max: 520, u: { of: QUANTITIES.volts.instrument } },
      { id: 'amps', label: 'Amps of all strips', edge: 'current', min: 1, max: 200, u: { share: 0.02 } },
      temperature('returnC', 'Return air'),
      temperature('supplyC', 'Supply air'),
    ],
    of: ([volts = NaN, amps = NaN, back = NaN, supply = NaN], pressureKPa) => {
      const rise = supply - back;
      if (rise < LEAST_RISE_K)
        throw new CoreError(
          'out-of-range',
          'supplyC',
          'Supply air: the strips have to warm it by 3 K (5 °F) or more before this tells airflow.',
        );
      return ((volts * amps) / 1000 / (AIR_HEAT * rise)) * ((AIR_GAS * (back + 273.15)) / pressureKPa);
    },
    because:
      'Volts times amps is heat; heat over the rise is air: cfm = 3.412 · V · A / (1.08 · °F) at sea level, here at the barometer of the place.',
    source: fromMemory('ASHRAE Handbook, Fundamentals: sensible heat of standard air'),
  },
  'coil-drop': {
    name: 'By the drop over the clean coil',
    when: 'Only over a coil that is clean, wet as the maker’s table has it: a soiled coil drops more and passes less.',
    licence: null,
    lead: 'Drilling.',
    caution: 'Holes for the tips only where nothing lies behind: not into the coil, the pan or wires.',
    inputs: [
      pressure('nowPa', 'Drop over the coil now'),
      { id: 'tableM3s', label: 'Airflow in the maker’s table', edge: 'airflow', min: 0.03, max: 3, u: { share: TABLE_SHARE } },
      pressure('tablePa', 'Its drop in the table'),
    ],
    of: ([now = NaN, flow = NaN, table = NaN]) => flow * Math.sqrt(now / table),
    because: 'The drop over a coil that stays the same goes with the square of the air: airflow = the table’s × √(drop now / the table’s).',
    source: fromMemory('fan and system laws, Δp with the square of the flow'),
  },
});

/**
 * Indoor airflow from what else was measured, with its doubt by propagation.
 * @param way one of `AIRFLOW_WAYS`
 * @param values inputs by id, SI
 * @param pressureKPa barometer of the place, absolute
 * @returns airflow, m³/s at return air, with its standard uncertainty
 * @throws CoreError out-of-range, naming the input; also where the strips hardly warm the air
 * @example airflowBy('coil-drop', { nowPa: 60, tableM3s: 0.5, tablePa: 60 }, 101.325).value // 0.5
 */
export function airflowBy(way: AirflowWay, values: Readonly<Record<string, number>>, pressureKPa: number): Uncertain {
  const { inputs, of } = AIRFLOW_TABLE[way];
  const given = inputs.map(({ id, min, max, u }) => {
    const value = requireInRange(id, values[id] ?? NaN, min, max);
    return { value, u: 'of' in u ? u.of : value * u.share };
  });
  const at = given.map((input) => input.value);
  // Asked once outright: its refusal is a sentence, and not a figure that is missing.
  of(at, pressureKPa);
  const told = propagated((each) => of(each, pressureKPa), given);
  if (!told) throw new CoreError('out-of-range', inputs[0]?.id ?? way, 'These figures come to no airflow.');
  return told;
}
