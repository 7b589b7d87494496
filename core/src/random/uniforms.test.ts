import { normals, uniforms } from './uniforms';

test('even, independent of the one before and of the seed beside it; normal ones have mean 0 and spread 1', () => {
  const n = 20_000;
  const [a, b] = [uniforms(1), uniforms(2)];
  const [first, other] = [Array.from({ length: n }, a), Array.from({ length: n }, b)];
  const correlation = (x: number[], y: number[]) =>
    x.reduce((sum, value, i) => sum + (value - 0.5) * ((y[i] ?? 0.5) - 0.5), 0) / n / (1 / 12);
  // Four standard errors.
  const chance = 4 / Math.sqrt(n);
  expect(Math.abs(first.reduce((sum, value) => sum + value, 0) / n - 0.5)).toBeLessThan(chance * Math.sqrt(1 / 12));
  expect(Math.abs(correlation(first.slice(1), first))).toBeLessThan(chance);
  expect(Math.abs(correlation(first, other))).toBeLessThan(chance);
  const tenths = new Array<number>(10).fill(0);
  for (const value of first) tenths[Math.floor(value * 10)]! += 1;
  for (const many of tenths) expect(Math.abs(many - n / 10)).toBeLessThan(4 * Math.sqrt(n * 0.09));
  const normal = normals(uniforms(3));
  const drawn = Array.from({ length: n }, normal);
  expect(Math.abs(drawn.reduce((sum, value) => sum + value, 0) / n)).toBeLessThan(chance);
  expect(Math.abs(drawn.reduce((sum, value) => sum + value ** 2, 0) / n - 1)).toBeLessThan(chance * Math.SQRT2);
});
