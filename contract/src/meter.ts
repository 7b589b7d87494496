import type { GradeSaved, MeterDays, NotCounted, YearDay } from '@elm-mist/core/savings';
import { array, object, type InferType } from 'yup';
import { figure, isoDay, oneOf, optionalWords, words } from './fields';
import type { WeatherSource } from './weatherRecords';

/** Most rows of a meter that are kept: ten years of days. */
export const METER_ROWS = 3660;
/** Most values of a meter as it is sent: four a row, and what stands around them. */
export const METER_VALUES = 4 * METER_ROWS + 400;

/** A meter's days or bills, as they were read out of a file. */
export const meterInputSchema = object({
  file: words('The file’s name', 120),
  step: oneOf('How it is told', ['hours', 'days', 'bills'] as const),
  rows: array(
    object({
      day: isoDay('The day'),
      days: figure('Days', 1, 100).integer('Days are counted whole.'),
      kWh: figure('Energy', 0, 1e6, 'kWh'),
    }),
  )
    .required('The rows are missing.')
    .min(1, 'The meter has no rows.')
    .max(METER_ROWS, `${METER_ROWS} rows at most.`),
  /** How a day's use is spread over its hours; null where hours were not told. */
  shares: array(figure('A share of a day', 0, 1))
    .length(48, 'Forty-eight shares: of a weekday and of a day of the weekend.')
    .nullable()
    .default(null),
  notes: array(words('A note', 300)).default([]).max(20, 'Twenty notes at most.'),
  /** What else changed in the house, in the owner's words; empty for nothing. */
  changes: optionalWords('What else changed', 600),
});
export type MeterInput = InferType<typeof meterInputSchema>;

/** A meter as it is kept. */
export interface MeterRecord extends Omit<MeterInput, 'rows'> {
  rows: MeterDays[];
  at: string;
}

/** A made-up file of the demo, as an owner would have it. */
export interface MadeUpFile {
  name: string;
  csv: string;
}

/** A place's meter with the air of its days, and the washes it may be asked about. */
export interface MeterAnswer {
  meter: MeterRecord | null;
  /** Mean air of each day from the first row to the last, and of a year to hold them to. */
  air: YearDay[];
  /** Where that air is from; several where days differ. */
  airFrom: WeatherSource[];
  /** A typical year that somebody put in, to hold both models to; left out where there is none. */
  typical?: YearDay[];
  /** Closed visits in which something was washed, newest first. */
  washes: MeterWash[];
}

/** A wash as its place's meter is asked about it. */
export interface MeterWash {
  day: string;
  next: string | null;
  systemName: string;
  /** Closed visits of that day. */
  visitIds: string[];
  /** What it was measured to save by watts, and the hours that the system runs in a year; null where nothing was measured. */
  byWatts: { w: number; u: number; hours: number } | null;
}

/** What the shop's washes were measured to save. */
export interface ShopSavedRecord {
  /** By watts, W for the same cooling. */
  grades: GradeSaved[];
  /** By the meters of houses, kWh a year. */
  meters: {
    grades: GradeSaved[];
    /** Washes within the days of a meter that do not count, and why. */
    notCounted: { why: NotCounted; washes: number }[];
    /** Some are being reckoned again. */
    behind: boolean;
  };
  dirt: { factor: number; washes: number };
}
