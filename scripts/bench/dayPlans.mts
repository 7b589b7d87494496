import { dayAsChosen, planDay, type DayPlan } from '@elm-mist/core/route';
import { savingCoverage } from '../../core/src/testing/drawnMeter';
import { drawnDay, greedyDay } from '../../core/src/testing/drawnDays';
import { saving } from '../../core/src/savings/saving';

/** How good plans of drawn days are. */
export function dayPlanFigures(days: number) {
  let [worse, gaps, worst, proven, slowestFirst, slowest, saved] = [0, 0, 0, 0, 0, 0, 0];
  for (let seed = 1; seed <= days; seed += 1) {
    const crews = 2 + (seed % 3);
    const problem = drawnDay(crews * 4 + (seed % 4), crews, seed);
    const begun = performance.now();
    let first = 0;
    let plan: DayPlan | null = null;
    for (const step of planDay(problem, 1200)) {
      first ||= performance.now() - begun;
      plan = step;
    }
    if (!plan) continue;
    slowestFirst = Math.max(slowestFirst, first);
    slowest = Math.max(slowest, performance.now() - begun);
    const fits = (k: number, order: readonly string[]) => {
      const told = dayAsChosen(
        problem,
        problem.crews.map((_, c) => (c === k ? order : [])),
      );
      return told.broken.length > 0 ? null : (told.routes[0]?.stops.at(-1)?.end ?? 0);
    };
    const greedy = dayAsChosen(problem, greedyDay(problem, fits));
    if (plan.left.length > greedy.left.length || (plan.left.length === greedy.left.length && plan.minutes > greedy.minutes)) worse += 1;
    if (plan.left.length === greedy.left.length) saved += greedy.minutes - plan.minutes;
    const gap = plan.boundMin === null ? 1 : (plan.minutes - plan.boundMin) / plan.minutes;
    gaps += gap / days;
    worst = Math.max(worst, gap);
    if (gap === 0) proven += 1;
  }
  return { worse, gap: gaps, worst, proven: proven / days, slowestFirst, slowest, saved: saved / days };
}

const COOLING = { model: 'cooling', base: 14, heating: 0, cooling: 2, heatC: null, coolC: 18, weekend: null } as const;

/** How often the interval of a saving holds a known truth, model chosen by itself. */
export const savingFigures = (draws: number) =>
  savingCoverage({ before: COOLING, after: { ...COOLING, cooling: 1.6 }, days: 365, noise: 3, rho: 0.3 }, draws, (meter) => {
    const { analytic, bootstrap } = saving(meter.before, meter.after, meter.year);
    // What is told is the wider of both.
    const whole = { low: Math.min(analytic.low, bootstrap.low), high: Math.max(analytic.high, bootstrap.high) };
    return { analytic: whole, bootstrap };
  });
