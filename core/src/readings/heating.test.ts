import { beforeAfter } from '../verdict';
import { impossibleIn, inHeating, judgeable, probePlace, QUANTITIES, type QuantityId, type ReadingSet } from '.';

const set = (values: Partial<Record<QuantityId, number>>): ReadingSet =>
  Object.fromEntries(
    Object.entries(values).map(([quantity, value]) => [
      quantity,
      { quantity, value, u: QUANTITIES[quantity as QuantityId].instrument, how: 'typed', steady: true, at: '', by: '' } as never,
    ]),
  );
const heated = set({ returnDb: 21, supplyDb: 36, outdoorIn: 5, outdoorLeaving: 2, suctionLine: 60, liquidLine: 30, dischargeLine: 70 });

test('supply warmer than return is how a heat pump heats, and a fault of probes anywhere else', () => {
  expect(inHeating(heated, true)).toBe(true);
  expect(impossibleIn(heated, true)).toEqual([]);
  expect(judgeable(heated, true)).toEqual(heated);
  expect(impossibleIn(heated).map((row) => row.quantities)).toContainEqual(['supplyDb', 'returnDb']);
  // The outdoor coil gives heat off: it cools, and the two indoor probes are swapped.
  expect(inHeating({ ...heated, ...set({ outdoorLeaving: 14 }) }, true)).toBe(false);
  expect(impossibleIn(set({ returnWb: 20, returnDb: 15, supplyDb: 30 }), true)).toHaveLength(1);
});

test('before and after of a heat pump that heats: air rise, watts and outdoor air, none judged', () => {
  const setting = { refrigerant: 'R-410A', metering: 'unknown', era: 'unknown', btuh: 36000, pressureKPa: 101.325, ratedA: null } as const;
  const after = set({ returnDb: 21, supplyDb: 39, outdoorIn: 6, outdoorLeaving: 3, watts: 2900 });
  const { lines, whole } = beforeAfter({ ...heated, ...set({ watts: 3100 }) }, after, { ...setting, heats: true });
  expect(lines.map((line) => [line.sign, line.verdict, line.after.value])).toEqual([
    ['airRise', 'explained', 18],
    ['watts', 'explained', 2900],
    ['outdoorAir', 'explained', 6],
  ]);
  expect(whole).toBe('open');
});

test('static tips go where the coil is: outside a furnace, inside an air handler', () => {
  expect(probePlace('staticSupply', 'furnace')).toMatch(/before the coil/);
  expect(probePlace('staticSupply', 'air-handler')).toMatch(/supply outlet/);
  expect(probePlace('staticSupply', 'unknown')).toMatch(/Furnace: .* Air handler: /);
  expect(probePlace('returnDb', 'furnace')).toBe(QUANTITIES.returnDb.where);
});
