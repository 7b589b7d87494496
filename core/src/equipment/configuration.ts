import { tableOf } from '../errors';
import type { CoilRole } from './construction';

/** How a system is put together. */
export const CONFIGURATIONS = [
  'split-cool',
  'split-heat-pump',
  'package-ac',
  'package-heat-pump',
  'package-gas-electric',
  'ductless-split',
] as const;
/** One of `CONFIGURATIONS`. */
export type Configuration = (typeof CONFIGURATIONS)[number];

/** Something that must be isolated and proven dead on its own. */
export const POWER_SOURCES = ['outdoor-unit', 'air-handler', 'package-unit', 'wall-head'] as const;
/** One of `POWER_SOURCES`. */
export type PowerSource = (typeof POWER_SOURCES)[number];

export interface ConfigurationFacts {
  id: Configuration;
  name: string;
  /** Which source feeds the place where each coil stands. One cabinet: the same source twice. */
  sourceFor: Record<CoilRole, PowerSource>;
  gas: boolean;
  package: boolean;
  ductless: boolean;
}

const split = { condenser: 'outdoor-unit', evaporator: 'air-handler' } as const;
const packaged = { condenser: 'package-unit', evaporator: 'package-unit' } as const;

/** What follows from that. */
export const CONFIGURATION_TABLE: Record<Configuration, ConfigurationFacts> = tableOf('configuration', {
  'split-cool': { id: 'split-cool', name: 'Split, cooling only', sourceFor: split, gas: false, package: false, ductless: false },
  'split-heat-pump': { id: 'split-heat-pump', name: 'Split heat pump', sourceFor: split, gas: false, package: false, ductless: false },
  'package-ac': { id: 'package-ac', name: 'Package air conditioner', sourceFor: packaged, gas: false, package: true, ductless: false },
  'package-heat-pump': {
    id: 'package-heat-pump',
    name: 'Package heat pump',
    sourceFor: packaged,
    gas: false,
    package: true,
    ductless: false,
  },
  'package-gas-electric': {
    id: 'package-gas-electric',
    name: 'Package gas/electric',
    sourceFor: packaged,
    gas: true,
    package: true,
    ductless: false,
  },
  'ductless-split': {
    id: 'ductless-split',
    name: 'Ductless split',
    sourceFor: { condenser: 'outdoor-unit', evaporator: 'wall-head' },
    gas: false,
    package: false,
    ductless: true,
  },
});

/**
 * Whether its refrigerant circuit heats in winter too: a heat pump, and a ductless head, which nearly always is one.
 * @param configuration of the system
 * @returns true when it runs in winter too
 * @example alsoHeats('split-heat-pump') // true
 */
export const alsoHeats = (configuration: Configuration): boolean =>
  configuration.endsWith('heat-pump') || CONFIGURATION_TABLE[configuration].ductless;

const PACKAGE_COILS = { condenser: 2, evaporator: 2 } as const;
/** Most coils of each role that one system of a kind has: a multi-split feeds up to eight heads, a package unit may have two circuits. Common practice, no source. */
export const MOST_COILS: Record<Configuration, Record<CoilRole, number>> = tableOf('configuration', {
  'split-cool': { condenser: 1, evaporator: 1 },
  'split-heat-pump': { condenser: 1, evaporator: 1 },
  'package-ac': PACKAGE_COILS,
  'package-heat-pump': PACKAGE_COILS,
  'package-gas-electric': PACKAGE_COILS,
  'ductless-split': { condenser: 1, evaporator: 8 },
});

/** Power sources in words. */
export const POWER_SOURCE_NAMES: Record<PowerSource, string> = {
  'outdoor-unit': 'Outdoor unit',
  'air-handler': 'Air handler',
  'package-unit': 'Package unit, every circuit',
  'wall-head': 'Wall head',
};

/** Refrigerants met. */
export const REFRIGERANTS = ['R-22', 'R-410A', 'R-32', 'R-454B', 'unknown'] as const;
/** One of `REFRIGERANTS`. */
export type Refrigerant = (typeof REFRIGERANTS)[number];

/**
 * Mildly flammable (class A2L): no ignition source, leak-check before electrical work, ventilate.
 * @param refrigerant on the data plate
 * @returns true when mildly flammable
 * @example isA2L('R-32') // true
 */
export const isA2L = (refrigerant: Refrigerant): boolean => refrigerant === 'R-32' || refrigerant === 'R-454B';
