import type { QuantityId, ReadingSet } from '../readings';
import { doubtText, figureBecause, figuresOf, type Figure, type FigureSetting } from '.';
import { propagated } from './uncertain';

const F = 5 / 9;
const c = (fahrenheit: number) => (fahrenheit - 32) * F;
const kPa = (psig: number) => psig * 6.894757;
const setting: FigureSetting = {
  refrigerant: 'R-410A',
  metering: 'fixed-orifice',
  era: '13-15',
  btuh: 36_000,
  pressureKPa: 101.325,
  ratedA: 14,
};
const set = (values: Partial<Record<QuantityId, number>>, u = 0.2): ReadingSet =>
  Object.fromEntries(
    Object.entries(values).map(([quantity, value]) => [
      quantity,
      { quantity, value, u: quantity === 'airflow' ? 0.028 : u, how: 'typed', steady: true, at: '', by: '' } as never,
    ]),
  );
const figure = (id: Figure['id'], values: Partial<Record<QuantityId, number>>, over: Partial<FigureSetting> = {}, u = 0.2) =>
  figuresOf(set(values, u), { ...setting, ...over }).figures.find((row) => row.id === id);
const why = (id: Figure['id'], values: Partial<Record<QuantityId, number>>, over: Partial<FigureSetting> = {}) =>
  figuresOf(set(values), { ...setting, ...over }).missing.find((row) => row.id === id)?.why;

test('superheat, subcooling and condensing over outdoor from the charts', () => {
  // 118.1 psig is 40 °F, 317.2 psig is 100 °F (charts, from memory).
  const read = { suctionP: kPa(118.1), suctionLine: c(52), liquidP: kPa(317.2), liquidLine: c(90), outdoorIn: c(82) };
  expect(figure('superheat', read)!.value / F).toBeCloseTo(12, 0);
  expect(figure('subcooling', read)!.value / F).toBeCloseTo(10, 0);
  expect(figure('condensingOver', read)!.value / F).toBeCloseTo(18, 0);
  expect(figure('condensingOver', read)!.verdict).toBe('fine');
  expect(figure('condensingOver', { ...read, outdoorIn: c(68) })!.verdict).toBe('high');
});

test('a temperature split has a band that goes with humidity, wider where nobody measured it', () => {
  const split = (drop: number, air: Partial<Record<QuantityId, number>>) =>
    figure('drop', { returnDb: c(75), supplyDb: c(75 - drop), ...air })!;
  const half = split(19, { returnRh: 50 });
  expect([half.low! / F, half.high! / F].map(Math.round)).toEqual([16, 22]);
  expect(half.verdict).toBe('fine');
  expect(split(12, { returnRh: 50 }).verdict).toBe('low');
  // Damp air gives a smaller split, dry air a larger one.
  expect(split(14, { returnRh: 70 }).verdict).toBe('fine');
  expect(split(24, { returnRh: 30 }).verdict).toBe('fine');
  expect(split(14, {}).verdict).toBe('fine');
  expect(split(14, {}).assumed).toMatch(/Humidity/);
});

test('a heat pump that heats is told in figures of heating, and in none of cooling', () => {
  const read = {
    returnDb: c(70),
    supplyDb: c(95),
    outdoorIn: c(40),
    outdoorLeaving: c(34),
    watts: 2400,
    suctionP: kPa(90),
    liquidP: kPa(330),
  };
  const heats = figuresOf(set(read), { ...setting, heats: true }).figures.map((row) => row.id);
  expect(heats).toEqual(['airRise']);
  expect(figure('airRise', read, { heats: true })!.value / F).toBeCloseTo(25, 6);
  // A system that only cools does not heat: its probes are swapped.
  expect(figuresOf(set(read), setting).figures.map((row) => row.id)).not.toContain('airRise');
});

test('the barometer of the place counts: the same gauge is a lower temperature up high', () => {
  const read = { suctionP: kPa(118.1) };
  expect(figure('evaporating', read)!.value - figure('evaporating', read, { pressureKPa: 80 })!.value).toBeGreaterThan(0.5);
});

