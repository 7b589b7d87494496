// Its types stand beside this file; every program that reads this one needs them.
// oxlint-disable-next-line typescript/triple-slash-reference
/// <reference path="./psychrolib.d.ts" />
import psychrolib from 'psychrolib';
import { CoreError, requireInRange } from '../errors';

psychrolib.SetUnitSystem(psychrolib.SI);

/** Moist air at one point: a probe's place, a state on the chart. */
export interface MoistAir {
  dryBulbC: number;
  wetBulbC: number;
  dewPointC: number;
  /** Relative humidity, percent. */
  rhPct: number;
  /** Water in it, kg per kg of dry air. */
  humRatio: number;
  /** Of one kg of dry air and its water, kJ. */
  enthalpyKJkg: number;
  /** Room that one kg of dry air and its water takes, m³. */
  volumeM3kg: number;
  /** Barometric pressure, kPa absolute. */
  pressureKPa: number;
}

const PA = 1000;
const [COLDEST_C, HOTTEST_C] = [-40, 90];
/** Lowest and highest barometric pressure met, kPa: 4,000 m up, and a deep mine. */
const [LEAST_KPA, MOST_KPA] = [55, 115];
/** A wet wick cannot read above the dry bulb; two probes may disagree by so much before that is called impossible, K. */
const WICK_K = 0.3;

function checked(dryBulbC: number, pressureKPa: number): number {
  requireInRange('dryBulbC', dryBulbC, COLDEST_C, HOTTEST_C, '°C');
  return requireInRange('pressureKPa', pressureKPa, LEAST_KPA, MOST_KPA, 'kPa') * PA;
}

/**
 * Air of a known water content.
 * @param dryBulbC °C, −40…90
 * @param humRatio kg water per kg dry air, 0 or above; more than the air can hold counts as saturated
 * @param pressureKPa barometric pressure, kPa absolute, 55…115
 * @returns the state point
 * @throws CoreError out-of-range, naming the argument
 * @example Math.round(airOfHumRatio(25, 0.01, 101.325).rhPct) // 51
 */
export function airOfHumRatio(dryBulbC: number, humRatio: number, pressureKPa: number): MoistAir {
  const pa = checked(dryBulbC, pressureKPa);
  requireInRange('humRatio', humRatio, 0, 1);
  const held = Math.min(humRatio, psychrolib.GetSatHumRatio(dryBulbC, pa));
  return {
    dryBulbC,
    wetBulbC: psychrolib.GetTWetBulbFromHumRatio(dryBulbC, held, pa),
    dewPointC: psychrolib.GetTDewPointFromHumRatio(dryBulbC, held, pa),
    rhPct: Math.min(100, psychrolib.GetRelHumFromHumRatio(dryBulbC, held, pa) * 100),
    humRatio: held,
    enthalpyKJkg: psychrolib.GetMoistAirEnthalpy(dryBulbC, held) / PA,
    volumeM3kg: psychrolib.GetMoistAirVolume(dryBulbC, held, pa),
    pressureKPa,
  };
}

/** Of a state point only what heat is reckoned from: no search for its wet bulb. */
export type AirHeat = Pick<MoistAir, 'dryBulbC' | 'humRatio' | 'enthalpyKJkg' | 'volumeM3kg'>;

/**
 * Air by its dry and wet bulb, for heat alone.
 * @param dryBulbC °C, −40…90
 * @param wetBulbC °C, not above the dry bulb
 * @param pressureKPa barometric pressure, kPa absolute
 * @returns water, enthalpy and volume
 * @throws CoreError as the state point does
 * @example Math.round(heatOfWetBulb(40, 20, 101.325).enthalpyKJkg) // 57
 */
export function heatOfWetBulb(dryBulbC: number, wetBulbC: number, pressureKPa: number): AirHeat {
  return heatOf(dryBulbC, humRatioOfWetBulb(dryBulbC, wetBulbC, pressureKPa), pressureKPa);
}

/**
 * Air by its dry bulb and humidity, for heat alone.
 * @param dryBulbC °C, −40…90
 * @param rhPct percent
 * @param pressureKPa barometric pressure, kPa absolute
 * @returns water, enthalpy and volume
 * @throws CoreError as the state point does
 * @example Math.round(heatOfRelHum(25, 50, 101.325).enthalpyKJkg) // 50
 */
export function heatOfRelHum(dryBulbC: number, rhPct: number, pressureKPa: number): AirHeat {
  const pa = checked(dryBulbC, pressureKPa);
  requireInRange('rhPct', rhPct, 0, 100, '%');
  return heatOf(dryBulbC, psychrolib.GetHumRatioFromRelHum(dryBulbC, rhPct / 100, pa), pressureKPa);
}

