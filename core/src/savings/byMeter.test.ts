import { clearedDirt } from '../interval';
import { drawnMeter } from '../testing/drawnMeter';
import { meteredWash, type WashedThere } from './byMeter';
import type { EnergyFit } from './model';

const HOUSE: EnergyFit = { model: 'cooling', base: 20, heating: 0, cooling: 2, heatC: null, coolC: 17, weekend: null };
const FOUND = { role: 'condenser', found: 3, left: 1 } as const;
const PUBLISHED = clearedDirt([FOUND])!.share;
const SOUND = { changed: false, othersAir: false };

/** A house that cools with so much more before the wash than after it. */
function washed(times: number, seed: number, house: EnergyFit = HOUSE, heats = false, share = 1) {
  const before = { ...house, cooling: house.cooling * times, heating: house.heating * (heats ? times : 1) };
  const { before: pre, after, truth } = drawnMeter({ before, after: house, days: 364, noise: 1.5, rho: 0.3 }, seed);
  const air = [...pre, ...after].map(({ day, meanC }) => ({ day, meanC }));
  const rows = [...pre, ...after].map(({ day, days, kWh }) => ({ day, days, kWh }));
  const wash: WashedThere = { day: '2025-12-31', next: null, systems: [{ coils: [FOUND], share, heats }] };
  return { rows, air, wash, truth };
}

test('what a house saves is read beside what published sizes say of the grades that came off', () => {
  for (const [times, seed] of [
    [1 + PUBLISHED, 1],
    [1 + 2 * PUBLISHED, 2],
    [1, 3],
  ] as const) {
    const { rows, air, wash } = washed(times, seed);
    const told = meteredWash(rows, air, wash, SOUND);
    if (typeof told === 'string') throw new Error(told);
    expect(told.grade).toBe(3);
    const want = (times - 1) / PUBLISHED;
    expect(Math.abs(told.ratio - want)).toBeLessThan(3 * told.ratioU + 0.02);
    expect(told.ratioU).toBeLessThan(0.4);
    expect(told.kWh / told.u).toBeCloseTo(told.ratio / told.ratioU, 9);
  }
});

test('half of the capacity there was washed: the same kWh are twice as much; a heat pump saves in winter too', () => {
  const whole = washed(1.2, 4);
  const half = washed(1.2, 4, HOUSE, false, 0.5);
  const [one, two] = [whole, half].map(({ rows, air, wash }) => meteredWash(rows, air, wash, SOUND));
  if (typeof one !== 'object' || typeof two !== 'object') throw new Error('not told');
  expect(two.ratio).toBeCloseTo(2 * one.ratio, 9);
  const pump: EnergyFit = { ...HOUSE, model: 'both', heating: 1.5, heatC: 11 };
  const { rows, air, wash } = washed(1 + PUBLISHED, 5, pump, true);
  const told = meteredWash(rows, air, wash, SOUND);
  if (typeof told !== 'object') throw new Error(told);
  expect(Math.abs(told.ratio - 1)).toBeLessThan(3 * told.ratioU);
});

test('what cannot be told apart, or rests on the air of other days, does not count, and says why', () => {
  const { rows, air, wash } = washed(1.3, 6);
  const [system] = wash.systems;
  const told = (change: Partial<WashedThere>, weak = SOUND, of = rows) => meteredWash(of, air, { ...wash, ...change }, weak);
  expect(told({}, { changed: true, othersAir: false })).toBe('changed');
  expect(told({}, { changed: false, othersAir: true })).toBe('air');
  expect(told({ systems: [system!, system!] })).toBe('together');
  expect(told({ systems: [{ ...system!, coils: [{ ...FOUND, left: 3 }] }] })).toBe('ungraded');
  expect(told({ systems: [] })).toBe('ungraded');
  expect(told({}, SOUND, rows.slice(-390))).toBe('too-little');
});
