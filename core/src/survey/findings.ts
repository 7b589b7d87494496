import type { Licence } from './licence';

/** What may be found and noted besides the coil. */
export const FINDING_KINDS = [
  'line-insulation',
  'port-caps',
  'contactor',
  'capacitor',
  'compressor',
  'rusted-base',
  'pad',
  'animals',
  'drain-run',
  'no-float-switch',
  'float-switch',
  'filters',
  'wiring',
  'charge',
  'restriction',
  'valve-leak',
  'non-condensables',
  'coil-blocked',
  'airflow',
  'recirculation',
  'too-small',
  'other',
] as const;
/** One of `FINDING_KINDS`. */
export type FindingKind = (typeof FINDING_KINDS)[number];

export interface FindingFacts {
  id: FindingKind;
  name: string;
  /** What is proposed; never fixed in passing. */
  action: string;
  /** The licence that doing it wants; null for none. */
  licence: Licence | null;
}

/** Things that are not soil. Recorded, quoted, kept with the system until closed. Common practice, no source. */
export const FINDING_TABLE: Record<FindingKind, FindingFacts> = {
  'line-insulation': { id: 'line-insulation', name: 'Worn line insulation', action: 'Quote new insulation', licence: null },
  'port-caps': {
    id: 'port-caps',
    name: 'Service-port caps missing',
    action: 'Fit locking caps; what is under them is for the licensed',
    licence: null,
  },
  contactor: { id: 'contactor', name: 'Pitted contactor', action: 'Quote a contactor', licence: 'electrical' },
  capacitor: { id: 'capacitor', name: 'Weak or swollen capacitor', action: 'Quote a capacitor', licence: 'electrical' },
  compressor: {
    id: 'compressor',
    name: 'Hard-starting or seized compressor',
    action: 'Refer before anything is opened',
    licence: 'refrigerant',
  },
  'rusted-base': { id: 'rusted-base', name: 'Rusted base', action: 'Treat or quote', licence: null },
  pad: { id: 'pad', name: 'Unsound pad', action: 'Quote levelling', licence: null },
  animals: { id: 'animals', name: 'Wasps or animals in it', action: 'Have them moved by someone who may', licence: null },
  'drain-run': { id: 'drain-run', name: 'Drain run into a gutter', action: 'Quote a proper run', licence: null },
  'no-float-switch': { id: 'no-float-switch', name: 'No float switch', action: 'Quote a float switch', licence: 'electrical' },
  'float-switch': { id: 'float-switch', name: 'Float switch does nothing', action: 'Quote a float switch', licence: 'electrical' },
  filters: { id: 'filters', name: 'Filters to order', action: 'Order, size noted', licence: null },
  wiring: { id: 'wiring', name: 'Wiring damage', action: 'Power stays off; refer', licence: 'electrical' },
  charge: { id: 'charge', name: 'Refrigerant charge', action: 'Leak search, repair, weigh in the charge', licence: 'refrigerant' },
  restriction: {
    id: 'restriction',
    name: 'Restriction of the liquid line',
    action: 'Temperature drop along the liquid line, then open what is blocked',
    licence: 'refrigerant',
  },
  'valve-leak': { id: 'valve-leak', name: 'Leaking compressor valve', action: 'Pump-down test; then quote', licence: 'refrigerant' },
  'non-condensables': {
    id: 'non-condensables',
    name: 'Air in the circuit',
    action: 'Recover, evacuate, weigh in new refrigerant',
    licence: 'refrigerant',
  },
  'coil-blocked': {
    id: 'coil-blocked',
    name: 'Coil still blocked',
    action: 'Light test again, inner row too; comb; second wash',
    licence: null,
  },
  airflow: {
    id: 'airflow',
    name: 'Blower or ducts',
    action: 'Filter and registers, blower wheel and speed, then the ducts',
    licence: null,
  },
  'too-small': { id: 'too-small', name: 'Too small for its house', action: 'Reckon the load of the house; quote', licence: null },
  recirculation: { id: 'recirculation', name: 'Hot air drawn in again', action: 'Clear two feet all round and five above', licence: null },
  other: { id: 'other', name: 'Something else', action: 'As noted', licence: null },
};
