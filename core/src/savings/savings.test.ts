import fc from 'fast-check';
import { drawnMeter } from '../testing/drawnMeter';
import { savedBy } from './aroundWash';
import { chooseModel } from './chooseModel';
import { daySums } from './daySums';
import { fitEnergy, fitKind } from './fitModel';
import { isWeekend, predicted, type EnergyFit, type EnergyPoint } from './model';
import { fitQuality } from './quality';
import { comparedYears, saving, type SavingSide } from './saving';

const at = (meanC: number, kWh: number, i = 0): EnergyPoint => ({
  day: new Date(Date.parse('2025-01-01') + i * 86_400_000).toISOString().slice(0, 10),
  meanC,
  kWh,
  days: 1,
});
const COOLING: EnergyFit = { model: 'cooling', base: 14, heating: 0, cooling: 2, heatC: null, coolC: 18, weekend: null };
const BOTH: EnergyFit = { model: 'both', base: 14, heating: 1.2, cooling: 2, heatC: 10, coolC: 19, weekend: 3 };

test('a change point by hand: 5, 5, 5, 10, 15 at 10 to 30 °C is 5 and 1 above 20, with nothing over', () => {
  const points = [5, 5, 5, 10, 15].map((kWh, i) => at(10 + 5 * i, kWh, i));
  const fit = fitEnergy(points, 'cooling', false);
  expect([fit.base, fit.cooling, fit.coolC].map((figure) => Number(figure?.toFixed(9)))).toEqual([5, 1, 20]);
  expect(fitQuality(fit, points, 90).r2).toBeCloseTo(1, 12);
});

test('Guideline 14 by hand: errors of ±1 about a mean of 5 over two days are a CV(RMSE) of 28 % and no bias (from memory)', () => {
  const points = [at(20, 4), at(20, 6, 1)];
  const mean: EnergyFit = { model: 'mean', base: 5, heating: 0, cooling: 0, heatC: null, coolC: null, weekend: null };
  const quality = fitQuality(mean, points, 90);
  expect(quality.cvRmse).toBeCloseTo(Math.SQRT2 / 5, 12);
  expect([quality.nmbe, quality.limit, quality.meets]).toEqual([0, 0.2, false]);
  expect(fitQuality({ ...mean, base: 4.9 }, points, 90).nmbe).toBeCloseTo(0.02, 12);
  expect([fitQuality(mean, points, 400).limit, fitQuality(mean, points, 2000).limit]).toEqual([0.25, 0.3]);
});

test('what a model made, without noise, is found again: base, slopes, change points, weekends', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 4, max: 40, noNaN: true }),
      fc.double({ min: 0.4, max: 4, noNaN: true }),
      fc.double({ min: 6, max: 12, noNaN: true }),
      fc.double({ min: 3, max: 9, noNaN: true }),
      (base, slope, heatC, apart) => {
        const truth = { ...BOTH, base, cooling: slope, heatC, coolC: heatC + apart };
        const { before } = drawnMeter({ before: truth, after: truth, days: 120, noise: 0, rho: 0 }, 5);
        // Half a year of it knows both ends.
        const points = before
          .map((point, i) => ({ ...point, meanC: -5 + ((i * 37) % 40) }))
          .map((point) => ({ ...point, kWh: predicted(truth, point) }));
        const fit = fitEnergy(points, 'both', true);
        for (const point of points) expect(Math.abs(predicted(fit, point) - point.kWh)).toBeLessThan(0.25);
        expect(fit.weekend).toBeCloseTo(3, 0);
      },
    ),
    { numRuns: 5 },
  );
});