// California Title 24, appendix RA3.2, printed table, from memory: within 3 °F over most of it; the formula gives 13 where 12 is printed.
test('target superheat: by the formula, and not where the table is blank', () => {
  expect(figure('targetSuperheat', { returnWb: c(67), outdoorIn: c(95) })!.value / F).toBeCloseTo(13, 6);
  expect(why('targetSuperheat', { returnWb: c(60), outdoorIn: c(85) })).toMatch(/too dry/);
  expect(why('targetSuperheat', { returnWb: c(62), outdoorIn: c(95) })).toMatch(/too dry/);
  expect(why('targetSuperheat', { returnWb: c(66), outdoorIn: c(110) })).toMatch(/under 5/);
  expect(why('targetSuperheat', { returnWb: c(67), outdoorIn: c(95) }, { metering: 'expansion-valve' })).toMatch(/valve/);
});

test('cooling from the air: standard air by the shortcuts of the trade, and what it rests on is said', () => {
  // 1,200 cfm, 20 °F: 1.08 · 1,200 · 20 = 25,920 Btu/h, a shortcut for standard air.
  const read = { returnDb: c(75), returnWb: c(62), supplyDb: c(55), supplyWb: c(53), airflow: 1200 * 4.71947e-4 };
  expect(figure('sensible', read)!.value / 0.29307107 / 25.92).toBeCloseTo(1, 1);
  const { airflow: _, ...unmeasured } = read;
  expect(figure('capacity', unmeasured)!.assumed).toMatch(/400 cfm/);
  expect(figure('capacity', unmeasured)!.u).toBeGreaterThan(figure('capacity', read)!.u * 1.5);
  expect(why('capacity', { returnDb: 24, supplyDb: 13 })).toMatch(/Wet bulb/);
});

test('a doubt as wide as the question says so; no figure has more digits than its doubt', () => {
  const read = { suctionP: kPa(118.1), returnDb: c(75) };
  expect(figure('evaporatorDifference', read)!.verdict).toBe('fine');
  const vague = figure('evaporatorDifference', read, {}, 25)!;
  expect(vague.verdict).toBe('unsure');
  expect(figureBecause(vague, set(read), 'us').changes).toHaveLength(1);
  expect(doubtText({ value: 21.3456, u: 2.2 }, 'difference', 'si')).toBe('21 ± 4 K');
  expect(doubtText({ value: 21.3456, u: 0.2 }, 'difference', 'si')).toBe('21.3 ± 0.4 K');
  expect(doubtText({ value: 2213, u: 20 }, 'power', 'us')).toBe('2210 ± 40 W');
});

test('an unknown refrigerant and a pressure beyond it are told apart', () => {
  expect(why('superheat', { suctionP: 800, suctionLine: 10 }, { refrigerant: 'unknown' })).toMatch(/not known/);
  expect(why('superheat', { suctionP: 9000, suctionLine: 10 })).toMatch(/beyond/);
});

/** Numbers that look drawn from the normal distribution, the same each time. */
function drawn(seed: number): () => number {
  let a = seed;
  const next = () => (a = (Math.imul(a, 1664525) + 1013904223) >>> 0) / 2 ** 32;
  return () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
}

test.each([
  [1, 4, 2],
  [2, 7, 5],
  [3, 3, 1],
])('propagation agrees with Monte Carlo, for what is bent as well (%d)', (seed, a, b) => {
  const f = ([x = 0, y = 0]: readonly number[]) => x * Math.sqrt(y) - y;
  const inputs = [
    { value: a, u: a * 0.03 },
    { value: b, u: b * 0.04 },
  ];
  const normal = drawn(seed);
  const tries = Array.from({ length: 20_000 }, () => f(inputs.map(({ value, u }) => value + u * normal())));
  const mean = tries.reduce((sum, x) => sum + x, 0) / tries.length;
  const u = Math.sqrt(tries.reduce((sum, x) => sum + (x - mean) ** 2, 0) / tries.length);
  // Twenty thousand tries give a sigma to some five parts in a thousand.
  expect(Math.abs(propagated(f, inputs)!.u / u - 1)).toBeLessThan(0.03);
});
