import type { HourAir } from '@elm-mist/core/dryout';

/** Largest file of weather that is taken, bytes: a year of hours in EPW is some 1.7 MB. */
export const WEATHER_LIMIT = 8_000_000;

/** Days whose hourly air was kept from a file. */
export interface WeatherKept {
  days: number;
  from: string;
  to: string;
  source: Exclude<WeatherSource, 'simulated'>;
}

/** Where the air of a day is from: made up, a year put together from many, or read on that day. */
export type WeatherSource = 'simulated' | 'typical' | 'read';

/** The air of one day, hour by hour. */
export interface WeatherRecord {
  /** Mean of all hours of the day, those of the night too, °C; left out where they were not told. */
  meanC?: number;
  source: WeatherSource;
  hours: HourAir[];
}
