import { tableOf } from '../errors';
import type { Construction } from '../equipment';
import type { Chemistry, Cleaner, CleanerForm, LabelChart, LabelGap } from './label';

/** A label as far as it could be read: null where it is silent. */
export interface LabelRead {
  chemistry: Chemistry;
  form: CleanerForm;
  chart: LabelChart;
  dwellMinS: number | null;
  dwellMaxS: number | null;
  allowedConstructions: Construction[] | null;
  indoor: boolean | null;
  outdoor: boolean | null;
  rinseNeeded: boolean | null;
  hazardWords: string;
}

interface ClassDefault {
  /** The class's lightest usual mix, water to one. */
  lightWaterParts: number;
  dwellMinS: number;
  dwellMaxS: number;
  allowedConstructions: Construction[];
  indoor: boolean;
  outdoor: boolean;
  hazardWords: string;
}

const PLATE: Construction[] = ['copper-plate-fin'];
const GENTLE: Construction[] = ['copper-plate-fin', 'aluminium-plate-fin', 'spine-fin-copper', 'spine-fin-aluminium'];

/** The mildest use that each class of cleaner is usually sold for. Common practice, no source; a complete label outranks it. */
const CLASS_DEFAULTS: Record<Chemistry, ClassDefault> = tableOf('cleaner class', {
  water: { lightWaterParts: 0, dwellMinS: 0, dwellMaxS: 600, allowedConstructions: GENTLE, indoor: true, outdoor: true, hazardWords: '' },
  neutral: {
    lightWaterParts: 20,
    dwellMinS: 180,
    dwellMaxS: 300,
    allowedConstructions: GENTLE,
    indoor: false,
    outdoor: true,
    hazardWords: 'Irritates eyes.',
  },
  household: {
    lightWaterParts: 20,
    dwellMinS: 180,
    dwellMaxS: 300,
    allowedConstructions: PLATE,
    indoor: false,
    outdoor: true,
    hazardWords: 'Irritates eyes.',
  },
  'evaporator-foam': {
    lightWaterParts: 10,
    dwellMinS: 300,
    dwellMaxS: 420,
    allowedConstructions: GENTLE,
    indoor: true,
    outdoor: false,
    hazardWords: 'Irritates eyes.',
  },
  'microchannel-cleaner': {
    lightWaterParts: 10,
    dwellMinS: 180,
    dwellMaxS: 300,
    allowedConstructions: ['microchannel'],
    indoor: false,
    outdoor: true,
    hazardWords: 'Irritates eyes.',
  },
  'alkaline-foam': {
    lightWaterParts: 10,
    dwellMinS: 180,
    dwellMaxS: 300,
    allowedConstructions: PLATE,
    indoor: false,
    outdoor: true,
    hazardWords: 'Burns skin and eyes.',
  },
  acid: {
    lightWaterParts: 20,
    dwellMinS: 0,
    dwellMaxS: 60,
    allowedConstructions: [],
    indoor: false,
    outdoor: false,
    hazardWords: 'Burns skin and eyes.',
  },
});

type Completed = Pick<
  Cleaner,
  'chart' | 'dwellMinS' | 'dwellMaxS' | 'allowedConstructions' | 'indoor' | 'outdoor' | 'rinseNeeded' | 'hazardWords'
> & { assumed: LabelGap[] };

/**
 * Where an incomplete label's user finds the missing facts: always assumed on the mild side.
 * @param label as it was typed in; null where it is silent
 * @returns the label with nothing open, and what was assumed
 * @example completeLabel({ name: 'Tansy', chemistry: 'neutral', form: 'concentrate', chart: { light: 20, medium: 10, heavy: null }, countsAgainst: null, dwellMinS: null, dwellMaxS: null, allowedConstructions: null, indoor: null, outdoor: true, rinseNeeded: true, waterFirst: true, hazardWords: '', handling: [], phLow: null, phHigh: null, packL: 4, packPrice: 22, lowL: null }).assumed.includes('dwell') // true
 */
export function completeLabel(label: LabelRead): Completed {
  const usual = CLASS_DEFAULTS[label.chemistry];
  const noChart = label.form === 'concentrate' && label.chart.light === null && label.chart.medium === null && label.chart.heavy === null;
  const noDwell = label.dwellMinS === null || label.dwellMaxS === null;
  const gaps: [LabelGap, boolean][] = [
    ['chart', noChart],
    ['dwell', noDwell],
    ['materials', label.allowedConstructions === null],
    ['indoor', label.indoor === null],
    ['outdoor', label.outdoor === null],
    ['rinse', label.rinseNeeded === null],
    ['hazard', label.hazardWords === '' && label.chemistry !== 'water'],
  ];
  // A half-given dwell keeps its half: the shortest may not pass the longest.
  const dwellMinS = label.dwellMinS ?? Math.min(usual.dwellMinS, label.dwellMaxS ?? Infinity);
  return {
    chart: noChart ? { light: usual.lightWaterParts, medium: null, heavy: null } : label.chart,
    dwellMinS,
    dwellMaxS: label.dwellMaxS ?? Math.max(usual.dwellMaxS, dwellMinS),
    allowedConstructions: label.allowedConstructions ?? usual.allowedConstructions,
    indoor: label.indoor ?? usual.indoor,
    outdoor: label.outdoor ?? usual.outdoor,
    rinseNeeded: label.rinseNeeded ?? true,
    hazardWords: label.hazardWords === '' ? usual.hazardWords : label.hazardWords,
    assumed: gaps.filter(([, missing]) => missing).map(([gap]) => gap),
  };
}
