import type { CleanerInput, CleanerRecord } from '@elm-mist/contract';
import type { Construction } from '@elm-mist/core/equipment';
import { CoreError } from '@elm-mist/core/errors';
import { CLEANER_LIMITS, NAME_LENGTH } from '@elm-mist/core/formats';
import {
  strengthReadings,
  type Chemistry,
  type CleanerForm as Form,
  type CountsAgainst,
  type LabelGap,
  type LabelLine,
  type RatioReading,
} from '@elm-mist/core/mix';
import { readFigure, trimDecimals, type UnitSystem } from '@elm-mist/core/units';
import { array, boolean, mixed, object, string } from 'yup';
import { typedFigure } from '../shared/figures';
import { readAmount, typedAmount, typedStrength, writeAmount } from '../shared/typed';

export type YesNo = 'yes' | 'no' | 'silent';

export interface CleanerValues {
  name: string;
  chemistry: Chemistry;
  form: Form;
  light: string;
  medium: string;
  heavy: string;
  dwellMin: string;
  dwellMax: string;
  materials: Construction[];
  indoor: YesNo;
  outdoor: YesNo;
  rinse: YesNo;
  waterFirst: boolean;
  hazardWords: string;
  handling: LabelLine[];
  phLow: string;
  phHigh: string;
  pack: string;
  price: string;
  low: string;
}

export const STEPS = ['light', 'medium', 'heavy'] as const;
export const FORM_WORDS: Record<Form, string> = { concentrate: 'Concentrate', aerosol: 'Can', ready: 'Ready mixed' };
export const YES_NO: { value: YesNo; label: string }[] = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
  { value: 'silent', label: 'It does not say' },
];

/** What the form starts with: what the label said, and nothing where it was silent. */
export function startValues(cleaner: CleanerRecord | undefined, units: UnitSystem): CleanerValues {
  const said = (gap: LabelGap) => cleaner !== undefined && !cleaner.assumed.includes(gap);
  const ratio = (figure: number | null | undefined) =>
    said('chart') && figure !== null && figure !== undefined ? `${trimDecimals(figure, 6)}:1` : '';
  const flag = (gap: LabelGap, value: boolean | undefined): YesNo => (said(gap) ? (value ? 'yes' : 'no') : 'silent');
  const number = (value: number | null | undefined) => (value === null || value === undefined ? '' : trimDecimals(value, 2));
  return {
    name: cleaner?.name ?? '',
    chemistry: cleaner?.chemistry ?? 'neutral',
    form: cleaner?.form ?? 'concentrate',
    light: ratio(cleaner?.chart.light),
    medium: ratio(cleaner?.chart.medium),
    heavy: ratio(cleaner?.chart.heavy),
    dwellMin: said('dwell') ? number((cleaner?.dwellMinS ?? 0) / 60) : '',
    dwellMax: said('dwell') ? number((cleaner?.dwellMaxS ?? 0) / 60) : '',
    materials: said('materials') ? (cleaner?.allowedConstructions ?? []) : [],
    indoor: flag('indoor', cleaner?.indoor),
    outdoor: flag('outdoor', cleaner?.outdoor),
    rinse: flag('rinse', cleaner?.rinseNeeded),
    waterFirst: cleaner?.waterFirst ?? true,
    hazardWords: said('hazard') ? (cleaner?.hazardWords ?? '') : '',
    handling: cleaner?.handling ?? [],
    phLow: number(cleaner?.phLow),
    phHigh: number(cleaner?.phHigh),
    pack: cleaner ? writeAmount(cleaner.packL, units) : '',
    price: cleaner ? cleaner.packPrice.toFixed(2) : '',
    low: cleaner && cleaner.lowL !== null ? writeAmount(cleaner.lowL, units) : '',
  };
}

/** The strengths typed in that can be read two ways. */
export function ambiguous(values: Pick<CleanerValues, (typeof STEPS)[number]>): { text: string; readings: RatioReading[] } | null {
  for (const step of STEPS) {
    try {
      const readings = strengthReadings(values[step]);
      if (readings.length > 1) return { text: values[step], readings };
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
    }
  }
  return null;
}

/** @param against what an ambiguous strength is counted against, once it is known */
export function cleanerSchema(units: UnitSystem, against: () => CountsAgainst | null) {
  const strength = (label: string) => typedStrength(label, against);
  const minutes = (label: string) => typedFigure(label, 'count', units, 0, CLEANER_LIMITS.dwellS[1] / 60, true);
  return object({
    name: string()
      .defined()
      .trim()
      .required('Give the cleaner the name on its label.')
      .max(NAME_LENGTH, `The name may have ${NAME_LENGTH} characters at most.`),
    chemistry: mixed<Chemistry>().defined(),
    form: mixed<Form>().defined(),
    light: strength('Light'),
    medium: strength('Medium'),
    heavy: strength('Heavy'),
    dwellMin: minutes('Shortest dwell'),
    dwellMax: minutes('Longest dwell'),
    materials: array(mixed<Construction>().defined()).defined(),
    indoor: mixed<YesNo>().defined(),
    outdoor: mixed<YesNo>().defined(),
    rinse: mixed<YesNo>().defined(),
    waterFirst: boolean().defined(),
    hazardWords: string().defined().trim().max(200, 'Hazard words may have 200 characters at most.'),
    handling: array(mixed<LabelLine>().defined()).defined(),
    phLow: typedFigure('pH low', 'count', units, ...CLEANER_LIMITS.pH, true),
    phHigh: typedFigure('pH high', 'count', units, ...CLEANER_LIMITS.pH, true),
    pack: typedAmount('The pack', units, ...CLEANER_LIMITS.packL),
    price: typedFigure('Price', 'count', units, ...CLEANER_LIMITS.price),
    low: typedAmount('Low at', units, ...CLEANER_LIMITS.lowL, true),
  });
}

/** What was typed, as the server takes it. @param values have passed the schema */
export function cleanerInput(values: CleanerValues, against: CountsAgainst | null, units: UnitSystem): CleanerInput {
  const litres = (text: string, label: string) => {
    const read = readAmount(text, label, units, 0, Infinity);
    return 'litres' in read ? read.litres : 0;
  };
  const figure = (text: string, scale = 1) => (text.trim() === '' ? null : readFigure(text) * scale);
  const flag = (value: YesNo) => (value === 'silent' ? null : value === 'yes');
  const ratio = (text: string) => (values.form === 'concentrate' && text.trim() !== '' ? text.trim() : null);
  return {
    name: values.name.trim(),
    chemistry: values.chemistry,
    form: values.form,
    chart: { light: ratio(values.light), medium: ratio(values.medium), heavy: ratio(values.heavy) },
    countsAgainst: against,
    dwellMinS: figure(values.dwellMin, 60),
    dwellMaxS: figure(values.dwellMax, 60),
    allowedConstructions: values.materials.length > 0 ? values.materials : null,
    indoor: flag(values.indoor),
    outdoor: flag(values.outdoor),
    rinseNeeded: flag(values.rinse),
    waterFirst: values.waterFirst,
    hazardWords: values.hazardWords.trim(),
    handling: values.handling,
    phLow: figure(values.phLow),
    phHigh: figure(values.phHigh),
    packL: litres(values.pack, 'The pack'),
    packPrice: readFigure(values.price),
    lowL: values.low.trim() === '' ? null : litres(values.low, 'Low at'),
  };
}
