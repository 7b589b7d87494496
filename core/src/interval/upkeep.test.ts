import fc from 'fast-check';
import { SOILS, STORY_FACTS } from '../survey';
import { CONFIGURATIONS } from '../equipment';
import { UPKEEP_IDS, upkeepDues, type UpkeepFacts } from './upkeep';

const plain: UpkeepFacts = {
  configuration: 'split-cool',
  indoor: true,
  soils: [],
  storyFacts: [],
  drain: 'unknown',
  wheel: 'unknown',
  filter: 'unknown',
  filterKind: 'unknown',
};
const dates = (over: Partial<UpkeepFacts>) =>
  Object.fromEntries(upkeepDues('2026-06-11', { ...plain, ...over }).map((row) => [row.id, row.date]));

test('each has its own clock, and each fact moves its own and no other', () => {
  expect(dates({})).toEqual({ filter: '2026-07-11', drain: '2027-06-11', wheel: '2028-06-11' });
  expect(dates({ storyFacts: ['dogs'] })).toEqual({ filter: '2026-06-26', drain: '2027-06-11', wheel: '2028-06-11' });
  expect(dates({ drain: 'slow' })).toEqual({ filter: '2026-07-11', drain: '2026-12-11', wheel: '2028-06-11' });
  expect(dates({ configuration: 'split-heat-pump' })['wheel']).toBe('2027-06-11');
  expect(dates({ wheel: 'caked' })['wheel']).toBe('2027-06-11');
  expect(dates({ filterKind: 'media' })['filter']).toBe('2027-06-11');
  expect(dates({ filterKind: 'media', filter: 'loaded' })['filter']).toBe('2026-12-11');
  expect(dates({ filterKind: 'media', storyFacts: ['dogs'] })['filter']).toBe('2026-12-11');
  expect(dates({ filterKind: 'washable' })['filter']).toBe('2026-08-10');
  expect(dates({ filterKind: 'washable', configuration: 'split-heat-pump' })['filter']).toBe('2026-07-11');
  expect(dates({ soils: ['salt'] })['salt-rinse']).toBe('2026-07-11');
  expect(dates({ indoor: false })).toEqual({ filter: '2026-07-11' });
});

test('whatever was found, every clock runs after the visit, once, soonest first', () => {
  fc.assert(
    fc.property(
      fc.record({
        configuration: fc.constantFrom(...CONFIGURATIONS),
        indoor: fc.boolean(),
        soils: fc.subarray([...SOILS]),
        storyFacts: fc.subarray([...STORY_FACTS]),
        drain: fc.constantFrom('unknown', 'clear', 'slow', 'blocked'),
        wheel: fc.constantFrom('unknown', 'clean', 'dusty', 'caked'),
        filter: fc.constantFrom('unknown', 'clean', 'loaded', 'blocked', 'missing'),
        filterKind: fc.constantFrom('unknown', 'thin', 'media', 'washable'),
      }),
      (facts) => {
        const rows = upkeepDues('2026-01-31', facts);
        expect(new Set(rows.map((row) => row.id)).size).toBe(rows.length);
        expect(
          rows.every((row, i) => row.date > '2026-01-31' && row.date >= (rows[i - 1]?.date ?? '') && UPKEEP_IDS.includes(row.id)),
        ).toBe(true);
        expect(rows.some((row) => row.id === 'filter')).toBe(true);
      },
    ),
  );
});
