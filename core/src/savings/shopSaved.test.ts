import { normals, uniforms } from '../random';
import { pooledMean } from './pooled';
import { dirtFactor, ratioByWatts, savedByGrade, savedByWatts } from './shopSaved';

/** Washes of one grade that save `truth` on average, differ by `differ`, and are each measured with a doubt drawn between two bounds. */
function drawn(seed: number, truth: number, differ: number, [least, most]: [number, number]) {
  const draw = uniforms(seed);
  const normal = normals(draw);
  return (n: number) =>
    Array.from({ length: n }, () => {
      const u = least + (most - least) * draw();
      return { value: truth + differ * normal() + u * normal(), u };
    });
}

test.each([
  ['watts: washes differ more than readings', 60, [20, 20]],
  ['meters: one is sure, another hardly tells anything', 100, [40, 700]],
  ['readings alone', 0, [30, 90]],
] as [string, number, [number, number]][])(
  'a mean lies in its interval as often as it says, with few washes too (%s)',
  (_, differ, doubts) => {
    const some = drawn(4, 300, differ, doubts);
    for (const n of [2, 4, 9]) {
      const draws = Array.from({ length: 600 }, () => pooledMean(some(n)));
      const held = draws.filter(({ low, high }) => low <= 300 && 300 <= high).length / draws.length;
      expect(held).toBeGreaterThan(0.86);
    }
    // A meter that tells little does not drown one that tells much: nearer to the truth than the plain mean.
    const errors = Array.from({ length: 400 }, () => {
      const cases = some(6);
      return [pooledMean(cases).mean - 300, cases.reduce((sum, { value }) => sum + value, 0) / 6 - 300] as const;
    });
    const size = (side: 0 | 1) => Math.hypot(...errors.map((pair) => pair[side]));
    expect(size(0)).toBeLessThan(doubts[0] === doubts[1] ? size(1) * 1.0001 : size(1));
  },
);

test('two washes by hand: the surer counts by the square of how much surer it is, and what differs beyond doubt widens the interval', () => {
  // Weights 1/100 and 1/400, Q = 900/500 = 1.8 > 1: between = 0.8 / (0.0125 − (0.0001 + 0.00000625) / 0.0125) = 200.
  const { mean, low, high } = pooledMean([
    { value: 100, u: 10 },
    { value: 130, u: 20 },
  ]);
  expect(mean).toBeCloseTo((100 / 300 + 130 / 600) / (1 / 300 + 1 / 600), 6);
  // Scatter about 110 is 100/300 + 400/600 = 1: t of one degree is 6.3138.
  expect((high - low) / 2).toBeCloseTo(6.3138 * Math.sqrt(200), 1);
});

test('washes are told by the worst grade that was found, each grade for itself', () => {
  const rows = savedByGrade([
    { value: 300, u: 20, grade: 3 },
    { value: 100, u: 20, grade: 2 },
    { value: 320, u: 20, grade: 3 },
  ]);
  expect(rows.map(({ grade, washes, mean }) => [grade, washes, Math.round(mean)])).toEqual([
    [2, 1, 100],
    [3, 2, 310],
  ]);
  expect(rows[0]?.high).toBeCloseTo(100 + 1.6449 * 20, 9);
});

test('one wash moves what is expected a little, twenty decide it, a doubtful one counts less, and nothing senseless comes of a bad reading', () => {
  const sure = (ratio: number) => ({ ratio, ratioU: 0 });
  expect(dirtFactor([sure(2)]).factor).toBeCloseTo(1.2, 9);
  expect(dirtFactor(Array.from({ length: 20 }, () => sure(2))).factor).toBeCloseTo(44 / 24, 9);
  // As doubtful as washes differ: half a wash.
  expect(dirtFactor([{ ratio: 2, ratioU: 1 }]).factor).toBeCloseTo(5 / 4.5, 9);
  expect(dirtFactor([{ ratio: 40, ratioU: 400 }]).factor).toBeCloseTo(1, 2);
  expect(dirtFactor([sure(-90)])).toEqual({ factor: 0.2, washes: 1 });
  expect(dirtFactor([sure(900)]).factor).toBe(4);
  expect(ratioByWatts({ w: -50, u: 100, ratio: -0.5 }).ratioU).toBe(1);
});

test('watts times hours is told with the doubt of both', () => {
  const sure = savedByWatts({ w: 300, u: 0 }, 1000);
  expect(sure.kWh).toBe(300);
  expect(sure.high - sure.kWh).toBeCloseTo(1.645 * 120, 0);
  const unsure = savedByWatts({ w: 300, u: 120 }, 1000);
  expect(unsure.high - unsure.kWh).toBeCloseTo(1.645 * Math.hypot(120, 120), 0);
  expect(savedByWatts({ w: 20, u: 60 }, 700).low).toBeLessThan(0);
});
