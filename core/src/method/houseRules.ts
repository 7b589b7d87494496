import type { LongestWait } from '../interval';
import { LITRES_PER_GALLON, METRES_PER_INCH, type UnitSystem } from '../units';

/** Water before a cleaner, a cleaner at once, or the household mix. */
export const CHEMISTRY_SCHOOLS = ['water-first', 'cleaner', 'household'] as const;
/** Which way outdoor coils are rinsed. */
export const RINSE_SCHOOLS = ['inside-then-outside', 'inside-out', 'outside-inside-outside', 'outside-only'] as const;
/** How long foam is left on. */
export const DWELL_SCHOOLS = ['short', 'long'] as const;
/** What is done about foam that its label lets condensate rinse. */
export const NO_RINSE_SCHOOLS = ['condensate', 'rinse-anyway'] as const;

/** Where the lid is during the outside rinse. */
export const LID_SCHOOLS = ['off-throughout', 'back-on-first'] as const;
/** What is done about pan holes that are too small. */
export const PAN_HOLE_SCHOOLS = ['never-drill', 'enlarge-with-consent'] as const;
/** What is done with clip-on debris screens. */
export const SCREEN_SCHOOLS = ['refit', 'leave-off'] as const;
/** How electrics outdoors are kept from water. */
export const ELECTRICS_SCHOOLS = ['shield-everything', 'no-direct-spray'] as const;
/** How drains are treated. */
export const DRAIN_SCHOOLS = ['rod-or-vacuum', 'bought-product', 'bleach'] as const;
/** How hard outdoor coils are rinsed. */
export const FORCE_SCHOOLS = ['hand-over-hose', 'gentle-fan', 'full-straight', 'washer-low'] as const;
/** How long a coil drips and rests before power. */
export const DRIP_SCHOOLS = ['none-outdoors', 'five', 'fifteen', 'thirty-indoors'] as const;

/** What is done to a coil before foam, where its label allows. */
export const PRE_WETS = ['dry', 'mist', 'rinse'] as const;
/** One of `PRE_WETS`. */
export type PreWet = (typeof PRE_WETS)[number];

/** Where a small battery washer is used: without a tap alone; low indoors too; high on stiff outdoor fins where there is no tap. */
export const BUCKET_WASHERS = ['no-tap', 'indoors-too', 'high-on-stiff'] as const;
/** One of `BUCKET_WASHERS`. */
export type BucketWasher = (typeof BUCKET_WASHERS)[number];

/** What is read around a wash: nothing, the split and condensing over ambient, or the whole set. */
export const READING_CHOICES = ['none', 'quick', 'full'] as const;
/** One of `READING_CHOICES`. */
export type ReadingChoice = (typeof READING_CHOICES)[number];

/** One of `LID_SCHOOLS`. */
export type LidSchool = (typeof LID_SCHOOLS)[number];
/** One of `PAN_HOLE_SCHOOLS`. */
export type PanHoleSchool = (typeof PAN_HOLE_SCHOOLS)[number];
/** One of `SCREEN_SCHOOLS`. */
export type ScreenSchool = (typeof SCREEN_SCHOOLS)[number];
/** One of `ELECTRICS_SCHOOLS`. */
export type ElectricsSchool = (typeof ELECTRICS_SCHOOLS)[number];
/** One of `FORCE_SCHOOLS`. */
export type ForceSchool = (typeof FORCE_SCHOOLS)[number];
/** One of `DRIP_SCHOOLS`. */
export type DripSchool = (typeof DRIP_SCHOOLS)[number];
/** One of `DRAIN_SCHOOLS`. */
export type DrainSchool = (typeof DRAIN_SCHOOLS)[number];
/** One of `CHEMISTRY_SCHOOLS`. */
export type ChemistrySchool = (typeof CHEMISTRY_SCHOOLS)[number];
/** One of `RINSE_SCHOOLS`. */
export type RinseSchool = (typeof RINSE_SCHOOLS)[number];
/** One of `DWELL_SCHOOLS`. */
export type DwellSchool = (typeof DWELL_SCHOOLS)[number];
/** One of `NO_RINSE_SCHOOLS`. */
export type NoRinseSchool = (typeof NO_RINSE_SCHOOLS)[number];

/** The shop's choices where good technicians differ. */
export interface HouseRules {
  units: UnitSystem;
  chemistry: ChemistrySchool;
  rinse: RinseSchool;
  dwell: DwellSchool;
  noRinse: NoRinseSchool;
  /** Whether a coil is wetted before foam. */
  preWet: PreWet;
  /** Below this outdoor air temperature no coil is washed, °C. */
  minimumOutdoorC: number;
  /** Price of an hour's work, in the shop's money; 0 shows no prices. */
  hourlyRate: number;
  /** Price of water, the shop's money for each m³; 0 leaves water out of the cost. */
  waterPricePerM3: number;
  /** Price of energy, the shop's money for each kWh; 0 shows no savings in money. */
  energyPricePerKwh: number;
  lid: LidSchool;
  panHoles: PanHoleSchool;
  screens: ScreenSchool;
  electrics: ElectricsSchool;
  drain: DrainSchool;
  /** How hard to rinse outdoors, as far as the fins allow. */
  force: ForceSchool;
  /** Where a small battery washer is used. */
  bucketWasher: BucketWasher;
  /** How long a coil drips and rests before power goes back. */
  drip: DripSchool;
  /** What is read before and after, where the visit says nothing else. */
  readings: ReadingChoice;
  /** How long a coil may wait at most, whatever it taught. */
  longestWait: LongestWait;
  /** Cleaners taken before others of their class, by id, first choice first. */
  preferredCleaners: string[];
  /** Room to keep clear all round the outdoor unit, and above it, m. */
  clearanceM: number;
  clearanceTopM: number;
  /** What a garden hose, a pump sprayer and a small washer give, L/min. */
  hoseLMin: number;
  sprayerLMin: number;
  washerLMin: number;
}

