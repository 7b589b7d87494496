import { normals, uniforms } from '../random';
import { dirtFactor, savedByGrade, savedByWatts } from './shopSaved';

test('intervals hold the truth as often as they say, whatever the grade', () => {
  const normal = normals(uniforms(4));
  const truth: Record<number, number> = { 2: 150, 3: 320 };
  let [held, told] = [0, 0];
  for (let draw = 0; draw < 400; draw += 1) {
    const washes = [2, 3].flatMap((grade) =>
      Array.from({ length: 6 }, () => ({ w: truth[grade]! + 60 * normal(), u: 20, watts: 3000, grade, ratio: 1 })),
    );
    for (const row of savedByGrade(washes)) {
      told += 1;
      if (truth[row.grade]! >= row.low && truth[row.grade]! <= row.high) held += 1;
    }
  }
  expect(held / told).toBeGreaterThan(0.87);
  expect(held / told).toBeLessThan(0.94);
});

test('one wash moves what is expected a little, twenty decide it, and nothing senseless comes of a bad reading', () => {
  expect(dirtFactor([{ ratio: 2 }]).factor).toBeCloseTo(1.2, 9);
  expect(dirtFactor(Array.from({ length: 20 }, () => ({ ratio: 2 }))).factor).toBeCloseTo(44 / 24, 9);
  expect(dirtFactor([{ ratio: -90 }])).toEqual({ factor: 0.2, washes: 1 });
  expect(dirtFactor([{ ratio: 900 }]).factor).toBe(4);
});

test('watts times hours is told with the doubt of both', () => {
  const sure = savedByWatts({ w: 300, u: 0 }, 1000);
  expect(sure.kWh).toBe(300);
  expect(sure.high - sure.kWh).toBeCloseTo(1.645 * 120, 0);
  const unsure = savedByWatts({ w: 300, u: 120 }, 1000);
  expect(unsure.high - unsure.kWh).toBeCloseTo(1.645 * Math.hypot(120, 120), 0);
  expect(savedByWatts({ w: 20, u: 60 }, 700).low).toBeLessThan(0);
});