test('a fit is exact for its change points: what it leaves over follows none of its terms, in whatever order and of however many days', () => {
  const days = fc.array(
    fc.record({
      meanC: fc.integer({ min: -150, max: 400 }).map((tenths) => tenths / 10),
      kWh: fc.integer({ min: 0, max: 200 }).map((tenths) => tenths / 10),
      days: fc.integer({ min: 1, max: 31 }),
    }),
    { minLength: 12, maxLength: 60 },
  );
  let exact = 0;
  fc.assert(
    fc.property(days, fc.constantFrom('mean', 'degree-day', 'cooling', 'heating', 'both'), fc.boolean(), (drawn, model, weekend) => {
      const points = drawn.map((one, i) => ({
        ...at(one.meanC, one.kWh + 2 * Math.max(0, one.meanC - 18) + 2 * Math.max(0, 8 - one.meanC), i),
        days: one.days,
      }));
      const fit = fitKind(daySums(points), model, weekend);
      if (!fit) return;
      exact += 1;
      const terms: ((point: EnergyPoint) => number)[] = [
        () => 1,
        ({ meanC }) => (fit.heatC === null ? 0 : Math.max(0, fit.heatC - meanC)),
        ({ meanC }) => (fit.coolC === null ? 0 : Math.max(0, meanC - fit.coolC)),
        ({ day }) => (fit.weekend !== null && isWeekend(day) ? 1 : 0),
      ];
      for (const term of terms) {
        const left = points.reduce((sum, point) => sum + point.days * term(point) * (point.kWh - predicted(fit, point)), 0);
        const size = points.reduce((sum, point) => sum + point.days * term(point) * point.kWh, 0);
        expect(Math.abs(left)).toBeLessThanOrEqual(1e-7 * (1 + size));
      }
    }),
  );
  expect(exact).toBeGreaterThan(40);
});

test('a weekend is one by the calendar, in any year', () => {
  fc.assert(
    fc.property(fc.integer({ min: -25_567, max: 47_481 }), (days) => {
      const date = new Date(days * 86_400_000);
      expect(isWeekend(date.toISOString().slice(0, 10))).toBe([0, 6].includes(date.getUTCDay()));
    }),
  );
});

test('the plainest model that serves is taken: none of weather where there is none, weekends only where they differ', () => {
  const kind = (fit: EnergyFit, noise: number) =>
    chooseModel([drawnMeter({ before: fit, after: fit, days: 180, noise, rho: 0.2 }, 4).before]).fits[0]!;
  const flat: EnergyFit = { model: 'mean', base: 12, heating: 0, cooling: 0, heatC: null, coolC: null, weekend: null };
  expect(kind(flat, 3)).toMatchObject({ model: 'mean', weekend: null });
  expect(['cooling', 'degree-day']).toContain(kind(COOLING, 2).model);
  const both = kind(BOTH, 1);
  expect(both.model).toBe('both');
  expect(both.weekend).toBeCloseTo(3, 0);
}, 60_000);

const sided = (points: readonly EnergyPoint[]): SavingSide => {
  const fit = fitEnergy(points, 'cooling', false);
  return { fit, quality: fitQuality(fit, points, 365) };
};

test('of twelve meters with a known saving the interval holds it in more than eight, and both ways of reckoning agree', () => {
  let [held, width] = [0, 0];
  for (let seed = 1; seed <= 12; seed += 1) {
    const { before, after, year, truth } = drawnMeter(
      { before: COOLING, after: { ...COOLING, cooling: 1.6 }, days: 200, noise: 3, rho: 0.4 },
      seed,
    );
    const { analytic, bootstrap } = comparedYears(sided(before), sided(after), before, after, year);
    if (truth >= Math.min(analytic.low, bootstrap.low) && truth <= Math.max(analytic.high, bootstrap.high)) held += 1;
    width += (bootstrap.high - bootstrap.low) / (analytic.high - analytic.low) / 12;
  }
  expect(held).toBeGreaterThan(8);
  expect(width).toBeGreaterThan(0.7);
  expect(width).toBeLessThan(1.3);
}, 60_000);

test('a large saving is shown, a wash that changed nothing is not, and a house that took more says so', () => {
  const told = (cooling: number) => {
    const { before, after, year } = drawnMeter({ before: COOLING, after: { ...COOLING, cooling }, days: 210, noise: 2, rho: 0.3 }, 3);
    return saving(before, after, year);
  };
  const saved = told(1.2);
  expect(saved.verdict).toBe('saved');
  expect(saved.saved).toBeCloseTo(saved.yearBefore - saved.yearAfter, 9);
  expect(told(2).verdict).toBe('not-shown');
  expect(told(2.9).verdict).toBe('more');
}, 60_000);

