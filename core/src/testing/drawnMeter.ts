import type { EnergyFit, EnergyPoint } from '../savings/model';
import { predicted } from '../savings/model';
import type { YearDay } from '../savings/saving';
import { normals, uniforms } from '../random';

/** A meter whose truth is known. */
export interface DrawnMeter {
  before: EnergyPoint[];
  after: EnergyPoint[];
  year: YearDay[];
  /** kWh of the year that were saved in truth. */
  truth: number;
}

/** What is drawn. */
export interface MeterDraw {
  before: EnergyFit;
  after: EnergyFit;
  /** Days on either side. */
  days: number;
  /** Spread of a day's use that no weather explains, kWh, and how much of it goes over to the next day. */
  noise: number;
  rho: number;
}

const DAY_MS = 86_400_000;
const dayOf = (n: number): string => new Date(Date.parse('2025-01-01') + n * DAY_MS).toISOString().slice(0, 10);
/** Mean air of a day of a town of the middle north: warm in July, cold in January, °C. */
const usual = (n: number): number => 11 - 13 * Math.cos(((n - 15) / 365.25) * 2 * Math.PI);

/**
 * Days of a meter by known models, in air that wanders about the season, with errors that hang together from day to day.
 * @param draw what is drawn
 * @param seed of the draw
 * @returns days before and after, a year to hold both to, and the truth
 * @example drawnMeter({ before: FIT, after: FIT, days: 90, noise: 0, rho: 0 }, 1).truth // 0, with FIT as any fit
 */
export function drawnMeter({ before, after, days, noise, rho }: MeterDraw, seed: number): DrawnMeter {
  const normal = normals(uniforms(seed));
  let [weather, error] = [0, 0];
  const side = (fit: EnergyFit, first: number): EnergyPoint[] =>
    Array.from({ length: days }, (_, i) => {
      weather = 0.7 * weather + 2.5 * normal();
      error = rho * error + noise * Math.sqrt(1 - rho ** 2) * normal();
      const point = { day: dayOf(first + i), meanC: usual(first + i) + weather, days: 1 };
      return { ...point, kWh: predicted(fit, point) + error };
    });
  const year = Array.from({ length: 365 }, (_, n) => ({ day: dayOf(n), meanC: usual(n) }));
  const sum = (fit: EnergyFit) => year.reduce((total, day) => total + predicted(fit, day), 0);
  return { before: side(before, 0), after: side(after, 365), year, truth: sum(before) - sum(after) };
}

/**
 * How often the intervals of a saving hold the truth.
 * @param draw what is drawn
 * @param draws how many
 * @param compute the saving of one draw
 * @returns shares that each interval held
 */
export function savingCoverage(
  draw: MeterDraw,
  draws: number,
  compute: (meter: DrawnMeter) => { analytic: { low: number; high: number }; bootstrap: { low: number; high: number } },
): { analytic: number; bootstrap: number; agree: number } {
  let [analytic, bootstrap, agree] = [0, 0, 0];
  for (let seed = 1; seed <= draws; seed += 1) {
    const meter = drawnMeter(draw, seed);
    const told = compute(meter);
    const holds = ({ low, high }: { low: number; high: number }) => (meter.truth >= low && meter.truth <= high ? 1 : 0);
    analytic += holds(told.analytic);
    bootstrap += holds(told.bootstrap);
    agree += (told.bootstrap.high - told.bootstrap.low) / (told.analytic.high - told.analytic.low);
  }
  return { analytic: analytic / draws, bootstrap: bootstrap / draws, agree: agree / draws };
}
