import { CoreError, requireNonNegative, requirePositive } from '../errors';

/** Price of what was taken from a pack, in the shop's money. @throws CoreError out-of-range `litres` | `packL` | `packPrice` */
export function productCost({ litres, packL, packPrice }: { litres: number; packL: number; packPrice: number }): number {
  requireNonNegative('litres', litres);
  requirePositive('packL', packL);
  requireNonNegative('packPrice', packPrice);
  return (litres / packL) * packPrice;
}

/** What a visit cost, in the shop’s money. */
export interface VisitCost {
  product: number;
  water: number;
  work: number;
  total: number;
}

/**
 * What a visit cost the shop: product, water and time.
 * @param input.products what was taken of each pack · waterL · waterPricePerL · minutes · hourlyRate
 * @returns each share and the total, in the shop's money
 * @throws CoreError out-of-range, naming the argument
 * @example visitCost({ products: [{ litres: 1, packL: 4, packPrice: 40 }], waterL: 100, waterPricePerL: 0.01, minutes: 60, hourlyRate: 90 }).total // 101
 */
export function visitCost(input: {
  products: readonly { litres: number; packL: number; packPrice: number }[];
  waterL: number;
  waterPricePerL: number;
  minutes: number;
  hourlyRate: number;
}): VisitCost {
  const product = input.products.reduce((sum, row) => sum + productCost(row), 0);
  requireNonNegative('waterL', input.waterL);
  requireNonNegative('waterPricePerL', input.waterPricePerL);
  requireNonNegative('minutes', input.minutes);
  requireNonNegative('hourlyRate', input.hourlyRate);
  const water = input.waterL * input.waterPricePerL;
  const work = (input.minutes / 60) * input.hourlyRate;
  return { product, water, work, total: product + water + work };
}

/** One way of working: what it costs once, and for each job. Minutes are what it takes beyond the other way. */
export interface Means {
  buyOnce: number;
  productPerJob: number;
  minutesPerJob: number;
}

/** Cans against a gun, job by job, in the shop’s money. */
export interface BreakEven {
  aerosolPerJob: number;
  gunPerJob: number;
  /** First whole job from which the gun has cost no more in all; null when it never does. */
  jobs: number | null;
  /** Running cost of both, from no job to `jobsShown`. */
  points: { jobs: number; aerosol: number; gun: number }[];
}

const MOST_JOBS = 2000;

/**
 * Aerosols against a gun and concentrate: the gun costs more once and less for each job.
 * @param input.jobs how many jobs of the season to lay out, 1–2000
 * @returns price of a job each way, in the shop's money, and the job that pays the gun
 * @throws CoreError out-of-range, naming the argument
 * @example breakEven({ aerosol: { buyOnce: 0, productPerJob: 26, minutesPerJob: 12 }, gun: { buyOnce: 85, productPerJob: 5, minutesPerJob: 12 }, hourlyRate: 90, jobs: 10 }).gunPerJob < 26 // true
 */
export function breakEven(input: { aerosol: Means; gun: Means; hourlyRate: number; jobs: number }): BreakEven {
  for (const [name, means] of Object.entries({ aerosol: input.aerosol, gun: input.gun })) {
    requireNonNegative(`${name}.buyOnce`, means.buyOnce);
    requireNonNegative(`${name}.productPerJob`, means.productPerJob);
    requireNonNegative(`${name}.minutesPerJob`, means.minutesPerJob);
  }
  requireNonNegative('hourlyRate', input.hourlyRate);
  if (!Number.isInteger(input.jobs) || input.jobs < 1 || input.jobs > MOST_JOBS)
    throw new CoreError('out-of-range', 'jobs', `jobs: a whole number from 1 to ${MOST_JOBS}.`);
  const perJob = (means: Means) => means.productPerJob + (means.minutesPerJob / 60) * input.hourlyRate;
  const aerosolPerJob = perJob(input.aerosol);
  const gunPerJob = perJob(input.gun);
  const extra = input.gun.buyOnce - input.aerosol.buyOnce;
  const saved = aerosolPerJob - gunPerJob;
  return {
    aerosolPerJob,
    gunPerJob,
    jobs: extra <= 0 && saved >= 0 ? 0 : saved > 0 ? Math.ceil(extra / saved - 1e-9) : null,
    points: Array.from({ length: input.jobs + 1 }, (_, jobs) => ({
      jobs,
      aerosol: input.aerosol.buyOnce + jobs * aerosolPerJob,
      gun: input.gun.buyOnce + jobs * gunPerJob,
    })),
  };
}

/** Concentrate that went into a mix, with the strength made and the one needed. */
export interface MixUse {
  concentrateL: number;
  /** Strength that was made, and that the plan asked for, parts of water to one. */
  madeWaterParts: number;
  neededWaterParts: number;
  packL: number;
  packPrice: number;
}

/**
 * Concentrate, and money, that went into mixes made stronger than needed: c·(1 − (Wm+1)/(Wn+1)) of each.
 * Mixes as strong as needed, or weaker, add nothing.
 * @param uses mixes, each with the strength made and the one needed
 * @returns concentrate, L, and money that went beyond what was needed
 * @throws CoreError out-of-range, naming the argument
 * @example strongerThanNeeded([{ concentrateL: 1, madeWaterParts: 4, neededWaterParts: 9, packL: 4, packPrice: 40 }]).litres // 0.5
 */
export function strongerThanNeeded(uses: readonly MixUse[]): { litres: number; money: number } {
  return uses.reduce(
    (sum, use) => {
      requireNonNegative('madeWaterParts', use.madeWaterParts);
      requireNonNegative('neededWaterParts', use.neededWaterParts);
      const litres = use.concentrateL * Math.max(0, 1 - (use.madeWaterParts + 1) / (use.neededWaterParts + 1));
      return {
        litres: sum.litres + litres,
        money: sum.money + productCost({ litres, packL: use.packL, packPrice: use.packPrice }),
      };
    },
    { litres: 0, money: 0 },
  );
}
