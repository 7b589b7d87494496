import { CoreError, tableOf } from '../errors';
/** How a coil is built. It decides what chemistry may touch it. `unknown` is treated as the most delicate kind that fits. */
export const CONSTRUCTIONS = [
  'copper-plate-fin',
  'aluminium-plate-fin',
  'microchannel',
  'spine-fin-copper',
  'spine-fin-aluminium',
  'coated',
  'unknown',
] as const;
/** One of `CONSTRUCTIONS`. */
export type Construction = (typeof CONSTRUCTIONS)[number];

/** Which side of the circuit a coil is on. */
export const COIL_ROLES = ['condenser', 'evaporator'] as const;
/** One of `COIL_ROLES`. */
export type CoilRole = (typeof COIL_ROLES)[number];

/** How each coil is called. */
export const ROLE_NAMES: Record<CoilRole, string> = tableOf('coil', { condenser: 'Outdoor coil', evaporator: 'Indoor coil' });

/**
 * How one coil is called among others of its system.
 * @param coil its role, and the name it was given, if any
 * @returns its name, else what it is
 * @example coilName({ role: 'evaporator', name: 'Bedroom head' }) // "Bedroom head"
 */
export const coilName = (coil: { role: CoilRole; name?: string }): string => coil.name || ROLE_NAMES[coil.role];

/** Which column of the chemistry chart a coil belongs to. */
export type ChemistryGroup = 'plate-fin' | 'water-first' | 'microchannel' | 'evaporator';

export interface ConstructionFacts {
  id: Construction;
  name: string;
  howToKnow: string;
  /** Column of the chart when the coil stands outdoors; any indoor coil is in the evaporator column. */
  outdoorGroup: Exclude<ChemistryGroup, 'evaporator'>;
  /** Aluminium tubes: strong alkali or acid attacks the tube itself, whatever the role. */
  aluminiumTube: boolean;
  handling: string;
}

/** Common practice, no source; the maker's manual outranks it. */
export const CONSTRUCTION_TABLE: Record<Construction, ConstructionFacts> = tableOf('construction', {
  'copper-plate-fin': {
    id: 'copper-plate-fin',
    name: 'Copper tube, plate fin',
    howToKnow: 'Round copper tubes through continuous thin fins',
    outdoorGroup: 'plate-fin',
    aluminiumTube: false,
    handling: 'Fins bend easily: brush only along them',
  },
  'aluminium-plate-fin': {
    id: 'aluminium-plate-fin',
    name: 'All-aluminium, plate fin',
    howToKnow: 'Silver tubes, no copper to be seen',
    outdoorGroup: 'water-first',
    aluminiumTube: true,
    handling: 'Fins bend easily: brush only along them',
  },
  microchannel: {
    id: 'microchannel',
    name: 'Microchannel',
    howToKnow: 'Flat tubes with folded fins brazed between them, thin front to back',
    outdoorGroup: 'microchannel',
    aluminiumTube: true,
    handling: 'No brushing across, lowest pressure',
  },
  'spine-fin-copper': {
    id: 'spine-fin-copper',
    name: 'Spine fin, copper tube',
    howToKnow: 'Bristles of aluminium wound on a copper tube',
    outdoorGroup: 'plate-fin',
    aluminiumTube: false,
    handling: 'Wash from both sides, back and forth: dirt pushed one way catches',
  },
  'spine-fin-aluminium': {
    id: 'spine-fin-aluminium',
    name: 'Spine fin, aluminium tube',
    howToKnow: 'Bristles of aluminium wound on a silver tube',
    outdoorGroup: 'water-first',
    aluminiumTube: true,
    handling: 'Wash from both sides, back and forth: dirt pushed one way catches',
  },
  coated: {
    id: 'coated',
    name: 'Coated',
    howToKnow: 'Coloured fins, or the plate says coated',
    outdoorGroup: 'water-first',
    aluminiumTube: false,
    handling: 'No brush pressure',
  },
  unknown: {
    id: 'unknown',
    name: 'Not sure',
    howToKnow: 'Treated as all-aluminium until someone looks again',
    outdoorGroup: 'water-first',
    aluminiumTube: true,
    handling: 'Treat as the most delicate kind',
  },
});

/**
 * The group of cleaners that a coil is chosen from.
 * @param role which side of the circuit
 * @param construction of the coil
 * @returns the column of the chart
 * @throws CoreError unknown `coil` or `construction`
 * @example chemistryGroup('evaporator', 'copper-plate-fin') // 'evaporator'
 */
export function chemistryGroup(role: CoilRole, construction: Construction): ChemistryGroup {
  const { outdoorGroup } = CONSTRUCTION_TABLE[construction];
  if (role === 'evaporator') return 'evaporator';
  if (role !== 'condenser') throw new CoreError('unknown', 'coil', `There is no coil called ${String(role)}.`);
  return outdoorGroup;
}
