import { tableOf } from '../errors';
import {
  celsiusFromF,
  fahrenheitDiffFromC,
  fahrenheitFromC,
  KPA_PER_PSI,
  LITRES_PER_GALLON,
  M2_PER_FT2,
  KG_PER_POUND,
  M3S_PER_CFM,
  METRES_PER_INCH,
  MS_PER_MPH,
  PA_PER_IN_WATER,
  WATTS_PER_BTUH,
  type UnitSystem,
} from './quantity';
import { trimDecimals } from './trim';
import { parseSigned } from './number';

interface Edge {
  unit: Record<UnitSystem, string>;
  toSi: (value: number, system: UnitSystem) => number;
  fromSi: (value: number, system: UnitSystem) => number;
  digits: Record<UnitSystem, number>;
}

const GRAINS_PER_POUND = 7000;

const same = (value: number) => value;
const byUnit =
  (us: (value: number) => number, si: (value: number) => number = same) =>
  (value: number, system: UnitSystem) =>
    system === 'us' ? us(value) : si(value);

const ofGallons = (perMinute: boolean): Edge => ({
  unit: perMinute ? { us: 'gal/min', si: 'L/min' } : { us: 'gal', si: 'L' },
  toSi: byUnit((v) => v * LITRES_PER_GALLON),
  fromSi: byUnit((v) => v / LITRES_PER_GALLON),
  digits: { us: 2, si: 1 },
});

/** How each kind of number is typed in the reader's units and kept in SI. */
export const EDGES = tableOf('unit of measure', {
  temperature: { unit: { us: '°F', si: '°C' }, toSi: byUnit(celsiusFromF), fromSi: byUnit(fahrenheitFromC), digits: { us: 0, si: 1 } },
  difference: { unit: { us: '°F', si: 'K' }, toSi: byUnit((v) => v / 1.8), fromSi: byUnit(fahrenheitDiffFromC), digits: { us: 1, si: 1 } },
  wind: {
    unit: { us: 'mph', si: 'm/s' },
    toSi: byUnit((v) => v * MS_PER_MPH),
    fromSi: byUnit((v) => v / MS_PER_MPH),
    digits: { us: 0, si: 1 },
  },
  volume: ofGallons(false),
  flow: ofGallons(true),
  area: {
    unit: { us: 'ft²', si: 'm²' },
    toSi: byUnit((v) => v * M2_PER_FT2),
    fromSi: byUnit((v) => v / M2_PER_FT2),
    digits: { us: 1, si: 2 },
  },
  percent: { unit: { us: '%', si: '%' }, toSi: same, fromSi: same, digits: { us: 0, si: 0 } },
  length: {
    unit: { us: 'in', si: 'mm' },
    toSi: byUnit(
      (v) => v * METRES_PER_INCH,
      (v) => v / 1000,
    ),
    fromSi: byUnit(
      (v) => v / METRES_PER_INCH,
      (v) => v * 1000,
    ),
    digits: { us: 1, si: 0 },
  },
  /** Gauge pressure of the refrigerant, kPa inside. */
  pressure: {
    unit: { us: 'psig', si: 'kPa' },
    toSi: byUnit((v) => v * KPA_PER_PSI),
    fromSi: byUnit((v) => v / KPA_PER_PSI),
    digits: { us: 1, si: 0 },
  },
  staticPressure: {
    unit: { us: 'inH₂O', si: 'Pa' },
    toSi: byUnit((v) => v * PA_PER_IN_WATER),
    fromSi: byUnit((v) => v / PA_PER_IN_WATER),
    digits: { us: 2, si: 0 },
  },
  airflow: {
    unit: { us: 'cfm', si: 'm³/h' },
    toSi: byUnit(
      (v) => v * M3S_PER_CFM,
      (v) => v / 3600,
    ),
    fromSi: byUnit(
      (v) => v / M3S_PER_CFM,
      (v) => v * 3600,
    ),
    digits: { us: 0, si: 0 },
  },
  condensate: {
    unit: { us: 'pt/h', si: 'L/h' },
    toSi: byUnit((v) => (v * LITRES_PER_GALLON) / 8),
    fromSi: byUnit((v) => (v * 8) / LITRES_PER_GALLON),
    digits: { us: 1, si: 1 },
  },
  /** Water in air, kg to a kg of dry air inside; 7000 grains are a pound. */
  moisture: {
    unit: { us: 'gr/lb', si: 'g/kg' },
    toSi: byUnit(
      (v) => v / GRAINS_PER_POUND,
      (v) => v / 1000,
    ),
    fromSi: byUnit(
      (v) => v * GRAINS_PER_POUND,
      (v) => v * 1000,
    ),
    digits: { us: 0, si: 1 },
  },
  heat: {
    unit: { us: 'kBtu/h', si: 'kW' },
    toSi: byUnit((v) => v * WATTS_PER_BTUH),
    fromSi: byUnit((v) => v / WATTS_PER_BTUH),
    digits: { us: 1, si: 2 },
  },
  /** Watts for each kW of cooling inside. */
  specificPower: {
    unit: { us: 'W per kBtu/h', si: 'W per kW' },
    toSi: byUnit((v) => v / WATTS_PER_BTUH),
    fromSi: byUnit((v) => v * WATTS_PER_BTUH),
    digits: { us: 0, si: 0 },
  },
  mass: {
    unit: { us: 'lb', si: 'kg' },
    toSi: byUnit((v) => v * KG_PER_POUND),
    fromSi: byUnit((v) => v / KG_PER_POUND),
    digits: { us: 2, si: 2 },
  },
  power: { unit: { us: 'W', si: 'W' }, toSi: same, fromSi: same, digits: { us: 0, si: 0 } },
  current: { unit: { us: 'A', si: 'A' }, toSi: same, fromSi: same, digits: { us: 1, si: 1 } },
  voltage: { unit: { us: 'V', si: 'V' }, toSi: same, fromSi: same, digits: { us: 0, si: 0 } },
  capacitance: { unit: { us: 'µF', si: 'µF' }, toSi: same, fromSi: same, digits: { us: 1, si: 1 } },
  sound: { unit: { us: 'dB', si: 'dB' }, toSi: same, fromSi: same, digits: { us: 0, si: 0 } },
  count: { unit: { us: '', si: '' }, toSi: same, fromSi: same, digits: { us: 1, si: 1 } },
} satisfies Record<string, Edge>);
/** A kind of number that is typed in the reader's units. */
export type EdgeName = keyof typeof EDGES;

