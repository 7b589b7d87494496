import type { UnitSystem } from '../units';

export const CHEMISTRY_SCHOOLS = ['water-first', 'cleaner', 'household'] as const;
export const RINSE_SCHOOLS = ['inside-then-outside', 'inside-out', 'outside-inside-outside', 'outside-only'] as const;
export const DWELL_SCHOOLS = ['short', 'long'] as const;
export const NO_RINSE_SCHOOLS = ['condensate', 'rinse-anyway'] as const;

export type ChemistrySchool = (typeof CHEMISTRY_SCHOOLS)[number];
export type RinseSchool = (typeof RINSE_SCHOOLS)[number];
export type DwellSchool = (typeof DWELL_SCHOOLS)[number];
export type NoRinseSchool = (typeof NO_RINSE_SCHOOLS)[number];

/** The shop's choices where good technicians differ. */
export interface HouseRules {
  units: UnitSystem;
  chemistry: ChemistrySchool;
  rinse: RinseSchool;
  dwell: DwellSchool;
  noRinse: NoRinseSchool;
  /** Below this outdoor air temperature no coil is washed, °C. */
  minimumOutdoorC: number;
  shopName: string;
  crew: string[];
}

export const DEFAULT_HOUSE_RULES: HouseRules = {
  units: 'us',
  chemistry: 'water-first',
  rinse: 'inside-then-outside',
  dwell: 'long',
  noRinse: 'condensate',
  minimumOutdoorC: (40 - 32) / 1.8,
  shopName: '',
  crew: [],
};

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
} as const satisfies {
  chemistry: Record<ChemistrySchool, string>;
  rinse: Record<RinseSchool, string>;
  dwell: Record<DwellSchool, string>;
  noRinse: Record<NoRinseSchool, string>;
};
