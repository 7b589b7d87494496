import type { DayRecord, TodayVisit } from '@elm-mist/contract';
import { screen } from '@testing-library/react';
import type * as Fakes from '@/testing/fakes';
import { detailOf, openPage } from '@/testing/openVisit';
import { DayDetail } from './DayDetail';
import { DayList } from './DayList';
import { forgetDevice } from '@/testing/device';

const DAY = '2026-06-11';
jest.mock('expo-router', () => ({
  ...jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter(),
  useGlobalSearchParams: () => ({ day: '2026-06-11' }),
}));
beforeEach(forgetDevice);
afterEach(() => jest.restoreAllMocks());

const { visit, place, system, coils } = detailOf([]);
const need = (over: Partial<TodayVisit['needs'][number]>): TodayVisit['needs'][number] => ({
  coilId: 'coil-1',
  role: 'condenser',
  name: '',
  expectedGrade: 3,
  cleanerId: 'alkaline',
  cleanerName: 'Bramble',
  waterParts: 4,
  solutionL: 5,
  concentrateL: 1,
  cans: null,
  basis: 'last visit',
  ...over,
});
const fit = (over: Partial<NonNullable<TodayVisit['fit']>> = {}): NonNullable<TodayVisit['fit']> => ({
  time: { seconds: 7500, handsOnS: 4500, waitS: 3000 },
  slotS: 9000,
  overS: 0,
  ways: [],
  ...over,
});
const day = (row: Partial<TodayVisit>): DayRecord => ({
  day: DAY,
  visits: [
    {
      visit: { ...visit, standing: 'planned', startMinute: 510, durationMin: 70 },
      place,
      system,
      coils,
      visitStep: 'look',
      needs: [need({})],
      fit: fit(),
      promised: [],
      pause: null,
      ...row,
    },
  ],
  weather: { source: 'simulated', hours: [] },
  next: null,
});

test('slot and plan stand side by side, hands and waiting apart; what fits asks for nothing', async () => {
  await openPage(<DayList />, { [`/days/${DAY}`]: day({}) });
  expect(screen.getByText('Slot 2 h 30 min · plan 2 h 5 min: 1 h 15 min of hands, 50 min of waiting')).toBeTruthy();
  expect(screen.queryByText(/^Runs over/)).toBeNull();
});

test('what does not fit says by how much, and each way with what it takes', async () => {
  const ways = [
    { id: 'one-coil' as const, words: 'Outdoor coil only', seconds: 4200 },
    { id: 'helper' as const, words: 'With a helper', seconds: 6000 },
  ];
  await openPage(<DayList />, { [`/days/${DAY}`]: day({ fit: fit({ slotS: 4200, overS: 3300, ways }) }) });
  expect(screen.getByText('Runs over by 55 min')).toBeTruthy();
  expect(screen.getByText('Outdoor coil only 1 h 10 min · with a helper 1 h 40 min · or move what follows to 10:35 am.')).toBeTruthy();
});

test('a closed visit is told no times, and one of which nothing is known promises none', async () => {
  await openPage(<DayList />, { [`/days/${DAY}`]: day({ fit: null }) });
  expect(screen.queryByText(/^Slot /)).toBeNull();
});

test('what to carry: concentrate by volume, cans by their number, water by its name', async () => {
  const needs = [
    need({}),
    need({ coilId: 'b', role: 'evaporator', cleanerName: 'Sedge foam can', cans: 2, concentrateL: 1, basis: 'plan' }),
    need({ coilId: 'c', role: 'evaporator', cleanerName: 'Water', cleanerId: null, concentrateL: null, basis: 'survey', expectedGrade: 1 }),
  ];
  await openPage(<DayDetail />, { [`/days/${DAY}`]: day({ needs }) });
  expect(screen.getByText('Outdoor coil: blocked 3 last time · 1 L Bramble')).toBeTruthy();
  expect(screen.getByText('Indoor coil: blocked 3 · 2 cans of Sedge foam can')).toBeTruthy();
  expect(screen.getByText('Indoor coil: hazed 1 found · water only')).toBeTruthy();
});
