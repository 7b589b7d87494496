import { CoreError } from '../errors';
import { daySums } from './daySums';
import { fitKind } from './fitModel';
import { ENERGY_MODELS, predicted, type EnergyFit, type EnergyModel, type EnergyPoint } from './model';

/** Parts that a fit is tried on in turn: every eighth week, so that each has all seasons and no day is foretold from the one beside it. */
const FOLDS = 8;
const WEEK = 7;
/** A kind is taken to be better only where its error is so many standard errors less. */
const SURE_ERRORS = 2;
/** Change points tried in a fold. */
const FOLD_GRID = 16;

/** A kind that was tried. */
export interface TriedModel {
  model: EnergyModel;
  weekend: boolean;
  /** Root of the mean square error on days that it had not seen, kWh a day; Infinity where it has no fit. */
  unseen: number;
}

/** What was chosen, and of what. */
export interface ChosenModel {
  /** One for each stretch, all of the same kind. */
  fits: EnergyFit[];
  tried: TriedModel[];
}

/** Squared errors of each fold on days that were kept from it. */
function foldErrors(points: readonly EnergyPoint[], model: EnergyModel, weekend: boolean): number[] | null {
  const errors: number[] = [];
  const daily = points.every((point) => point.days === 1);
  const foldOf = (i: number) => (daily ? Math.floor(i / WEEK) : i) % FOLDS;
  for (let fold = 0; fold < FOLDS; fold += 1) {
    const held = points.filter((_, i) => foldOf(i) === fold);
    const seen = points.filter((_, i) => foldOf(i) !== fold);
    const fit = fitKind(daySums(seen), model, weekend, FOLD_GRID);
    if (!fit) return null;
    errors.push(held.reduce((sum, point) => sum + (point.kWh - predicted(fit, point)) ** 2, 0) / Math.max(1, held.length));
  }
  return errors;
}

function checkPoints(points: readonly EnergyPoint[]): void {
  if (points.length < FOLDS) throw new CoreError('missing', 'points', `${points.length} days or bills are too few: ${FOLDS} at least.`);
  const temperatures = points.map((point) => point.meanC);
  if (Math.max(...temperatures) - Math.min(...temperatures) < 1)
    throw new CoreError('not-allowed', 'points', 'All these days had the same temperature: nothing can be told of what weather does.');
}

const mean = (errors: readonly number[]) => errors.reduce((sum, error) => sum + error, 0) / errors.length;

/**
 * Chooses one kind of model for all stretches of a meter, so that what a plain model misses is missed on either side alike: by the error on days that
 * it had not seen, the plainest whose error is within two standard errors of the least (Breiman and others 1984, from memory). Weekends are tried
 * where days are told one by one.
 * @param sides stretches of days, each oldest first
 * @returns a fit for each, and all kinds that were tried
 * @throws CoreError `points` where there are too few, or all of the same temperature
 * @example chooseModel([Array.from({ length: 120 }, (_, i) => ({ day: '2026-01-01', meanC: i / 4, kWh: 5 + Math.max(0, i / 4 - 22), days: 1 }))]).fits[0].model // 'cooling'
 */
export function chooseModel(sides: readonly (readonly EnergyPoint[])[]): ChosenModel {
  sides.forEach(checkPoints);
  const daily = sides.every((points) => points.every((point) => point.days === 1));
  const tried = ENERGY_MODELS.flatMap((model) =>
    (daily ? [false, true] : [false]).map((weekend) => {
      const errors = sides.map((points) => foldErrors(points, model, weekend));
      return { model, weekend, errors: errors.some((own) => own === null) ? null : errors.flatMap((own) => own ?? []) };
    }),
  );
  const best = tried.reduce((least, row) => (row.errors && (!least.errors || mean(row.errors) < mean(least.errors)) ? row : least));
  const bestErrors = best.errors ?? [];
  // How much each differs from the best, fold by fold: whether that is more than chance.
  const near = (errors: readonly number[] | null): boolean => {
    if (!errors) return false;
    const more = errors.map((error, i) => error - (bestErrors[i] ?? 0));
    const own = mean(more);
    const spread = Math.sqrt(more.reduce((sum, one) => sum + (one - own) ** 2, 0) / (more.length - 1) / more.length);
    return own <= SURE_ERRORS * spread + 1e-12;
  };
  const chosen = tried.find((row) => near(row.errors)) ?? best;
  return {
    fits: sides.map((points) => {
      const fit = fitKind(daySums(points), chosen.model, chosen.weekend);
      if (!fit) throw new CoreError('not-allowed', 'points', 'No model follows these days.');
      return fit;
    }),
    tried: tried.map(({ model, weekend, errors }) => ({ model, weekend, unseen: errors ? Math.sqrt(mean(errors)) : Infinity })),
  };
}
