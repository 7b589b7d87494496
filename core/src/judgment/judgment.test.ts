import { foldVisit, type VisitEvent } from '../run';
import { figuresOf } from '../airside';
import { QUANTITIES, type QuantityId, type ReadingSet } from '../readings';
import { earlierKnown } from '../history/earlierVisits';
import { settingOf, sharedSetting } from './judgment';
import { otherMachineWords, otherSerial } from '../equipment/otherMachine';
import { visitSummary } from '../visit/visitSummary';

const system = { refrigerant: 'R-410A', btuh: 36_000, altitudeM: 0 } as const;
const plate = {
  model: 'XX-036',
  refrigerant: 'R-410A',
  madeYear: 2015,
  sensitiveOccupants: false,
  serial: '',
  metering: 'expansion-valve',
  era: '13-15',
  plateSubcoolingK: 5,
  plateChargeKg: 3,
} as const;
const visit = (id: string, identity: object | null) => {
  const events: VisitEvent[] = identity
    ? [{ id: `${id}-1`, visitId: id, at: '2026-06-11T13:00:00.000Z', by: 'Wren', kind: 'identity.noted', data: identity } as never]
    : [];
  return { state: foldVisit(id, 'split-cool', events), events };
};
const read = (figures: Partial<Record<QuantityId, number>>): ReadingSet =>
  Object.fromEntries(
    Object.entries(figures).map(([quantity, value]) => [
      quantity,
      { quantity, value, u: QUANTITIES[quantity as QuantityId].instrument / 10, how: 'typed', steady: true, at: '', by: '' } as never,
    ]),
  );

test('subcooling is held against the plate’s where it was noted, whatever meters; without it against the usual of a valve', () => {
  // 30 °C condenses R-410A at some 1885 kPa, chart, from memory: 9 K of subcooling is fine as usual, and too much for a plate that wants 5.
  const set = read({ liquidP: 1784, liquidLine: 21 });
  const told = (identity: object) =>
    figuresOf(set, settingOf(visit('a', identity).state, system)).figures.find(({ id }) => id === 'subcooling')!;
  const own = told(plate);
  expect(own.value).toBeGreaterThan(7);
  expect([own.verdict, own.high]).toEqual(['high', expect.closeTo(5 + 3 / 1.8, 6)]);
  expect(told({ ...plate, plateSubcoolingK: null })).toMatchObject({ high: expect.closeTo(15 / 1.8, 6) });
  expect(told({ ...plate, plateSubcoolingK: null, metering: 'unknown' }).high).toBeNull();
});

test('what a plate said is known on the next visit, the newest that told', () => {
  const past = (id: string, identity: object | null) => {
    const { state, events } = visit(id, identity);
    return { id, day: '2026-06-11', read: visitSummary(state, events, [], system) };
  };
  expect(earlierKnown([past('a', { ...plate, era: 'unknown' }), past('b', plate), past('c', null)]).identity).toMatchObject(plate);
  expect(earlierKnown([past('c', null)]).identity).toBeNull();
});

test('two sets are held against what either plate tells, and not at all where they tell of two machines', () => {
  const setting = (identity: object | null) => settingOf(visit('a', identity).state, system);
  const [silent, told] = [setting(null), setting(plate)];
  expect(sharedSetting(silent, told)).toMatchObject({ metering: 'expansion-valve', era: '13-15', plateSubcoolingK: 5 });
  expect(sharedSetting(told, silent)).toMatchObject({ metering: 'expansion-valve', era: '13-15', plateSubcoolingK: 5 });
  expect(sharedSetting(setting({ ...plate, metering: 'fixed-orifice' }), told)).toBeNull();
  expect(sharedSetting(setting({ ...plate, refrigerant: 'R-22' }), told)).toBeNull();
});

test('two serial numbers are of two machines where both were noted and differ by more than how they are written', () => {
  expect([otherSerial('AB 12-3', 'ab123'), otherSerial('', 'A1'), otherSerial('A1', '--'), otherSerial('A1', 'A2')]).toEqual([
    false,
    false,
    false,
    true,
  ]);
  expect(otherMachineWords('A 1', 'a1', '2025-06-24')).toBe('');
  expect(otherMachineWords('A2', 'A1', null)).toMatch(/^Another serial number than before \(A1\)/);
});
