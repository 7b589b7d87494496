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
  'other',
] as const;
/** One of `FINDING_KINDS`. */
export type FindingKind = (typeof FINDING_KINDS)[number];

export interface FindingFacts {
  id: FindingKind;
  name: string;
  /** What is proposed; never fixed in passing. */
  action: string;
  /** Only someone licensed for it may do it. */
  licensed: boolean;
}

/** Things that are not soil. Recorded, quoted, kept with the system until closed. Common practice, no source. */
export const FINDING_TABLE: Record<FindingKind, FindingFacts> = {
  'line-insulation': { id: 'line-insulation', name: 'Worn line insulation', action: 'Quote new insulation', licensed: false },
  'port-caps': {
    id: 'port-caps',
    name: 'Service-port caps missing',
    action: 'Fit locking caps; what is under them is for the licensed',
    licensed: false,
  },
  contactor: { id: 'contactor', name: 'Pitted contactor', action: 'Quote a contactor', licensed: true },
  capacitor: { id: 'capacitor', name: 'Swollen capacitor', action: 'Quote a capacitor', licensed: true },
  compressor: { id: 'compressor', name: 'Hard-starting or seized compressor', action: 'Refer before anything is opened', licensed: true },
  'rusted-base': { id: 'rusted-base', name: 'Rusted base', action: 'Treat or quote', licensed: false },
  pad: { id: 'pad', name: 'Unsound pad', action: 'Quote levelling', licensed: false },
  animals: { id: 'animals', name: 'Wasps or animals in it', action: 'Have them moved by someone who may', licensed: false },
  'drain-run': { id: 'drain-run', name: 'Drain run into a gutter', action: 'Quote a proper run', licensed: false },
  'no-float-switch': { id: 'no-float-switch', name: 'No float switch', action: 'Quote a float switch', licensed: true },
  'float-switch': { id: 'float-switch', name: 'Float switch does nothing', action: 'Quote a float switch', licensed: true },
  filters: { id: 'filters', name: 'Filters to order', action: 'Order, size noted', licensed: false },
  wiring: { id: 'wiring', name: 'Wiring damage', action: 'Power stays off; refer', licensed: true },
  other: { id: 'other', name: 'Something else', action: 'As noted', licensed: false },
};
