import { freedom, predicted, type EnergyFit, type EnergyPoint } from './model';

/** How well a fit follows its days. */
export interface FitQuality {
  /** Days or bills. */
  n: number;
  /** Share of the mean, 0–1: CV(RMSE) with the freedom taken off. */
  cvRmse: number;
  /** Net bias, share of the mean. */
  nmbe: number;
  r2: number;
  /** Correlation of a day's error with that of the day before, 0 for bills. */
  rho: number;
  /** What the days are worth once that is taken into account: n(1 − ρ)/(1 + ρ). */
  effective: number;
  /** Largest CV(RMSE) that is taken, by the length of the time after. */
  limit: number;
  meets: boolean;
}

/** Largest CV(RMSE) by months after. Source: ASHRAE Guideline 14, whole-building prescriptive path, from memory. */
const LIMITS: readonly { below: number; cvRmse: number }[] = [
  { below: 12, cvRmse: 0.2 },
  { below: 60, cvRmse: 0.25 },
  { below: Infinity, cvRmse: 0.3 },
];
/** Net bias that a fit may have. The same source. */
const MOST_NMBE = 0.00005;
/** A correlation beyond this would leave hardly any days. */
const MOST_RHO = 0.95;
const MONTH_DAYS = 365.25 / 12;

/**
 * How well a fit follows its days, by the statistics of ASHRAE Guideline 14 (from memory).
 * @param fit the model
 * @param points its days, oldest first
 * @param afterDays days of the time that is held against it
 * @returns the statistics
 * @example fitQuality({ model: 'mean', base: 5, heating: 0, cooling: 0, heatC: null, coolC: null, weekend: null }, [{ day: '2026-06-11', meanC: 20, kWh: 4, days: 1 }, { day: '2026-06-12', meanC: 20, kWh: 6, days: 1 }], 90).cvRmse.toFixed(3) // '0.283'
 */
export function fitQuality(fit: EnergyFit, points: readonly EnergyPoint[], afterDays: number): FitQuality {
  const n = points.length;
  const p = freedom(fit);
  const errors = points.map((point) => point.kWh - predicted(fit, point));
  const weight = points.reduce((sum, point) => sum + point.days, 0);
  const mean = points.reduce((sum, point) => sum + point.kWh * point.days, 0) / weight;
  const squares = errors.reduce((sum, error, i) => sum + error ** 2 * (points[i]?.days ?? 0), 0) * (n / weight);
  const spread = points.reduce((sum, point) => sum + (point.kWh - mean) ** 2 * point.days, 0) * (n / weight);
  const bias = errors.reduce((sum, error, i) => sum + error * (points[i]?.days ?? 0), 0) / weight;
  let [own, lagged] = [0, 0];
  points.forEach((point, i) => {
    const [before, error, last] = [points[i - 1], errors[i] ?? 0, errors[i - 1] ?? 0];
    own += error ** 2;
    if (before && point.days === 1 && Date.parse(point.day) - Date.parse(before.day) === 86_400_000) lagged += error * last;
  });
  const rho = own > 0 ? Math.min(MOST_RHO, Math.max(0, lagged / own)) : 0;
  const cvRmse = mean > 0 ? Math.sqrt(squares / Math.max(1, n - p)) / mean : Infinity;
  const nmbe = mean > 0 ? bias / mean : 0;
  const limit = LIMITS.find((row) => afterDays / MONTH_DAYS < row.below)?.cvRmse ?? 0.3;
  return {
    n,
    cvRmse,
    nmbe,
    r2: spread > 0 ? 1 - squares / spread : 0,
    rho,
    effective: (n * (1 - rho)) / (1 + rho),
    limit,
    meets: cvRmse <= limit && Math.abs(nmbe) <= MOST_NMBE,
  };
}
