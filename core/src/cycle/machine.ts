import type { Refrigerant } from '../equipment';
import type { FittedRefrigerant } from '../refrigerant/fits';

/** How liquid is let into the indoor coil. */
export type Metering = 'orifice' | 'valve';

/** What is wrong with a machine, each at its own size; a sound and clean one has none of it. */
export interface Condition {
  /** Open area of the outdoor coil, 0.2…1. */
  outdoorOpen: number;
  /** Open area of the indoor coil, 0.2…1. */
  indoorOpen: number;
  /** Refrigerant in it over what belongs in it, 0.6…1.25. */
  charge: number;
  /** Share of the pressure before the metering device that a restriction of the liquid line takes, 0…0.4. */
  restriction: number;
  /** Share of the compressor's flow that leaks back through its valve, 0…0.4. */
  leak: number;
  /** Pressure of gas that does not condense, kPa. */
  nonCondensableKPa: number;
  /** Resistance of the ducts over what it should be; 1 as it should be. */
  ducts: number;
  /** Hot air of its own that it draws in again: how much warmer the air at the coil inlet is than outdoors, K. */
  recirculationK: number;
}

/** Open area of a coil by its grade, 0 to 4. Judgment. */
export const OPEN_BY_GRADE: readonly number[] = [1, 0.87, 0.72, 0.55, 0.38];

/** A clean machine with nothing wrong. */
export const SOUND: Condition = {
  outdoorOpen: 1,
  indoorOpen: 1,
  charge: 1,
  restriction: 0,
  leak: 0,
  nonCondensableKPa: 0,
  ducts: 1,
  recirculationK: 0,
};

/** How one machine's parts differ from the plate's, as shares: two of one plate are never the same. */
export interface Parts {
  swept: number;
  orifice: number;
  condenser: number;
  evaporator: number;
  outdoorFlow: number;
  indoorFlow: number;
}

/** Parts as the model has them. */
export const AS_BUILT: Parts = { swept: 1, orifice: 1, condenser: 1, evaporator: 1, outdoorFlow: 1, indoorFlow: 1 };

/** What a machine is, and the air it works in. */
export interface CycleInput {
  refrigerant: FittedRefrigerant;
  metering: Metering;
  /** Nominal tons of cooling, 1…5. */
  tons: number;
  /** Outdoors in the shade, dry bulb °C. */
  outdoorC: number;
  /** Outdoors, wet bulb °C; only misting asks for it. */
  outdoorWetBulbC: number;
  /** Share of the way to its wet bulb that a mist cools the air before the outdoor coil, 0…1. */
  mist: number;
  returnC: number;
  returnWetBulbC: number;
  /** Barometric pressure of the place, kPa absolute. */
  pressureKPa: number;
  condition: Condition;
  parts?: Parts;
  /** A refrigerant without a machine of its own that this one stands for: its gauges read that one’s pressures. */
  standsFor?: Refrigerant;
}

/** What a refrigerant's machine has of its own at three tons: judgment, tuned to the rating point. */
interface Build {
  /** Volume that the compressor sweeps, m³/s. */
  sweptM3s: number;
  /** Flow factor of the orifice, kg/s per √(kg/m³ · kPa). */
  orifice: number;
  /** Charge, kg. */
  chargeKg: number;
}

/** Builds by refrigerant, 3 tons. Source: judgment, tuned to 36.0 kBtu/h, 10 °F superheat and 10 °F subcooling at 95/80/67 °F. */
export const BUILDS: Record<FittedRefrigerant, Build> = {
  'R-410A': { sweptM3s: 1.9927e-3, orifice: 4.8114e-5, chargeKg: 2.3168 },
  'R-22': { sweptM3s: 2.797e-3, orifice: 5.6384e-5, chargeKg: 2.1437 },
  'R-32': { sweptM3s: 1.7629e-3, orifice: 3.2937e-5, chargeKg: 1.9232 },
};

/** Figures of a machine at three tons, all judgment; flows, conductances, volumes and watts go with the tons. */
export const MACHINE = {
  tons: 3,
  outdoorCfm: 2600,
  indoorCfm: 1200,
  /** Pa: coil, rest, fan at no flow. */
  outdoorFan: { coil: 25, rest: 10, shutOff: 45 },
  indoorFan: { coil: 60, rest: 80, shutOff: 300 },
  outdoorFanW: 200,
  indoorFanW: 390,
  /** Air densities that the flows and conductances are for, kg/m³: dry outdoors, 1/moist volume indoors. */
  outdoorDensity: 1.146,
  indoorDensity: 1.163,
  /** Condenser conductances, kW/K, with the share of each that is on the refrigerant's side. */
  condensing: { kWK: 2.45, inside: 0.3 },
  desuperheating: { kWK: 1.6, inside: 0.65 },
  subcooling: { kWK: 0.9, inside: 0.65 },
  /** Indoor coil: air side, refrigerant side, superheating part, kW/K. */
  indoorAirKWK: 1.3,
  indoorRefrigerantKWK: 2.9,
  superheatingKWK: 0.14,
  /** How fast a blocked coil loses conductance beyond its flow. */
  outdoorFouling: 1.8,
  indoorFouling: 0.95,
  /** Internal volumes, litres; liquid that a wet suction leaves in the shell, kg. */
  condenserL: 3.6,
  evaporatorL: 2.6,
  liquidLineL: 0.37,
  suctionL: 6,
  shellKg: 2.5,
  /** Superheat that a valve holds, K, and how far it opens beyond its size. */
  valveK: 5.556,
  valveOpen: 1.4,
  powerFactor: 0.95,
  volts: 230,
} as const;
