import { humRatioOf, saturatedAt, airOfHumRatio, type MoistAir } from '../psychro/air';
import { temperatureAt } from '../refrigerant/properties';
import { MACHINE } from './machine';
import type { March } from './march';

/** A machine in steady state: what its probes would read, and what it does. SI. */
export interface CycleState {
  /** kPa absolute. */
  suctionKPa: number;
  liquidKPa: number;
  evaporatingC: number;
  /** Of the refrigerant itself; gas that does not condense lifts the pressure above it. */
  condensingC: number;
  /** What its pressure makes it look like, °C: the same, where nothing but refrigerant is in there. */
  apparentCondensingC: number;
  /** 0 where liquid is carried over. */
  superheatK: number;
  /** As above; below 0 while liquid is carried over. */
  wetSuperheatK: number;
  /** 0 where the liquid line flashes. */
  subcoolingK: number;
  suctionLineC: number;
  liquidLineC: number;
  dischargeC: number;
  back: MoistAir;
  supply: MoistAir;
  /** Return less supply, dry bulb, the fan's heat in it, K. */
  dropK: number;
  outdoorInletC: number;
  outdoorLeavingC: number;
  indoorFlowM3s: number;
  outdoorFlowM3s: number;
  coilPa: number;
  /** Net of the fan's heat, kW: all of it, and what it cools dry. */
  capacityKW: number;
  sensibleKW: number;
  compressorW: number;
  outdoorFanW: number;
  indoorFanW: number;
  totalW: number;
  compressorA: number;
  outdoorFanA: number;
  /** Condensate, L/h. */
  condensateLh: number;
  /** Bounds that were hit: the high-pressure cut-out would open; the coil would ice. */
  tripped: boolean;
  icing: boolean;
  /** False where the charge fits no state inside the bounds: the nearest one is told. */
  solved: boolean;
}

/** Below this the indoor coil ices, °C (29 °F). Common practice, no source. */
const ICING_C = -1.67;

/** What a march that has come to rest reads. */
export function readingsOf(march: March, { tripped, solved }: { tripped: boolean; solved: boolean }): CycleState {
  const { air, flow } = march;
  const { back } = air;
  const coolingKW = flow * (march.suctionEnthalpy - march.liquidEnthalpy);
  const outEnthalpy = back.enthalpyKJkg - coolingKW / air.indoorKgs;
  const splitC = back.dryBulbC - sensible(march, coolingKW) / air.indoorKWK;
  // Air leaves saturated at most: where damp air would come out beyond it, less of the cooling is dry.
  const coilOutC = Math.min(back.dryBulbC, Math.max(splitC, saturatedAt(outEnthalpy, back.pressureKPa, splitC)));
  const sensibleKW = (back.dryBulbC - coilOutC) * air.indoorKWK;
  const leaving = airOfHumRatio(coilOutC, Math.max(0, Math.min(humRatioOf(outEnthalpy, coilOutC), back.humRatio)), back.pressureKPa);
  const fanKW = air.indoorFanW / 1000;
  const supply = airOfHumRatio(coilOutC + fanKW / air.indoorKWK, leaving.humRatio, back.pressureKPa);
  const waterKgs = (back.humRatio - leaving.humRatio) * air.indoorKgs;
  const amps = (watts: number) => watts / (MACHINE.volts * MACHINE.powerFactor);
  const compressorW = march.compressorKW * 1000;
  return {
    suctionKPa: march.suctionKPa,
    liquidKPa: march.liquidKPa,
    evaporatingC: march.evaporatingC,
    condensingC: march.condensingC,
    apparentCondensingC: temperatureAt(march.fit, march.liquidKPa),
    superheatK: Math.max(0, march.superheatK),
    wetSuperheatK: march.superheatK,
    subcoolingK: Math.max(0, march.subcoolingK),
    suctionLineC: march.evaporatingC + Math.max(0, march.superheatK),
    liquidLineC: march.liquidC,
    dischargeC: march.condensingC + march.dischargeSuperheatK,
    back,
    supply,
    dropK: back.dryBulbC - supply.dryBulbC,
    outdoorInletC: air.inletC,
    outdoorLeavingC: air.inletC + (flow * (march.dischargeEnthalpy - march.liquidEnthalpy)) / air.outdoorKWK,
    indoorFlowM3s: air.indoorM3s,
    outdoorFlowM3s: air.outdoorM3s,
    coilPa: air.coilPa,
    capacityKW: coolingKW - fanKW,
    sensibleKW: sensibleKW - fanKW,
    compressorW,
    outdoorFanW: air.outdoorFanW,
    indoorFanW: air.indoorFanW,
    totalW: compressorW + air.outdoorFanW + air.indoorFanW,
    compressorA: amps(compressorW),
    outdoorFanA: amps(air.outdoorFanW),
    condensateLh: waterKgs * 3600,
    tripped,
    icing: march.evaporatingC < ICING_C,
    solved,
  };
}

/** What of the cooling is dry, kW: by the surface temperature of the part that refrigerant wets. */
function sensible(march: March, coolingKW: number): number {
  const { air, fullKW } = march;
  const { back } = air;
  if (fullKW <= air.indoorKWK * (back.dryBulbC - march.evaporatingC) * 1e-9 || march.evaporatingC >= back.dewPointC) return coolingKW;
  const n = 1 - Math.exp(-march.indoorAirKWK / air.indoorKWK);
  const surfaceC = saturatedAt(back.enthalpyKJkg - fullKW / (air.indoorKgs * n), back.pressureKPa, march.evaporatingC + 3);
  const wetted = Math.min(march.wetted, 1);
  const wetKW = Math.min(fullKW, air.indoorKWK * n * (back.dryBulbC - surfaceC));
  return Math.min(coolingKW, wetted * wetKW + Math.max(0, coolingKW - wetted * fullKW));
}
