import { tableOf } from '../errors';
import type { Licence } from '../survey';
import type { EdgeName } from '../units';

/** Where a probe is put; each has a drawing of its own. */
export type ProbeSpot = 'outdoor-air' | 'outdoor-top' | 'return' | 'supply' | 'ports' | 'lines' | 'power' | 'blower' | 'drain';

/** One thing that is measured at a system. */
export interface QuantityRow {
  name: string;
  /** Where to put the probe, in a sentence. */
  where: string;
  spot: ProbeSpot;
  /** How it is typed and shown. */
  edge: EdgeName;
  /** What can be true of a residential system, SI. */
  min: number;
  max: number;
  /** Standard uncertainty of a usual instrument, SI. */
  instrument: number;
  /** How much of that changes from one reading to the next with the same probe in the same place, SI. */
  noise: number;
  /** It may be compared while it moves no more than this in a minute, SI. */
  driftPerMin: number;
  /** Only who is licensed for this takes it. */
  licence?: Licence;
}

/**
 * Everything that may be measured. Uncertainties are those of usual service instruments, judgment; ranges are common practice, no source.
 * Temperatures °C, pressures kPa gauge, static pressures Pa, flows m³/s, condensate L/h, drain L/min.
 */
const ROWS = {
  outdoorIn: {
    name: 'Outdoor air at the coil',
    where: 'A hand’s breadth before the outdoor coil, out of the sun, where its fan draws the air in.',
    spot: 'outdoor-air',
    edge: 'temperature',
    min: -30,
    max: 60,
    instrument: 0.3,
    noise: 0.1,
    driftPerMin: 0.15,
  },
  outdoorAway: {
    name: 'Outdoor air away from the unit',
    where: 'In shade, three paces from the unit, where none of its hot air comes.',
    spot: 'outdoor-air',
    edge: 'temperature',
    min: -30,
    max: 60,
    instrument: 0.3,
    noise: 0.1,
    driftPerMin: 0.15,
  },
  outdoorLeaving: {
    name: 'Air leaving the outdoor coil',
    where: 'In the stream above the fan guard, never through it: the blades turn.',
    spot: 'outdoor-top',
    edge: 'temperature',
    min: -30,
    max: 80,
    instrument: 0.5,
    noise: 0.15,
    driftPerMin: 0.25,
  },
  returnDb: {
    name: 'Return air',
    where: 'In the return, close before the filter, away from the grille’s edge.',
    spot: 'return',
    edge: 'temperature',
    min: 5,
    max: 45,
    instrument: 0.22,
    noise: 0.08,
    driftPerMin: 0.12,
  },
  returnWb: {
    name: 'Return air, wet bulb',
    where: 'At the same place, with a wet wick in moving air.',
    spot: 'return',
    edge: 'temperature',
    min: 0,
    max: 35,
    instrument: 0.28,
    noise: 0.11,
    driftPerMin: 0.12,
  },
  returnRh: {
    name: 'Return air, humidity',
    where: 'At the same place, in place of a wet bulb.',
    spot: 'return',
    edge: 'percent',
    min: 1,
    max: 100,
    instrument: 2.5,
    noise: 0.5,
    driftPerMin: 0.8,
  },
  supplyDb: {
    name: 'Supply air',
    where: 'In the supply plenum, out of sight of the coil, or in the nearest register.',
    spot: 'supply',
    edge: 'temperature',
    min: -5,
    max: 40,
    instrument: 0.22,
    noise: 0.08,
    driftPerMin: 0.12,
  },
  supplyWb: {
    name: 'Supply air, wet bulb',
    where: 'At the same place, with a wet wick.',
    spot: 'supply',
    edge: 'temperature',
    min: -5,
    max: 35,
    instrument: 0.28,
    noise: 0.11,
    driftPerMin: 0.12,
  },
  supplyRh: {
    name: 'Supply air, humidity',
    where: 'At the same place, in place of a wet bulb.',
    spot: 'supply',
    edge: 'percent',
    min: 1,
    max: 100,
    instrument: 2.5,
    noise: 0.5,
    driftPerMin: 0.8,
  },
  suctionP: {
    name: 'Suction pressure',
    where: 'At the port on the large, cold line. Only by who is licensed for refrigerant.',
    spot: 'ports',
    edge: 'pressure',
    min: 0,
    max: 2200,
    instrument: 3.4,
    noise: 2.1,
    driftPerMin: 4,
    licence: 'refrigerant',
  },
  liquidP: {
    name: 'Liquid pressure',
    where: 'At the port on the small line. Only by who is licensed for refrigerant.',
    spot: 'ports',
    edge: 'pressure',
    min: 0,
    max: 4500,
    instrument: 10.3,
    noise: 6.9,
    driftPerMin: 10,
    licence: 'refrigerant',
  },
  suctionLine: {
    name: 'Suction line',
    where: 'Clamped to bare, clean copper of the large line by the outdoor unit, wrapped.',
    spot: 'lines',
    edge: 'temperature',
    min: -25,
    max: 95,
    instrument: 0.28,
    noise: 0.11,
    driftPerMin: 0.25,
  },
  liquidLine: {
    name: 'Liquid line',
    where: 'Clamped to bare, clean copper of the small line by the outdoor unit, wrapped.',
    spot: 'lines',
    edge: 'temperature',
    min: -10,
    max: 75,
    instrument: 0.28,
    noise: 0.11,
    driftPerMin: 0.2,
  },
  dischargeLine: {
    name: 'Discharge line',
    where: 'Clamped six inches from the compressor. Hot enough to burn: gloves, and the power off while it is put on.',
    spot: 'lines',
    edge: 'temperature',
    min: 20,
    max: 150,
    instrument: 0.8,
    noise: 0.3,
    driftPerMin: 0.6,
  },
  compressorA: {
    name: 'Compressor current',
    where: 'Clamp meter round one lead of the compressor. Live compartment: only by who is licensed.',
    spot: 'power',
    edge: 'current',
    min: 0,
    max: 60,
    instrument: 0.1,
    noise: 0.05,
    driftPerMin: 0.12,
    licence: 'electrical',
  },
  fanA: {
    name: 'Outdoor fan current',
    where: 'Clamp meter round one lead of the fan. Live compartment: only by who is licensed.',
    spot: 'power',
    edge: 'current',
    min: 0,
    max: 10,
    instrument: 0.05,
    noise: 0.02,
    driftPerMin: 0.05,
    licence: 'electrical',
  },
  volts: {
    name: 'Line voltage',
    where: 'At the line side of the contactor while it runs. Live compartment: only by who is licensed.',
    spot: 'power',
    edge: 'voltage',
    min: 80,
    max: 300,
    instrument: 1.5,
    noise: 0.3,
    driftPerMin: 3,
    licence: 'electrical',
  },
  watts: {
    name: 'Power, both units',
    where: 'At the meter with nothing else running, or a clamp wattmeter on both circuits.',
    spot: 'power',
    edge: 'power',
    min: 100,
    max: 15000,
    instrument: 12,
    noise: 8,
    driftPerMin: 15,
  },
  staticReturn: {
    name: 'Static pressure, return',
    where: 'Between filter and blower. Read below zero, entered as it is.',
    spot: 'blower',
    edge: 'staticPressure',
    min: -500,
    max: 0,
    instrument: 1.2,
    noise: 0.5,
    driftPerMin: 1,
  },
  staticSupply: {
    name: 'Static pressure, supply',
    where: 'In the supply plenum after the coil.',
    spot: 'blower',
    edge: 'staticPressure',
    min: 0,
    max: 500,
    instrument: 1.2,
    noise: 0.5,
    driftPerMin: 1,
  },
  staticCoil: {
    name: 'Static pressure across the indoor coil',
    where: 'One tip before the coil, one after it, square to the air.',
    spot: 'blower',
    edge: 'staticPressure',
    min: 0,
    max: 500,
    instrument: 0.75,
    noise: 0.5,
    driftPerMin: 1,
  },
  airflow: {
    name: 'Indoor airflow',
    where: 'Hood over the returns, or an anemometer drawn across the return face.',
    spot: 'return',
    edge: 'airflow',
    min: 0.03,
    max: 2,
    instrument: 0.028,
    noise: 0.008,
    driftPerMin: 0.02,
  },
  condensate: {
    name: 'Condensate',
    where: 'A measuring cup under the drain for ten minutes, reckoned to an hour.',
    spot: 'drain',
    edge: 'condensate',
    min: 0,
    max: 30,
    instrument: 0.3,
    noise: 0.15,
    driftPerMin: 0.3,
  },
  drainFlow: {
    name: 'Drain flow',
    where: 'A known volume poured into the pan, timed until it is gone.',
    spot: 'drain',
    edge: 'flow',
    min: 0,
    max: 60,
    instrument: 0.2,
    noise: 0.1,
    driftPerMin: 1,
  },
  sound: {
    name: 'Sound',
    where: 'One metre from the outdoor unit at ear height, the same spot both times.',
    spot: 'outdoor-air',
    edge: 'sound',
    min: 20,
    max: 120,
    instrument: 1.5,
    noise: 0.7,
    driftPerMin: 1.5,
  },
} as const satisfies Record<string, QuantityRow>;

/** Something that is measured. */
export type QuantityId = keyof typeof ROWS;

/** Everything that may be measured, in the order it is asked. */
export const QUANTITY_IDS = Object.keys(ROWS) as QuantityId[];

/** The table, by id. */
export const QUANTITIES: Record<QuantityId, QuantityRow> = tableOf('quantity', ROWS);