/**
 * A typed number, sign allowed.
 * @param text as typed
 * @returns NaN when it is none, or can be read two ways
 * @example readFigure('-3,5') // -3.5
 */
export function readFigure(text: string): number {
  try {
    return parseSigned(text);
  } catch {
    return NaN;
  }
}

/**
 * A figure kept in SI as it would be typed in the reader's units; empty where there is none.
 * @param edge kind of number
 * @param si in SI; null or undefined where nothing is known
 * @param system reader's units
 * @returns text, empty where nothing is known
 * @example showFigure('wind', 2.2352, 'us') // "5"
 */
export const showFigure = (edge: EdgeName, si: number | null | undefined, system: UnitSystem): string =>
  si === null || si === undefined ? '' : trimDecimals(EDGES[edge].fromSi(si, system), EDGES[edge].digits[system]);

/**
 * What was typed, in SI.
 * @param edge kind of number
 * @param text as typed
 * @param system units it was typed in
 * @returns NaN when it is no number
 * @example toSi('temperature', '212', 'us') // 100
 */
export const toSi = (edge: EdgeName, text: string, system: UnitSystem): number => EDGES[edge].toSi(readFigure(text), system);

/**
 * Half-typed text carried over to the other units: the same amount, typed again. What is no number stays as it was typed.
 * @param edge kind of number
 * @param text as typed
 * @param from units it was typed in
 * @param to units it is to be read in
 * @returns text in the other units
 * @example retype('wind', '5', 'us', 'si') // "2.2"
 */
export function retype(edge: EdgeName, text: string, from: UnitSystem, to: UnitSystem): string {
  const si = toSi(edge, text, from);
  return from === to || Number.isNaN(si) ? text : showFigure(edge, si, to);
}
