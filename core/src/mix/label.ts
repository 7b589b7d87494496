import { tableOf } from '../errors';
import type { Construction } from '../equipment';

/** Classes of cleaner, water among them. */
export const CHEMISTRIES = ['water', 'neutral', 'household', 'evaporator-foam', 'microchannel-cleaner', 'alkaline-foam', 'acid'] as const;
/** One of `CHEMISTRIES`. */
export type Chemistry = (typeof CHEMISTRIES)[number];

/** How a cleaner is sold. */
export const CLEANER_FORMS = ['concentrate', 'aerosol', 'ready'] as const;
/** One of `CLEANER_FORMS`. */
export type CleanerForm = (typeof CLEANER_FORMS)[number];

export const STRENGTH_STEPS = ['light', 'medium', 'heavy'] as const;
/** One of `STRENGTH_STEPS`. */
export type StrengthStep = (typeof STRENGTH_STEPS)[number];

/** Parts of water to one of concentrate for each soiling; null where the label is silent or nothing is mixed. */
export type LabelChart = Record<StrengthStep, number | null>;

/** Lines on a label about handling it or the place it is used in. */
export const LABEL_LINES = ['shake', 'do-not-shake', 'upright', 'dry-coil', 'wet-coil', 'food-area'] as const;
/** One of `LABEL_LINES`. */
export type LabelLine = (typeof LABEL_LINES)[number];

/** Each line as it is told, and where in the work it bites. */
export const LABEL_LINE_TABLE: Record<LabelLine, { name: string; says: string; at: 'mix' | 'apply' }> = tableOf('label line', {
  shake: { name: 'Shake before use', says: 'Shake it before use, as the label says.', at: 'mix' },
  'do-not-shake': { name: 'Do not shake', says: 'Do not shake it: the label says so.', at: 'mix' },
  upright: { name: 'Hold upright', says: 'Hold it upright while it sprays.', at: 'apply' },
  'dry-coil': { name: 'Apply to a dry coil', says: 'On a dry coil, as the label says.', at: 'apply' },
  'wet-coil': { name: 'Wet the coil first', says: 'On a wet coil, as the label says.', at: 'apply' },
  'food-area': {
    name: 'Not where food is',
    says: 'Cover or carry out food, and rinse every surface that food touches before it is used again.',
    at: 'apply',
  },
});

/** What a cleaner's label says, entered once. */
export interface Cleaner {
  id: string;
  name: string;
  chemistry: Chemistry;
  form: CleanerForm;
  chart: LabelChart;
  dwellMinS: number;
  dwellMaxS: number;
  /** Constructions that the label allows. */
  allowedConstructions: Construction[];
  indoor: boolean;
  outdoor: boolean;
  /** False: the label lets condensate do the rinsing. */
  rinseNeeded: boolean;
  /** Concentrate goes into water unless the label says otherwise. */
  waterFirst: boolean;
  /** First words of the hazard box at pouring. */
  hazardWords: string;
  /** What the label does not say, filled in from its class; empty when the label is complete. */
  assumed?: LabelGap[];
  /** Lines about handling; empty where the label has none. */
  handling?: LabelLine[];
  /** One pack, L; needed only for cans, which are counted. */
  packL?: number;
}

/** Parts of a label that may be missing. */
export const LABEL_GAPS = ['chart', 'dwell', 'materials', 'indoor', 'outdoor', 'rinse', 'hazard'] as const;
/** One of `LABEL_GAPS`. */
export type LabelGap = (typeof LABEL_GAPS)[number];

/** What a label may be silent about, in words. */
export const LABEL_GAP_NAMES: Record<LabelGap, string> = {
  chart: 'strength',
  dwell: 'dwell',
  materials: 'materials it may touch',
  indoor: 'indoor use',
  outdoor: 'outdoor use',
  rinse: 'rinsing',
  hazard: 'hazards',
};

/** Classes of cleaner in words. */
export const CHEMISTRY_NAMES: Record<Chemistry, string> = tableOf('cleaner class', {
  water: 'Water',
  neutral: 'Neutral detergent',
  household: 'Household mix',
  'evaporator-foam': 'Evaporator foam',
  'microchannel-cleaner': 'Microchannel cleaner',
  'alkaline-foam': 'Alkaline foam',
  acid: 'Acid',
});

/** What belongs in a class, where its name alone may mislead: vinegar is an acid, and dish soap without it is none. */
export const CHEMISTRY_HINTS: Partial<Record<Chemistry, string>> = {
  neutral: 'Dish soap in water belongs here too, as its own product.',
  household: 'Dish soap and white vinegar together. Dish soap alone is its own product: add it as a neutral detergent.',
};
