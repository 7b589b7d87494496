import { tableOf } from '../errors';
import type { Source } from '../because';
import { commonPractice, fromMemory } from '../because';
import type { Condition } from '../cycle';
import type { FindingKind } from '../survey';
import type { SignId } from '../verdict';

/** What may be left after the wash. */
export const FAULT_IDS = [
  'lowCharge',
  'overcharge',
  'restriction',
  'valveLeak',
  'nonCondensables',
  'dirtyOutdoor',
  'dirtyIndoor',
  'ducts',
  'recirculation',
] as const;
/** One of `FAULT_IDS`. */
export type FaultId = (typeof FAULT_IDS)[number];

/** Up, down, or not told. */
export type Sign = 1 | -1 | 0;

/** One fault: its words, its finding, how common it is and how it shows. */
export interface FaultRow {
  name: string;
  /** What it is, and why a wash does not mend it, a sentence. */
  words: string;
  /** What it is noted as; what to do and who may is that finding’s. */
  finding: FindingKind;
  /** How common it is among systems that still do not cool, before anything is measured. Judgment. */
  prior: number;
  /** What the model is given for a moderate and for a large one; null where the model is not asked. */
  sizes: readonly [Partial<Condition>, Partial<Condition>] | null;
  /** Published signs against a clean unit in the same air; left out where none is published. */
  signs: Partial<Record<SignId, Sign>>;
  source: Source;
}

const rossiBraun = fromMemory('Rossi and Braun (1997), rule table of fault signs');

/**
 * Faults by their signs. Sizes are chosen so that the larger costs a quarter of the cooling or so, within what the model bears.
 */
export const FAULTS: Record<FaultId, FaultRow> = tableOf('fault', {
  lowCharge: {
    name: 'Low charge',
    words: 'Too little refrigerant: there is a leak. Adding without finding it puts it off.',
    finding: 'charge',
    prior: 0.2,
    sizes: [{ charge: 0.87 }, { charge: 0.72 }],
    signs: { evaporating: -1, superheat: 1, condensingOver: -1, subcooling: -1, discharge: 1, outdoorRise: -1, drop: -1 },
    source: rossiBraun,
  },
  overcharge: {
    name: 'Overcharge',
    words: 'Too much refrigerant stands as liquid in the condenser and takes its face.',
    finding: 'charge',
    prior: 0.08,
    sizes: [{ charge: 1.1 }, { charge: 1.22 }],
    signs: { condensingOver: 1, subcooling: 1 },
    source: commonPractice,
  },
  restriction: {
    name: 'Restriction of the liquid line',
    words: 'A blocked drier, a kinked line or a stuck metering device starves the indoor coil.',
    finding: 'restriction',
    prior: 0.08,
    sizes: [{ restriction: 0.17 }, { restriction: 0.36 }],
    signs: { evaporating: -1, superheat: 1, condensingOver: -1, subcooling: 1, discharge: 1, outdoorRise: -1, drop: -1 },
    source: rossiBraun,
  },
  valveLeak: {
    name: 'Leaking compressor valve',
    words: 'Gas leaks back through the compressor: it runs and pumps little.',
    finding: 'valve-leak',
    prior: 0.06,
    sizes: [{ leak: 0.12 }, { leak: 0.28 }],
    signs: { evaporating: 1, superheat: -1, condensingOver: -1, subcooling: -1, discharge: 1, outdoorRise: -1, drop: -1 },
    source: rossiBraun,
  },
  nonCondensables: {
    name: 'Air in the circuit',
    words: 'Air or nitrogen stands in the condenser and lifts the pressure above what the liquid’s temperature tells.',
    finding: 'non-condensables',
    prior: 0.05,
    sizes: [{ nonCondensableKPa: 150 }, { nonCondensableKPa: 400 }],
    signs: { condensingOver: 1, subcooling: 1, discharge: 1 },
    source: commonPractice,
  },
  dirtyOutdoor: {
    name: 'Outdoor coil still blocked',
    words: 'Dirt between fins or rows, or bent fins, still keeps air from the condenser.',
    finding: 'coil-blocked',
    prior: 0.2,
    sizes: [{ outdoorOpen: 0.68 }, { outdoorOpen: 0.4 }],
    signs: { evaporating: 1, superheat: -1, condensingOver: 1, subcooling: -1, discharge: 1, outdoorRise: 1, drop: -1 },
    source: rossiBraun,
  },
  dirtyIndoor: {
    name: 'Indoor coil still blocked',
    words: 'The indoor coil lets too little air through: its static pressure tells it from the ducts.',
    finding: 'coil-blocked',
    prior: 0.13,
    sizes: [{ indoorOpen: 0.62 }, { indoorOpen: 0.36 }],
    signs: { evaporating: -1, superheat: -1, condensingOver: -1, subcooling: -1, discharge: -1, outdoorRise: -1, drop: 1 },
    source: rossiBraun,
  },
  ducts: {
    name: 'Blower or ducts',
    words: 'Too little air, and not for the coil’s sake: blower speed, wheel, filter, closed or crushed ducts.',
    finding: 'airflow',
    prior: 0.12,
    sizes: [{ ducts: 2.4 }, { ducts: 5 }],
    signs: { evaporating: -1, superheat: -1, condensingOver: -1, drop: 1 },
    source: commonPractice,
  },
  recirculation: {
    name: 'Hot air drawn in again',
    words: 'The outdoor unit breathes its own air: a fence, a wall or shrubs too near.',
    finding: 'recirculation',
    prior: 0.08,
    sizes: null,
    signs: { recirculation: 1 },
    source: commonPractice,
  },
});
