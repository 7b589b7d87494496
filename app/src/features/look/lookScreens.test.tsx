import { graded } from '@elm-mist/core/testing/fixtures';
import { fullRunCoils, scribe } from '@elm-mist/core/testing/fullRun';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import type * as Fakes from '@/testing/fakes';
import { detailOf, openInVisit, RULES, settle, VISIT } from '@/testing/openVisit';
import { LookBead } from './LookBead';

const address: { part?: string } = {};
jest.mock('expo-router', () => ({
  ...jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter(),
  useLocalSearchParams: () => address,
}));
jest.mock('idb-keyval', () => jest.requireActual<typeof Fakes>('@/testing/fakes').memoryDisk());

const [outdoor] = fullRunCoils;
const twoRows = { ...outdoor, geometry: { ...outdoor.geometry, rows: 2 as const }, systemId: 's1' };
beforeEach(() => {
  window.localStorage.clear();
  delete address.part;
  RULES.units = 'si';
});
afterEach(() => jest.restoreAllMocks());

const type = async (testID: string, value: string) => {
  fireEvent.change(screen.getByTestId(testID), { target: { value } });
  await settle();
};
const press = async (name: RegExp) => {
  fireEvent.click(screen.getByRole('button', { name }));
  await settle();
};

test('the inner row graded first leaves the outer one open, and that is what is kept', async () => {
  address.part = outdoor.id;
  const run = scribe(VISIT);
  run.happen('visit.started', {});
  const posted = await openInVisit(<LookBead />, run, { coils: [twoRows, detailOf([]).coils[1]!] });
  await press(/^Path, inner row: not graded$/);
  fireEvent.click(screen.getAllByRole('radio', { name: /^3/ })[0]!);
  await settle();
  expect(screen.getByText(/^Still open: Path, outer row;/)).toBeTruthy();
  fireEvent.click(screen.getByTestId('look-next'));
  await settle();
  expect(posted.at(-1)).toMatchObject({ kind: 'coil.surveyed', data: { survey: { grades: { path: [null, 3] } } } });
});

test('a wind typed in miles an hour is the same wind once the shop counts in metres', async () => {
  RULES.units = 'us';
  const run = scribe(VISIT);
  await openInVisit(<LookBead />, run);
  await type('air', '91');
  await type('humidity', '40');
  await type('wind', '5');
  cleanup();
  RULES.units = 'si';
  const posted = await openInVisit(<LookBead />, run);
  expect(screen.getByTestId<HTMLInputElement>('wind').value).toBe('2.2');
  fireEvent.click(screen.getByTestId('look-next'));
  await settle();
  const site = posted.find((row) => row.kind === 'site.noted')?.data as { windMs: number; dryBulbC: number };
  expect(site.windMs).toBeCloseTo(2.2, 6);
  expect(site.dryBulbC).toBeCloseTo(32.8, 1);
});

test('a figure changed on another phone is shown as it is now; a comma that can mean two things is asked about', async () => {
  address.part = outdoor.id;
  const run = scribe(VISIT);
  run.happen('visit.started', {});
  const survey = graded(3);
  const metres = (clearanceM: number) => ({ ...survey, answers: { ...survey.answers, clearanceM } });
  run.happen('coil.surveyed', { coilId: outdoor.id, survey: metres(0.5) });
  await openInVisit(<LookBead />, run);
  const field = () => screen.getByTestId<HTMLInputElement>('answer-clearanceM');
  expect(field().value).toBe('500');
  await type('answer-clearanceM', '400');
  cleanup();
  run.happen('coil.surveyed', { coilId: outdoor.id, survey: metres(0.8) }, 'Ives');
  await openInVisit(<LookBead />, run);
  expect(field().value).toBe('800');
  expect(screen.getByText(/^This coil was noted anew since you began here/)).toBeTruthy();
  await press(/^Take mine back$/);
  expect(field().value).toBe('400');
  await type('answer-clearanceM', '1,500');
  await press(/^1500$/);
  expect(field().value).toBe('1500');
});
