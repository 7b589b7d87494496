import { airOfWetBulb, dryAirDensity, moistHeat, type MoistAir } from '../psychro/air';
import { M3S_PER_CFM } from '../units';
import { AS_BUILT, MACHINE, type CycleInput } from './machine';

interface FanSide {
  /** Flow over the clean flow. */
  flow: number;
  /** Conductance of the air side over the clean one. */
  conductance: number;
}

/**
 * Flow through a coil of so much open area, over the clean flow: where fan and resistance meet. Coil kc·(x/φ)^1.7, the rest ks·x², the fan
 * f0 − (f0 − kc − ks)·x².
 * @param ducts resistance of the rest over what it should be
 */
export function relativeFlow(
  { coil, rest, shutOff }: { coil: number; rest: number; shutOff: number },
  open: number,
  ducts: number,
): number {
  const square = shutOff - coil - rest + rest * ducts;
  let x = 1;
  // Newton on a convex, rising function from its right-hand side: never overshoots.
  for (let n = 0; n < 40; n += 1) {
    const value = coil * (x / open) ** 1.7 + square * x * x - shutOff;
    const slope = (1.7 * coil * (x / open) ** 1.7) / x + 2 * square * x;
    const step = value / slope;
    x -= step;
    if (Math.abs(step) < 1e-10) break;
  }
  return x;
}

function side(
  fan: { coil: number; rest: number; shutOff: number },
  open: number,
  ducts: number,
  fouling: number,
  density: number,
): FanSide {
  const flow = relativeFlow(fan, open, ducts);
  return { flow, conductance: open ** (fouling * (1 - open)) * Math.sqrt(flow * density) };
}

/** The air on both sides of a machine: what it does not change itself. */
export interface AirSide {
  size: number;
  /** Air at the outdoor coil's inlet, °C. */
  inletC: number;
  /** Heat that the outdoor air carries off for each kelvin, kW/K. */
  outdoorKWK: number;
  outdoorM3s: number;
  outdoorConductance: number;
  back: MoistAir;
  /** Dry air through the indoor coil, kg/s. */
  indoorKgs: number;
  indoorM3s: number;
  /** Heat capacity of that flow, kW/K, and of one kg, kJ/K. */
  indoorKWK: number;
  heatKJkgK: number;
  indoorConductance: number;
  /** Resistance of the indoor coil, Pa. */
  coilPa: number;
  outdoorFanW: number;
  indoorFanW: number;
}

/** Flows, conductances and states of the air on both sides. @throws CoreError for air that cannot be */
export function airSideOf(input: CycleInput): AirSide {
  const { condition, pressureKPa, parts = AS_BUILT } = input;
  const size = input.tons / MACHINE.tons;
  const inletC = input.outdoorC - input.mist * (input.outdoorC - input.outdoorWetBulbC) + condition.recirculationK;
  const outdoorDensity = dryAirDensity(inletC, pressureKPa);
  const outdoor = side(MACHINE.outdoorFan, condition.outdoorOpen, 1, MACHINE.outdoorFouling, outdoorDensity / MACHINE.outdoorDensity);
  const outdoorM3s = MACHINE.outdoorCfm * M3S_PER_CFM * size * outdoor.flow * parts.outdoorFlow;

  const back = airOfWetBulb(input.returnC, input.returnWetBulbC, pressureKPa);
  const density = 1 / back.volumeM3kg;
  const share = density / MACHINE.indoorDensity;
  const indoor = side(MACHINE.indoorFan, condition.indoorOpen, condition.ducts, MACHINE.indoorFouling, share);
  const indoorM3s = MACHINE.indoorCfm * M3S_PER_CFM * size * indoor.flow * parts.indoorFlow;
  const indoorKgs = indoorM3s * density;
  const heatKJkgK = moistHeat(back.humRatio);
  return {
    size,
    inletC,
    outdoorKWK: outdoorM3s * outdoorDensity * 1.006,
    outdoorM3s,
    outdoorConductance: outdoor.conductance,
    back,
    indoorKgs,
    indoorM3s,
    indoorKWK: indoorKgs * heatKJkgK,
    heatKJkgK,
    indoorConductance: indoor.conductance,
    coilPa: (MACHINE.indoorFan.coil * (indoor.flow / condition.indoorOpen) ** 1.7 * density) / 1.2,
    outdoorFanW: MACHINE.outdoorFanW * size,
    indoorFanW: MACHINE.indoorFanW * size * (0.6 + 0.4 * indoor.flow) * share,
  };
}
