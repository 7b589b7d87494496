import { coil } from '../testing/fixtures';
import { dayToPlan, movedVisits, type DayAsked, type PlannedVisit } from './dayStops';
import { emptySurvey, type CoilAnswers } from '../survey';
import { filterNeed, truckList } from '../truck/truckList';

const visit = (id: string, change: Partial<PlannedVisit['visit']> = {}, rest: Partial<PlannedVisit> = {}): PlannedVisit => ({
  visit: { id, day: '2026-06-11', startMinute: 540, durationMin: 60, standing: 'planned', ...change },
  place: { name: id, latitudeDeg: 42, longitudeDeg: -100, altitudeM: 700 },
  coils: [{ role: 'condenser', geometry: coil().geometry }],
  fit: null,
  promised: [],
  pause: null,
  ...rest,
});
const asked = (change: Partial<DayAsked> = {}): DayAsked => ({
  visits: [],
  hours: [],
  zone: 'America/Chicago',
  minimumC: 5,
  crews: [{ id: 'wren', memberIds: ['wren', 'ives'], from: 480, to: 1020 }],
  members: [
    { id: 'wren', name: 'Wren', licences: ['electrical'], archived: false },
    { id: 'ives', name: 'Ives', licences: ['refrigerant'], archived: false },
  ],
  shop: { latitudeDeg: 42.1, longitudeDeg: -100.1 },
  nowMin: null,
  nearTold: false,
  ...change,
});

test('what is closed, cancelled or under way is not ordered; the crew goes on from where it is, once that is over', () => {
  const visits = [
    visit('done', { standing: 'closed', crewId: 'wren', startMinute: 480 }),
    visit('now', { standing: 'under way', crewId: 'wren', startMinute: 600, durationMin: 90 }, { fit: { slotS: 5400, overS: 1800 } }),
    visit('off', { standing: 'cancelled' }),
    visit('next'),
  ];
  const { stops, crews } = dayToPlan(asked({ visits, nowMin: 620 }));
  expect(stops.map((stop) => stop.id)).toEqual(['next']);
  // Two hours by its plan, from ten o'clock.
  expect(crews[0]).toMatchObject({ from: 720, leaves: { latitudeDeg: 42 }, returns: { latitudeDeg: 42.1 }, name: 'Wren and Ives' });
  expect(crews[0]?.licences).toEqual(['electrical', 'refrigerant']);
});

test('a plan longer than the slot, the owner’s hours, licences of what was promised and parts that have not come all count', () => {
  const pause = { value: { due: '2026-06-15' } } as never;
  const [long, waiting] = dayToPlan(
    asked({
      visits: [
        visit(
          'a',
          { windowFrom: 540, windowTo: 600 },
          { fit: { slotS: 3600, overS: 900 }, promised: [{ licence: 'refrigerant' }, { licence: null }] },
        ),
        visit('b', { standing: 'suspended' }, { pause }),
      ],
    }),
  ).stops;
  expect(long).toMatchObject({ minutes: 75, window: { from: 540, to: 600 }, licences: ['refrigerant'], waits: '' });
  expect(waiting?.waits).toContain('15 June 2026');
});

test('near what was told: a quarter of an hour sooner to an hour and a half later, within the owner’s hours where these leave any', () => {
  const window = (nearTold: boolean, windowFrom?: number, windowTo?: number) =>
    dayToPlan(asked({ nearTold, visits: [visit('a', windowFrom === undefined ? {} : { windowFrom, windowTo: windowTo ?? null })] }))
      .stops[0]?.window;
  expect(window(false)).toBeNull();
  expect(window(true)).toEqual({ from: 525, to: 630 });
  expect(window(true, 540, 600)).toEqual({ from: 540, to: 600 });
  expect(window(true, 800, 900)).toEqual({ from: 800, to: 900 });
  // What was told is long past: as soon as can be.
  expect(dayToPlan(asked({ nearTold: true, nowMin: 840, visits: [visit('a')] })).stops[0]?.window).toEqual({ from: 525, to: 930 });
});

