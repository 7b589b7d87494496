import { tableOf } from '../errors';
import {
  BTUH_PER_TON,
  fahrenheitDiffFromC,
  fahrenheitFromC,
  M2_PER_FT2,
  METRES_PER_INCH,
  MS_PER_MPH,
  WATTS_PER_BTUH,
  type UnitSystem,
} from './quantity';
import type { Quantity } from './amount';
import { EDGES } from './edges';
import { trimDecimals } from './trim';
import { readableUnit, volumeIn, volumeLabel } from './volume';

/**
 * Minutes and seconds as a clock reads them. Negative durations keep their sign. @example formatClock(127) // "2:07"
 * @param seconds s; not a finite figure has no end
 * @returns m:ss, or h:mm:ss
 */
export function formatClock(seconds: number): string {
  const whole = Math.floor(Math.abs(seconds) + 1e-9);
  const hours = Math.floor(whole / 3600);
  const minutes = Math.floor((whole % 3600) / 60);
  const rest = String(whole % 60).padStart(2, '0');
  const sign = seconds < 0 && whole > 0 ? '−' : '';
  return hours > 0 ? `${sign}${hours}:${String(minutes).padStart(2, '0')}:${rest}` : `${sign}${minutes}:${rest}`;
}

/**
 * A planned duration in words.
 * @param seconds what has no end is said to have none
 * @returns words such as "2 h 5 min"
 * @example formatDuration(5100) // "1 h 25 min"
 */
export function formatDuration(seconds: number): string {
  if (!Number.isFinite(seconds)) return 'no end';
  if (seconds < 60) return `${Math.round(seconds)} s`;
  if (seconds < 600 && Math.round(seconds) % 60 !== 0) {
    return `${Math.floor(Math.round(seconds) / 60)} min ${Math.round(seconds) % 60} s`;
  }
  const minutes = Math.round(seconds / 60);
  if (minutes < 60) return `${minutes} min`;
  const rest = minutes % 60;
  return rest === 0 ? `${minutes / 60} h` : `${Math.floor(minutes / 60)} h ${rest} min`;
}

/**
 * A strength as parts of water to one, for a reader.
 * @param waterParts parts of water to one of concentrate, 0 for straight
 * @returns words such as "4 : 1"
 * @example formatRatio(4) // '4 : 1'
 */
export function formatRatio(waterParts: number): string {
  return `${trimDecimals(waterParts, 1)} : 1`;
}

/**
 * A volume for a reader: the unit by its size.
 * @param litres volume, L
 * @param system units of the reader
 * @returns figure and unit
 * @example formatVolume(0.5, 'si') // '500 mL'
 */
export function formatVolume(litres: number, system: UnitSystem): string {
  const unit = readableUnit(litres, system);
  const digits = unit === 'gal' || unit === 'L' ? 2 : unit === 'floz' ? 1 : 0;
  return `${trimDecimals(volumeIn(litres, unit), digits)} ${volumeLabel(unit)}`;
}

type Formatter<K extends Quantity['kind']> = (quantity: Extract<Quantity, { kind: K }>, system: UnitSystem) => string;

const FORMATTERS: { [K in Quantity['kind']]: Formatter<K> } = tableOf('quantity', {
  volume: (q, system) => formatVolume(q.litres, system),
  area: (q, system) => (system === 'us' ? `${trimDecimals(q.m2 / M2_PER_FT2, 1)} ft²` : `${trimDecimals(q.m2, 2)} m²`),
  length: (q, system) => (system === 'us' ? `${trimDecimals(q.m / METRES_PER_INCH, 1)} in` : `${trimDecimals(q.m * 1000, 0)} mm`),
  temperature: (q, system) => (system === 'us' ? `${trimDecimals(fahrenheitFromC(q.celsius), 0)} °F` : `${trimDecimals(q.celsius, 1)} °C`),
  temperatureDifference: (q, system) =>
    system === 'us' ? `${trimDecimals(fahrenheitDiffFromC(q.kelvins), 1)} °F` : `${trimDecimals(q.kelvins, 1)} K`,
  speed: (q, system) => (system === 'us' ? `${trimDecimals(q.ms / MS_PER_MPH, 0)} mph` : `${trimDecimals(q.ms, 1)} m/s`),
  duration: (q) => formatDuration(q.seconds),
  percent: (q) => `${trimDecimals(q.percent, 1)} %`,
  ratio: (q) => formatRatio(q.waterParts),
  irradiance: (q) => `${trimDecimals(q.wm2, 0)} W/m²`,
  filmMass: (q) => `${trimDecimals(q.kgM2, 3)} kg/m²`,
  capacity: (q, system) =>
    system === 'us'
      ? `${trimDecimals(q.btuh / 1000, 1)} kBtu/h · ${trimDecimals(q.btuh / BTUH_PER_TON, 2)} ton`
      : `${trimDecimals((q.btuh * WATTS_PER_BTUH) / 1000, 1)} kW`,
  edge: ({ edge, value, digits }, system) => {
    const { unit, fromSi, digits: usual } = EDGES[edge];
    return `${trimDecimals(fromSi(value, system), digits ?? usual[system])} ${unit[system]}`.trim();
  },
  count: (q) => (q.unit ? `${trimDecimals(q.value, 2)} ${q.unit}` : trimDecimals(q.value, 2)),
});

/**
 * A quantity as text with its unit, in the chosen system. Rounded for reading; never parse it back.
 * @param quantity an amount with its kind, in SI
 * @param system units of the reader
 * @returns figure and unit
 * @example formatQuantity({ kind: 'temperature', celsius: 100 }, 'us') // '212 °F'
 */
export function formatQuantity(quantity: Quantity, system: UnitSystem): string {
  const formatter = FORMATTERS[quantity.kind] as (q: Quantity, s: UnitSystem) => string;
  return formatter(quantity, system);
}
