import fc from 'fast-check';
import { normals, uniforms } from '../random';
import { paceOf } from './pace';
import { learnGrowth, priorGrowth, type GrowthBelief } from './regrowth';

const drawn = (coils: number, factor: number, seed: number) => {
  const [uniform, normal] = [uniforms(seed), normals(uniforms(seed + 1))];
  return Array.from({ length: coils }, () => {
    const expected = 0.5 + 2.5 * uniform();
    return { expected, grown: factor * expected + 0.7 * normal(), looks: 1 };
  });
};

test('few coils move it a little, many decide it, whatever the town', () => {
  expect(paceOf([], [])).toBeNull();
  for (const factor of [0.6, 1, 1.7])
    for (const seed of [1, 2, 3]) {
      const [few, many] = [paceOf(drawn(2, factor, seed), [])!, paceOf(drawn(150, factor, seed), [])!];
      expect(Math.abs(many.factor - factor)).toBeLessThan(0.12);
      expect(Math.abs(few.factor - 1)).toBeLessThan(0.7 * Math.abs(factor - 1) + 0.15);
    }
});

test('it is one line through all stretches, in whatever order, and stays within reason', () => {
  const any = fc.record({
    expected: fc.double({ min: 0, max: 6, noNaN: true }),
    grown: fc.double({ min: -4, max: 4, noNaN: true }),
    looks: fc.double({ min: 0.1, max: 3, noNaN: true }),
  });
  fc.assert(
    fc.property(fc.array(any, { minLength: 1, maxLength: 30 }), (rows) => {
      const { factor, stretches } = paceOf(rows, [])!;
      expect(paceOf([...rows].reverse(), [])!.factor).toBeCloseTo(factor, 9);
      // What weighs two looks is as good as the same seen twice.
      const twice = rows.map((row) => ({ ...row, looks: 2 * row.looks }));
      expect(paceOf(twice, [])!.factor).toBeCloseTo(paceOf([...rows, ...rows], [])!.factor, 9);
      // Near by, with nobody elsewhere, is the whole shop.
      expect(paceOf([], rows)!.factor).toBeCloseTo(factor, 9);
      expect(stretches).toBe(rows.length);
      expect(factor).toBeGreaterThanOrEqual(0.4);
      expect(factor).toBeLessThanOrEqual(2.5);
    }),
  );
});

test('where the town is dustier than the table, a coil never seen is told far better for the others, one seen once still better', () => {
  const factor = 1.6;
  const pace = paceOf(drawn(60, factor, 7), []);
  const truth = priorGrowth(10).perMonth * factor;
  const normal = normals(uniforms(11));
  let [alone, together] = [0, 0];
  for (let n = 0; n < 200; n += 1) {
    const once = { months: 8, grown: truth * 8 + 0.7 * normal() };
    alone += Math.abs(learnGrowth(priorGrowth(10), once).perMonth - truth);
    together += Math.abs(learnGrowth(priorGrowth(10, pace), once).perMonth - truth);
  }
  expect(together).toBeLessThan(alone);
  const never = (prior: GrowthBelief) => Math.abs(prior.perMonth - truth);
  expect(never(priorGrowth(10, pace))).toBeLessThan(never(priorGrowth(10)) / 4);
});

test('a dusty end of a clean town is told by its own coils, and by the town as long as few of them have told', () => {
  const [town, end] = [0.7, 1.6];
  const off = (count: number) => {
    let [apart, together] = [0, 0];
    for (let seed = 20; seed < 60; seed += 2) {
      const [far, near] = [drawn(60, town, seed), drawn(count, end, seed + 1)];
      apart += Math.abs(paceOf([...far, ...near], [])!.factor - end);
      together += Math.abs(paceOf(far, near)!.factor - end);
    }
    return together / apart;
  };
  expect(off(20)).toBeLessThan(0.35);
  expect(off(4)).toBeLessThan(0.9);
  const pace = paceOf(drawn(60, town, 1), drawn(1, end, 2))!;
  expect(Math.abs(pace.factor - town)).toBeLessThan(0.3);
  expect(pace).toMatchObject({ stretches: 61, near: 1 });
});