const heatOf = (dryBulbC: number, humRatio: number, pressureKPa: number): AirHeat => ({
  dryBulbC,
  humRatio,
  enthalpyKJkg: moistEnthalpy(dryBulbC, humRatio),
  volumeM3kg: psychrolib.GetMoistAirVolume(dryBulbC, humRatio, pressureKPa * PA),
});

/**
 * Air by its dry and wet bulb.
 * @param dryBulbC °C, −40…90
 * @param wetBulbC °C, not above the dry bulb
 * @param pressureKPa barometric pressure, kPa absolute, 55…115
 * @returns the state point
 * @throws CoreError out-of-range `dryBulbC` | `pressureKPa` · not-allowed `wetBulbC` above the dry bulb, or drier than dry air allows
 * @example Math.round(airOfWetBulb(40, 20, 101.325).rhPct) // 14
 */
export function airOfWetBulb(dryBulbC: number, wetBulbC: number, pressureKPa: number): MoistAir {
  return airOfHumRatio(dryBulbC, humRatioOfWetBulb(dryBulbC, wetBulbC, pressureKPa), pressureKPa);
}

function humRatioOfWetBulb(dryBulbC: number, wetBulbC: number, pressureKPa: number): number {
  const pa = checked(dryBulbC, pressureKPa);
  requireInRange('wetBulbC', wetBulbC, COLDEST_C, HOTTEST_C, '°C');
  if (wetBulbC > dryBulbC + WICK_K)
    throw new CoreError(
      'not-allowed',
      'wetBulbC',
      'The wet bulb is above the dry bulb, which cannot be: probes swapped, or the wick is dry or warm.',
    );
  const raw = psychrolib.GetHumRatioFromTWetBulb(dryBulbC, Math.min(wetBulbC, dryBulbC), pa);
  // The package gives its least humidity ratio where the wick would have to be colder than bone-dry air makes it.
  if (raw <= 1e-7 && dryBulbC - wetBulbC > 1)
    throw new CoreError('not-allowed', 'wetBulbC', 'The wet bulb is lower than even bone-dry air could make it: a wrong probe or unit.');
  return raw;
}

/**
 * Air by its dry bulb and relative humidity.
 * @param dryBulbC °C, −40…90
 * @param rhPct percent, 0…100
 * @param pressureKPa barometric pressure, kPa absolute, 55…115
 * @returns the state point
 * @throws CoreError out-of-range, naming the argument
 * @example Math.round(airOfRelHum(25, 50, 101.325).dewPointC) // 14
 */
export function airOfRelHum(dryBulbC: number, rhPct: number, pressureKPa: number): MoistAir {
  const pa = checked(dryBulbC, pressureKPa);
  requireInRange('rhPct', rhPct, 0, 100, '%');
  return airOfHumRatio(dryBulbC, psychrolib.GetHumRatioFromRelHum(dryBulbC, rhPct / 100, pa), pressureKPa);
}

/** Enthalpy of saturated air, kJ/kg dry air. @param pressureKPa kPa absolute */
export const saturatedEnthalpy = (tC: number, pressureKPa: number): number => psychrolib.GetSatAirEnthalpy(tC, pressureKPa * PA) / PA;

/** Temperature of saturated air of so much enthalpy, °C: Newton from a guess. */
export function saturatedAt(enthalpyKJkg: number, pressureKPa: number, guessC: number): number {
  let tC = guessC;
  for (let n = 0; n < 30; n += 1) {
    const h = saturatedEnthalpy(tC, pressureKPa);
    const slope = (saturatedEnthalpy(tC + 0.05, pressureKPa) - h) / 0.05;
    const step = (enthalpyKJkg - h) / slope;
    tC += Math.max(-10, Math.min(10, step));
    if (Math.abs(step) < 1e-6) break;
  }
  return tC;
}

/** Density of dry air, kg/m³. */
export const dryAirDensity = (tC: number, pressureKPa: number): number => psychrolib.GetDryAirDensity(tC, pressureKPa * PA);

/** Enthalpy of moist air, kJ/kg dry air. */
export const moistEnthalpy = (tC: number, humRatio: number): number => psychrolib.GetMoistAirEnthalpy(tC, humRatio) / PA;

/** Water in air of so much enthalpy at a temperature, kg/kg: from the same formula, solved for it. */
export const humRatioOf = (enthalpyKJkg: number, tC: number): number => (enthalpyKJkg - 1.006 * tC) / (2501 + 1.86 * tC);

/** Heat capacity of moist air per kg of dry air, kJ/K. */
export const moistHeat = (humRatio: number): number => 1.006 + 1.86 * humRatio;
