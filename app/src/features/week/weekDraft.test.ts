import type { DueRow, WeekRecord, WeekVisit } from '@elm-mist/contract';
import { drawnWeek, filled, mondayOf, NOTHING_PUT, put } from './weekDraft';

const at = { latitudeDeg: 42.2, longitudeDeg: -100.6 };
const visit = (id: string, over: Partial<WeekVisit> = {}): WeekVisit => ({
  id,
  systemId: `of-${id}`,
  systemName: 'Heat pump',
  placeName: id,
  startMinute: 540,
  durationMin: 60,
  crewId: null,
  standing: 'planned',
  ...at,
  ...over,
});
const due = (systemId: string, over: Partial<DueRow> = {}): DueRow => ({
  systemId,
  systemName: 'Split',
  placeId: 'p',
  placeName: systemId,
  address: '',
  customerName: '',
  phone: '',
  due: '2026-06-01',
  lastVisit: null,
  planned: null,
  ...at,
  usualMin: 90,
  clocks: [],
  where: null,
  weeks: null,
  ...over,
});
const crews = [{ id: 'a', memberIds: ['a'], from: 450, to: 990 }];
const week: WeekRecord = {
  roads: { factor: 1.3, kmh: 40 },
  days: ['2026-06-15', '2026-06-16', '2026-06-20'].map((day, i) => ({ day, crews, visits: i === 0 ? [visit('one')] : [] })),
};

test('a visit put on another day leaves its own, and follows what stands there; back, it is where it was', () => {
  const moved = put(NOTHING_PUT, { id: 'one', is: 'visit' }, '2026-06-16');
  const there = drawnWeek(week, [], moved);
  expect(there.map((day) => day.rows.map((row) => [row.id, row.wish, row.startMinute]))).toEqual([[], [['one', true, 450]], []]);
  const both = put(moved, { id: 'cottage', is: 'due' }, '2026-06-16');
  expect(drawnWeek(week, [due('cottage')], both)[1]).toMatchObject({
    crewMin: 540,
    usedMin: 150,
    rows: [{ id: 'one' }, { id: 'cottage', startMinute: 510 }],
  });
  expect(put(both, { id: 'one', is: 'visit' }, null).visits).toEqual({});
});

test('two crews work side by side: what is put on goes to the one that is there first', () => {
  const two = [...crews, { id: 'b', memberIds: ['b'], from: 480, to: 990 }];
  const busy = {
    ...week,
    days: [{ day: '2026-06-16', crews: two, visits: [visit('one', { crewId: 'a', startMinute: 450, durationMin: 200 })] }],
  };
  const both = { visits: {}, due: { x: '2026-06-16', y: '2026-06-16' } };
  expect(drawnWeek(busy, [due('x'), due('y')], both)[0]?.rows.map((row) => [row.id, row.startMinute])).toEqual([
    ['one', 450],
    ['x', 480],
    ['y', 570],
  ]);
});

test('a week fills from tomorrow on, weekends left free, what was put by hand and what is planned left alone', () => {
  const dues = [due('a'), due('b'), due('c', { planned: { visitId: 'v', day: '2026-06-30', startMinute: 540 } })];
  const byHand = put(NOTHING_PUT, { id: 'b', is: 'due' }, '2026-06-20');
  expect(filled(week, dues, byHand, '2026-06-15', at)).toEqual({ due: { a: '2026-06-16', b: '2026-06-20' }, visits: {} });
  // More than a day holds stays in the list.
  const many = Array.from({ length: 9 }, (_, i) => due(`s${i}`));
  expect(Object.keys(filled(week, many, NOTHING_PUT, '2026-06-15', at).due)).toHaveLength(6);
});

test('weeks begin on Monday', () => {
  expect(['2026-06-15', '2026-06-17', '2026-06-21'].map(mondayOf)).toEqual(['2026-06-15', '2026-06-15', '2026-06-15']);
});
