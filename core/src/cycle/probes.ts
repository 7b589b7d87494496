import type { QuantityId } from '../readings';
import { M3S_PER_CFM, USUAL_CFM_PER_TON } from '../units';
import { airOfHumRatio } from '../psychro/air';
import { pressureFactor } from '../refrigerant';
import { fitOf } from '../refrigerant/fits';
import { pressureAt } from '../refrigerant/properties';
import type { CycleInput } from './machine';
import type { CycleState } from './readings';

/** What every probe of a kit would read on a machine, without error, SI as the table of quantities has it. */
export type ProbeValues = Partial<Record<QuantityId, number>>;

/** Static pressures of ducts at the clean flow, Pa. Judgment. */
const RETURN_PA = 45;
const SUPPLY_PA = 35;

/**
 * What the probes of a kit would read.
 * @param state of the machine
 * @param input it was solved for
 * @returns a value for every quantity that the model tells
 * @example probesOf(solveCycle({ refrigerant: 'R-410A', metering: 'orifice', tons: 3, outdoorC: 35, outdoorWetBulbC: 24, mist: 0, returnC: 26.67, returnWetBulbC: 19.44, pressureKPa: 101.325, condition: SOUND }), { refrigerant: 'R-410A', metering: 'orifice', tons: 3, outdoorC: 35, outdoorWetBulbC: 24, mist: 0, returnC: 26.67, returnWetBulbC: 19.44, pressureKPa: 101.325, condition: SOUND }).returnDb // 26.67
 */
export function probesOf(state: CycleState, input: CycleInput): ProbeValues {
  const { pressureKPa, condition, tons, standsFor = input.refrigerant } = input;
  const square = (state.indoorFlowM3s / (USUAL_CFM_PER_TON * M3S_PER_CFM * tons)) ** 2;
  return {
    outdoorIn: state.outdoorInletC,
    outdoorAway: input.outdoorC,
    outdoorLeaving: state.outdoorLeavingC,
    returnDb: state.back.dryBulbC,
    returnWb: state.back.wetBulbC,
    supplyDb: state.supply.dryBulbC,
    supplyWb: state.supply.wetBulbC,
    suctionP: state.suctionKPa * pressureFactor(standsFor, 'dew') - pressureKPa,
    liquidP: state.liquidKPa * pressureFactor(standsFor, 'bubble') - pressureKPa,
    suctionLine: state.suctionLineC,
    liquidLine: state.liquidLineC,
    dischargeLine: state.dischargeC,
    compressorA: state.compressorA,
    fanA: state.outdoorFanA,
    watts: state.totalW,
    staticReturn: -RETURN_PA * square * condition.ducts,
    staticSupply: SUPPLY_PA * square * condition.ducts,
    staticCoil: state.coilPa,
    airflow: state.indoorFlowM3s,
    condensate: state.condensateLh,
  };
}

/** Time constants of a start, minutes. Judgment. */
const LAG_MIN = 3.5;
const WATER_LAG_MIN = 6;

/**
 * A machine so long after its start: temperatures, capacity and power come up as first-order lags from equalised pressures, and pressures are rebuilt from
 * them, so that they agree.
 * @param state the steady state it goes to
 * @param input it was solved for
 * @param minutes since the compressor started, 0 or above
 * @returns what it is at that moment
 * @example warmedUp(solveCycle({ refrigerant: 'R-410A', metering: 'orifice', tons: 3, outdoorC: 35, outdoorWetBulbC: 24, mist: 0, returnC: 26.67, returnWetBulbC: 19.44, pressureKPa: 101.325, condition: SOUND }), { refrigerant: 'R-410A', metering: 'orifice', tons: 3, outdoorC: 35, outdoorWetBulbC: 24, mist: 0, returnC: 26.67, returnWetBulbC: 19.44, pressureKPa: 101.325, condition: SOUND }, 0).superheatK // 0
 */
export function warmedUp(state: CycleState, input: CycleInput, minutes: number): CycleState {
  const fit = fitOf(input.refrigerant);
  if (!fit) return state;
  const on = 1 - Math.exp(-minutes / LAG_MIN);
  const wet = 1 - Math.exp(-minutes / WATER_LAG_MIN);
  const rest = Math.min(state.outdoorInletC, state.back.dryBulbC);
  const to = (from: number, until: number, share = on) => from + (until - from) * share;
  const evaporatingC = to(rest, state.evaporatingC);
  const apparentCondensingC = to(rest, state.apparentCondensingC);
  const superheatK = to(0, state.superheatK);
  const subcoolingK = to(0, state.subcoolingK);
  const supplyC = to(state.back.dryBulbC, state.supply.dryBulbC);
  return {
    ...state,
    suctionKPa: pressureAt(fit, evaporatingC),
    liquidKPa: pressureAt(fit, apparentCondensingC),
    evaporatingC,
    condensingC: to(rest, state.condensingC),
    apparentCondensingC,
    superheatK,
    subcoolingK,
    suctionLineC: evaporatingC + superheatK,
    liquidLineC: to(rest, state.liquidLineC),
    dischargeC: to(rest, state.dischargeC),
    supply: airOfHumRatio(supplyC, to(state.back.humRatio, state.supply.humRatio, wet), state.back.pressureKPa),
    dropK: state.back.dryBulbC - supplyC,
    outdoorLeavingC: to(state.outdoorInletC, state.outdoorLeavingC),
    sensibleKW: state.sensibleKW * on,
    capacityKW: state.sensibleKW * on + (state.capacityKW - state.sensibleKW) * wet,
    compressorW: state.compressorW * (0.7 + 0.3 * on),
    totalW: state.totalW - state.compressorW * 0.3 * (1 - on),
    compressorA: state.compressorA * (0.7 + 0.3 * on),
    condensateLh: state.condensateLh * wet,
  };
}
