export const SYMPTOMS = ['weak-cooling', 'long-runs', 'high-bill', 'ice', 'water-indoors', 'noise', 'breaker-trips', 'smell'] as const;
export type Symptom = (typeof SYMPTOMS)[number];

export const SYMPTOM_NAMES: Record<Symptom, string> = {
  'weak-cooling': 'Weak cooling',
  'long-runs': 'Long runs',
  'high-bill': 'High bill',
  ice: 'Ice seen',
  'water-indoors': 'Water indoors',
  noise: 'Noise',
  'breaker-trips': 'Breaker trips',
  smell: 'Smell',
};

/** Symptoms that a blocked coil gives; with one of these a wash is planned whatever the face looks like. */
export const COOLING_SYMPTOMS: readonly Symptom[] = ['weak-cooling', 'long-runs', 'high-bill'];

export const STORY_FACTS = ['dryer-vent', 'dogs', 'mowing', 'trees', 'building-dust', 'long-idle', 'never-washed'] as const;
export type StoryFact = (typeof STORY_FACTS)[number];

export const STORY_NAMES: Record<StoryFact, string> = {
  'dryer-vent': 'Dryer vent near',
  dogs: 'Dogs',
  mowing: 'Mower throws this way',
  trees: 'Seed trees',
  'building-dust': 'Building dust',
  'long-idle': 'Long idle',
  'never-washed': 'No wash on record',
};

export const METERING_DEVICES = ['unknown', 'expansion-valve', 'fixed-orifice'] as const;
export type MeteringDevice = (typeof METERING_DEVICES)[number];

export const METERING_NAMES: Record<MeteringDevice, string> = {
  unknown: 'Not sure',
  'expansion-valve': 'Expansion valve',
  'fixed-orifice': 'Fixed orifice',
};

/** Efficiency era, by the plate's rating: it sets what condensing temperature to expect. Common practice, no source. */
export const EFFICIENCY_ERAS = ['unknown', 'under-10', '10-12', '13-15', '16-up'] as const;
export type EfficiencyEra = (typeof EFFICIENCY_ERAS)[number];

export const EFFICIENCY_NAMES: Record<EfficiencyEra, string> = {
  unknown: 'Not sure',
  'under-10': 'Under SEER 10',
  '10-12': 'SEER 10 to 12',
  '13-15': 'SEER 13 to 15',
  '16-up': 'SEER 16 up',
};

/** Things met on arrival that stop work, put it off, or change how it is done. */
export const ARRIVAL_HAZARDS = ['damaged-wiring', 'unsafe-roof', 'storm', 'live-animals', 'harmless-animals', 'no-water'] as const;
export type ArrivalHazard = (typeof ARRIVAL_HAZARDS)[number];

export const ARRIVAL_HAZARD_NAMES: Record<ArrivalHazard, string> = {
  'damaged-wiring': 'Damaged wiring',
  'unsafe-roof': 'Roof or ladder not safe',
  storm: 'Storm near',
  'live-animals': 'Animals that sting, bite or nest in it',
  'harmless-animals': 'A frog or toad in it',
  'no-water': 'No water at the coil',
};

/** What the customer says and what stands around, for the whole visit. */
export interface VisitStory {
  symptoms: Symptom[];
  facts: StoryFact[];
  hazards: ArrivalHazard[];
  /** When the owner says it was washed last, in their words. */
  lastService: string;
  /** A second pair of hands is here. */
  helper: boolean;
}

export const noStory = (): VisitStory => ({ symptoms: [], facts: [], hazards: [], lastService: '', helper: false });

/** A story as it was stored, with what was not asked in its day left open. */
export const completeStory = (stored: Partial<VisitStory>): VisitStory => ({ ...noStory(), ...stored });