test('hours of the feed become words by the shop’s clock: too cold is closed, a hot dry wind is dry, a storm is closed however mild', () => {
  const hour = (utc: number, dryBulbC: number, windMs: number) => ({
    atMs: Date.UTC(2026, 5, 11, utc),
    dryBulbC,
    rhPct: dryBulbC > 30 ? 15 : 80,
    windMs,
    cloud: 1,
  });
  const [stop] = dayToPlan(
    asked({
      visits: [visit('a')],
      hours: [hour(13, 2, 1), hour(14, 18, 0.5), hour(19, 41, 8), { ...hour(20, 24, 1), storm: true as const }],
    }),
  ).stops;
  expect(stop?.hours[8]).toBe('closed');
  expect(stop?.hours[9]).toBeUndefined();
  expect(stop?.hours[14]).toBe('dry');
  expect(stop?.hours[15]).toBe('closed');
});

test('owners are told from a quarter of an hour on', () => {
  const route = (begin: number) => ({
    crewId: 'c',
    leave: 0,
    back: 0,
    driveMin: 0,
    waitMin: 0,
    stops: [{ stopId: 'a', arrive: begin, begin, end: begin, driveMin: 0, dry: false }],
  });
  const moves = (begin: number) => movedVisits([{ visit: { id: 'a', startMinute: 540 } }], [route(begin)]).length;
  expect([moves(540), moves(554), moves(555), moves(500)]).toEqual([0, 0, 1, 1]);
});

test('the truck: each cleaner summed and held against what of the shelf is still good, mixes shared by two coils or more, parts counted', () => {
  const need = (cleanerId: string, concentrateL: number, waterParts: number, cans: number | null = null) =>
    ({
      coilId: 'x',
      role: 'condenser',
      name: '',
      expectedGrade: 1,
      cleanerId,
      cleanerName: cleanerId,
      waterParts,
      solutionL: concentrateL * (1 + waterParts),
      concentrateL,
      cans,
      basis: 'plan',
    }) as const;
  const list = truckList(
    [
      { needs: [need('alder', 0.5, 4), need('spray', 0, 0, 2)], promised: [{ parts: ['contactor'] }], small: ['2 × cap'] },
      { needs: [need('alder', 0.7, 4), need('alder', 0.2, 9)], promised: [{ parts: ['contactor', 'cap'] }] },
    ],
    [
      { cleanerId: 'alder', leftL: 1, expires: null },
      { cleanerId: 'alder', leftL: 5, expires: '2026-06-10' },
    ],
    '2026-06-11',
  );
  const alder = list.cleaners.find((row) => row.cleanerId === 'alder');
  expect(alder?.litres).toBeCloseTo(1.4, 9);
  expect(alder?.shortL).toBeCloseTo(0.4, 9);
  expect(list.batches).toHaveLength(1);
  expect(list.batches[0]?.solutionL).toBeCloseTo(6, 9);
  expect(list.mixWaterL).toBeCloseTo(0.5 * 4 + 0.7 * 4 + 0.2 * 9, 9);
  expect(list.parts).toEqual([
    { name: 'contactor', times: 2 },
    { name: 'cap', times: 1 },
  ]);
  expect(list.small).toEqual([{ name: '2 × cap', times: 1 }]);
  expect(list.cleaners.find((row) => row.cleanerId === 'spray')?.cans).toBe(2);
});

test('a filter is brought where its clock is over by that day, or it was found so and no clock runs; each size counted', () => {
  const seen = (filter: CoilAnswers['filter'], filterSize = '') => [
    { ...emptySurvey(), answers: { ...emptySurvey().answers, filter, filterSize } },
  ];
  expect(filterNeed(seen('clean', '16x25x1 in'), '2026-06-11', '2026-06-11')).toEqual({ size: '16x25x1 in', why: 'due' });
  expect(filterNeed(seen('loaded'), '2026-06-12', '2026-06-11')).toBeNull();
  expect(filterNeed(seen('missing'), null, '2026-06-11')).toEqual({ size: '', why: 'found' });
  expect(filterNeed(seen('clean'), null, '2026-06-11')).toBeNull();
  // A finding that still stands was not put right, whatever its clock says.
  expect(filterNeed(seen('clean'), '2026-06-12', '2026-06-11', true)).toEqual({ size: '', why: 'found' });
  const bring = (size: string, why: 'due' | 'found' = 'due') => ({ needs: [], promised: [], filter: { size, why } });
  expect(
    truckList([bring('a'), bring('b'), bring('a'), bring('a', 'found'), { needs: [], promised: [], filter: null }], [], '2026-06-11')
      .filters,
  ).toEqual([
    { size: 'a', why: 'due', times: 2 },
    { size: 'b', why: 'due', times: 1 },
    { size: 'a', why: 'found', times: 1 },
  ]);
});
