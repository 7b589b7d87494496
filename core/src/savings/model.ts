/** Kinds of model of energy by outdoor temperature, the plainest first. */
export const ENERGY_MODELS = ['mean', 'degree-day', 'cooling', 'heating', 'both'] as const;
/** One of `ENERGY_MODELS`. */
export type EnergyModel = (typeof ENERGY_MODELS)[number];

/** The same in words. */
export const ENERGY_MODEL_NAMES: Record<EnergyModel, string> = {
  mean: 'the same every day',
  'degree-day': 'cooling degree days over 65 °F (18.3 °C)',
  cooling: 'cooling above a change point',
  heating: 'heating below a change point',
  both: 'heating below one, cooling above another change point',
};

/** What is fitted: what a day used, by its mean outdoor temperature. */
export interface EnergyPoint {
  /** ISO day. */
  day: string;
  /** Mean outdoor temperature, °C. */
  meanC: number;
  /** kWh a day. */
  kWh: number;
  /** Days that it stands for. */
  days: number;
}

/** A fitted model: kWh a day = base + heating · max(0, heatC − T) + cooling · max(0, T − coolC) + weekend. */
export interface EnergyFit {
  model: EnergyModel;
  base: number;
  heating: number;
  cooling: number;
  /** Change points, °C; null where the model has none. */
  heatC: number | null;
  coolC: number | null;
  /** More on Saturdays and Sundays, kWh a day; null where it tells nothing. */
  weekend: number | null;
}

/** What the months before add to the day of the week, January first, with the year begun in March (Sakamoto's way; from memory). */
const MONTHS = [0, 3, 2, 5, 0, 3, 5, 1, 4, 6, 2, 4];

/** Saturday or Sunday. Reckoned, since a year is asked for thousands of times and a date takes longer. @param day ISO */
export function isWeekend(day: string): boolean {
  const month = Number(day.slice(5, 7));
  const year = Number(day.slice(0, 4)) - (month < 3 ? 1 : 0);
  const leaps = Math.floor(year / 4) - Math.floor(year / 100) + Math.floor(year / 400);
  const of = (year + leaps + (MONTHS[month - 1] ?? 0) + Number(day.slice(8, 10))) % 7;
  return of === 0 || of === 6;
}

/**
 * What a model says of a day.
 * @param fit the model
 * @param point its day and temperature
 * @returns kWh
 * @example predicted({ model: 'cooling', base: 5, heating: 0, cooling: 1, heatC: null, coolC: 20, weekend: null }, { day: '2026-06-11', meanC: 25 }) // 10
 */
export function predicted(fit: EnergyFit, { day, meanC }: Pick<EnergyPoint, 'day' | 'meanC'>): number {
  return (
    fit.base +
    (fit.heatC === null ? 0 : fit.heating * Math.max(0, fit.heatC - meanC)) +
    (fit.coolC === null ? 0 : fit.cooling * Math.max(0, meanC - fit.coolC)) +
    (fit.weekend === null || !isWeekend(day) ? 0 : fit.weekend)
  );
}

/** Columns of a model's Jacobian at a day: by base, heating, cooling, weekend, and by each change point, those that it has. */
export function slopes(fit: EnergyFit, { day, meanC }: Pick<EnergyPoint, 'day' | 'meanC'>): number[] {
  const row = [1];
  if (fit.heatC !== null) row.push(Math.max(0, fit.heatC - meanC));
  if (fit.coolC !== null) row.push(Math.max(0, meanC - fit.coolC));
  if (fit.weekend !== null) row.push(isWeekend(day) ? 1 : 0);
  // The base of degree days was not fitted, but it is no better known than a change point: a year by it is as doubtful.
  if (fit.heatC !== null) row.push(meanC < fit.heatC ? fit.heating : 0);
  if (fit.coolC !== null) row.push(meanC > fit.coolC ? -fit.cooling : 0);
  return row;
}

/** How many figures a fit has free. */
export const freedom = (fit: EnergyFit): number => slopes(fit, { day: '2026-06-11', meanC: 0 }).length;
