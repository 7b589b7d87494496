import { saturationC } from '.';

const kPa = (psig: number) => psig * 6.894757 + 101.325;
const c = (fahrenheit: number) => (fahrenheit - 32) / 1.8;

// Standard pressure-temperature charts, from memory, ± 1 %: °F and psig; R-32 in °C and kPa absolute.
const R22 = [20, 43.1, 30, 55, 40, 68.6, 45, 76.1, 50, 84.1, 70, 121.4, 90, 168.4, 100, 195.9, 110, 226.3, 120, 260, 130, 297];
const R410A = [20, 78.4, 30, 97.2, 40, 118.1, 45, 129.8, 50, 142.3, 70, 200.8, 90, 274.2, 100, 317.2, 110, 365, 120, 418, 130, 477];
const R32 = [-10, 582.6, 0, 813.1, 10, 1106.9, 20, 1474.6, 30, 1927.5, 40, 2478.3, 50, 3141.2];
const pairs = (flat: number[]) => flat.flatMap((t, i) => (i % 2 === 0 ? [[t, flat[i + 1]!] as const] : []));

test.each([
  ['R-22', pairs(R22)],
  ['R-410A', pairs(R410A)],
] as const)('%s by the charts', (refrigerant, rows) => {
  // One per cent of pressure is a third of a kelvin.
  for (const [f, psig] of rows) expect(Math.abs(saturationC(refrigerant, kPa(psig), 'dew')! - c(f))).toBeLessThan(0.4);
});

test('R-32 by the charts', () => {
  for (const [t, p] of pairs(R32)) expect(Math.abs(saturationC('R-32', p, 'dew')! - t)).toBeLessThan(0.35);
});

// Chart values from memory, ± 0.3 %: the bubble line, up to where a blocked condenser goes. Within the ± 0.7 % that `saturationShare` says.
test.each([
  [0, 800],
  [40, 2427],
  [60, 3838],
])('R-410A at %d °C: its first bubble at %d kPa', (t, p) => {
  const [at, above] = [saturationC('R-410A', p, 'bubble')!, saturationC('R-410A', p * 1.01, 'bubble')!];
  expect(Math.abs((at - t) / (above - at))).toBeLessThan(0.5);
});

// Three points of each line are all that the estimate rests on: ± 1.5 % for the bubble line, ± 3 % for the dew line.
test.each([
  [40, 113, 108],
  [100, 303, 292],
  [120, 398, 386],
])('R-454B at %d °F: bubble %d, dew %d psig, an estimate', (f, bubble, dew) => {
  expect(Math.abs(saturationC('R-454B', kPa(bubble), 'bubble')! - c(f))).toBeLessThan(0.6);
  expect(Math.abs(saturationC('R-454B', kPa(dew), 'dew')! - c(f))).toBeLessThan(1.1);
});

test('a refrigerant nobody named is judged by nothing; a pressure that cannot be is refused', () => {
  expect(saturationC('unknown', 900, 'dew')).toBeNull();
  expect(() => saturationC('R-410A', 30, 'dew')).toThrow('pressure');
});