test('what cannot tell is refused by name: a month of data, one temperature, no weather to hold it to', () => {
  const { before, after, year } = drawnMeter({ before: COOLING, after: COOLING, days: 90, noise: 1, rho: 0 }, 2);
  const refused = (run: () => unknown) => {
    try {
      run();
      return null;
    } catch (error) {
      return (error as { field: string }).field;
    }
  };
  expect(refused(() => saving(before.slice(0, 30), after, year))).toBe('before');
  expect(
    refused(() =>
      saving(
        before,
        after.map((point) => ({ ...point, meanC: 21 })),
        year,
      ),
    ),
  ).toBe('after');
  expect(refused(() => saving(before, after, []))).toBe('year');
  // Days that have not seen the heat say so.
  expect(saving(before, after, year).weak.join(' ')).toMatch(/have not seen yet/);
}, 60_000);

test('a week without weather is left out on its own, with every bill that holds one of its days, and the saving stands', () => {
  const { before, after, year } = drawnMeter({ before: COOLING, after: { ...COOLING, cooling: 1.2 }, days: 200, noise: 2, rho: 0.2 }, 7);
  const days = [...before, ...after].map((point, i) => ({ ...point, day: at(0, 0, i).day }));
  const wash = { day: days[before.length]!.day, next: null };
  const air = days.map(({ day, meanC }) => ({ ...year[0]!, day, meanC }));
  const gap = new Set(days.slice(60, 67).map(({ day }) => day));
  const known = air.filter(({ day }) => !gap.has(day));
  const whole = savedBy(days, air, wash);
  const part = savedBy(days, known, wash);
  expect(whole.points.before.length - part.points.before.length).toBe(7);
  expect(part.points.before.some(({ day }) => gap.has(day))).toBe(false);
  expect(part.points.after).toEqual(whole.points.after);
  expect(part.verdict).toBe('saved');
  // Held to a hotter year of somebody's choosing it saves more; to the last one of the air unless another is given.
  const hotter = air.slice(-365).map((row) => ({ ...row, meanC: row.meanC + 4 }));
  expect(savedBy(days, air, wash, air.slice(-365)).saved).toBe(whole.saved);
  expect(savedBy(days, air, wash, hotter).saved).toBeGreaterThan(1.2 * whole.saved);
  expect(Math.abs(part.saved / part.yearBefore - whole.saved / whole.yearBefore)).toBeLessThan(0.03);
  const bills = Array.from({ length: Math.floor(days.length / 20) }, (_, n) => ({
    day: days[n * 20]!.day,
    days: 20,
    kWh: days.slice(n * 20, n * 20 + 20).reduce((sum, { kWh }) => sum + kWh, 0),
  }));
  const told = (rows: typeof air) => savedBy(bills, rows, wash).points.before.map(({ day }) => day);
  expect(told(air).filter((day) => !told(known).includes(day))).toEqual([days[60]!.day]);
}, 60_000);

test('a house that heats below a temperature and cools above the same one has an interval with ends', () => {
  const both: EnergyFit = { ...COOLING, model: 'both', heatC: 16, coolC: 16, heating: 1.1, cooling: 1.4 };
  const { before, after, year } = drawnMeter({ before: both, after: { ...both, cooling: 1.1 }, days: 330, noise: 2, rho: 0.2 }, 11);
  const side = (points: readonly EnergyPoint[], fit: EnergyFit): SavingSide => ({ fit, quality: fitQuality(fit, points, points.length) });
  const { analytic } = comparedYears(side(before, both), side(after, { ...both, cooling: 1.1 }), before, after, year);
  expect([analytic.low, analytic.high].every(Number.isFinite)).toBe(true);
  expect(analytic.low).toBeLessThan(analytic.high);
});
