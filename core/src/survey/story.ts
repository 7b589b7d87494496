import { tableOf } from '../errors';
import type { AsFound } from './asFound';

/** What people complain of. */
export const SYMPTOMS = ['weak-cooling', 'long-runs', 'high-bill', 'ice', 'water-indoors', 'noise', 'breaker-trips', 'smell'] as const;
/** One of `SYMPTOMS`. */
export type Symptom = (typeof SYMPTOMS)[number];

/** The same in words. */
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

/** What about a place explains soil. */
export const STORY_FACTS = ['dryer-vent', 'dogs', 'mowing', 'trees', 'building-dust', 'long-idle', 'never-washed'] as const;
/** One of `STORY_FACTS`. */
export type StoryFact = (typeof STORY_FACTS)[number];

/** The same in words. */
export const STORY_NAMES: Record<StoryFact, string> = {
  'dryer-vent': 'Dryer vent near',
  dogs: 'Dogs',
  mowing: 'Mower throws this way',
  trees: 'Seed trees',
  'building-dust': 'Building dust',
  'long-idle': 'Long idle',
  'never-washed': 'No wash on record',
};

/** What meters the refrigerant. */
export const METERING_DEVICES = ['unknown', 'expansion-valve', 'fixed-orifice'] as const;
/** One of `METERING_DEVICES`. */
export type MeteringDevice = (typeof METERING_DEVICES)[number];

/** The same in words. */
export const METERING_NAMES: Record<MeteringDevice, string> = tableOf('metering device', {
  unknown: 'Not sure',
  'expansion-valve': 'Expansion valve',
  'fixed-orifice': 'Fixed orifice',
});

/** Efficiency era, by the plate's rating: it sets what condensing temperature to expect. Common practice, no source. */
export const EFFICIENCY_ERAS = ['unknown', 'under-10', '10-12', '13-15', '16-up'] as const;
/** One of `EFFICIENCY_ERAS`. */
export type EfficiencyEra = (typeof EFFICIENCY_ERAS)[number];

/** Eras of efficiency in words. */
export const EFFICIENCY_NAMES: Record<EfficiencyEra, string> = {
  unknown: 'Not sure',
  'under-10': 'Under SEER 10',
  '10-12': 'SEER 10 to 12',
  '13-15': 'SEER 13 to 15',
  '16-up': 'SEER 16 up',
};

/** Things met on arrival that stop work, put it off, or change how it is done. */
export const ARRIVAL_HAZARDS = ['damaged-wiring', 'unsafe-roof', 'storm', 'live-animals', 'harmless-animals', 'no-water', 'rain'] as const;
/** One of `ARRIVAL_HAZARDS`. */
export type ArrivalHazard = (typeof ARRIVAL_HAZARDS)[number];

/** Hazards that are met outdoors, and say nothing of a coil in the house. */
export const OUTDOOR_HAZARDS: readonly ArrivalHazard[] = ['unsafe-roof', 'storm', 'live-animals', 'harmless-animals', 'no-water', 'rain'];

/** What may be met on arrival, in words. */
export const ARRIVAL_HAZARD_NAMES: Record<ArrivalHazard, string> = {
  'damaged-wiring': 'Damaged wiring',
  'unsafe-roof': 'Roof or ladder not safe',
  storm: 'Storm near',
  'live-animals': 'Animals that sting, bite or nest in it',
  'harmless-animals': 'A frog or toad in it',
  'no-water': 'No hose at the outdoor unit',
  rain: 'Rain',
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
  /** How it was found on trying it, before anything was opened. */
  asFound?: AsFound | undefined;
}

/**
 * What is known before the owner has told anything.
 * @returns a story with nothing in it
 * @example noStory().helper // false
 */
export const noStory = (): VisitStory => ({ symptoms: [], facts: [], hazards: [], lastService: '', helper: false });

/**
 * A story as it was stored, with what was not asked in its day left open.
 * @param stored as it was kept, perhaps by an older version
 * @returns with nothing left out
 * @example completeStory({ helper: true }).symptoms // []
 */
export const completeStory = (stored: Partial<VisitStory>): VisitStory => ({ ...noStory(), ...stored });