/** What a shop goes by until it chooses. */
export const DEFAULT_HOUSE_RULES: HouseRules = {
  units: 'us',
  chemistry: 'water-first',
  rinse: 'inside-then-outside',
  dwell: 'long',
  noRinse: 'condensate',
  preWet: 'rinse',
  minimumOutdoorC: (40 - 32) / 1.8,
  hourlyRate: 0,
  waterPricePerM3: 0,
  energyPricePerKwh: 0,
  lid: 'off-throughout',
  panHoles: 'never-drill',
  screens: 'refit',
  electrics: 'shield-everything',
  drain: 'rod-or-vacuum',
  force: 'hand-over-hose',
  bucketWasher: 'no-tap',
  drip: 'five',
  readings: 'quick',
  longestWait: 'a-year',
  preferredCleaners: [],
  clearanceM: 24 * METRES_PER_INCH,
  clearanceTopM: 60 * METRES_PER_INCH,
  // 5, 0.4 and 0.6 gpm. Common practice, no source.
  hoseLMin: 5 * LITRES_PER_GALLON,
  sprayerLMin: 0.4 * LITRES_PER_GALLON,
  washerLMin: 0.6 * LITRES_PER_GALLON,
};

/** Every school in words. */
export const SCHOOL_NAMES = {
  chemistry: { 'water-first': 'Water first', cleaner: 'Cleaner by default', household: 'Household mix' },
  rinse: {
    'inside-then-outside': 'Inside, then outside',
    'inside-out': 'Inside out only',
    'outside-inside-outside': 'Outside down, inside, outside',
    'outside-only': 'Outside only',
  },
  dwell: { short: 'Short and sectioned', long: 'Long soak' },
  noRinse: { condensate: 'Let condensate rinse it', 'rinse-anyway': 'Rinse anyway' },
  preWet: { dry: 'Foam on a dry coil', mist: 'Light mist first', rinse: 'Pre-rinse first' },
  lid: { 'off-throughout': 'Off throughout', 'back-on-first': 'Back on before the outside rinse' },
  panHoles: { 'never-drill': 'Never drill', 'enlarge-with-consent': 'Enlarge well away from tubes, with consent' },
  screens: { refit: 'Refit', 'leave-off': 'Leave off and tell the owner' },
  electrics: { 'shield-everything': 'Shield everything', 'no-direct-spray': 'Rain-proof: just no direct spray' },
  force: {
    'hand-over-hose': 'Hand over the hose end, no nozzle',
    'gentle-fan': 'Gentle fan or shower',
    'full-straight': 'Full house pressure, straight along stiff fins',
    'washer-low': 'A washer’s low setting on sound stiff fins',
  },
  bucketWasher: {
    'no-tap': 'Low, where there is no tap',
    'indoors-too': 'Low indoors too',
    'high-on-stiff': 'High on stiff outdoor fins, no tap',
  },
  longestWait: { 'a-year': '12 months', 'two-years': '24 months, indoors 18', 'as-learned': 'As each coil teaches' },
  drip: {
    'none-outdoors': 'None outdoors',
    five: '5 min',
    fifteen: '15 min, pressures equalise too',
    'thirty-indoors': '30 min indoors, 5 outdoors',
  },
  readings: { none: 'None', quick: 'Quick: split and condensing over ambient', full: 'Full set' },
  drain: { 'rod-or-vacuum': 'Rod or vacuum only', 'bought-product': 'Yearly dose of a bought product', bleach: 'Bleach' },
} as const satisfies {
  chemistry: Record<ChemistrySchool, string>;
  rinse: Record<RinseSchool, string>;
  dwell: Record<DwellSchool, string>;
  noRinse: Record<NoRinseSchool, string>;
  preWet: Record<PreWet, string>;
  lid: Record<LidSchool, string>;
  panHoles: Record<PanHoleSchool, string>;
  screens: Record<ScreenSchool, string>;
  electrics: Record<ElectricsSchool, string>;
  force: Record<ForceSchool, string>;
  bucketWasher: Record<BucketWasher, string>;
  drip: Record<DripSchool, string>;
  longestWait: Record<LongestWait, string>;
  readings: Record<ReadingChoice, string>;
  drain: Record<DrainSchool, string>;
};
