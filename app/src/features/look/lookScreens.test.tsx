import { graded } from '@elm-mist/core/testing/fixtures';
import { fullRunCoils, scribe } from '@elm-mist/core/testing/fullRun';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { keys, queryClient } from '@/data';
import type * as Fakes from '@/testing/fakes';
import { detailOf, openInVisit, RULES, settle, VISIT } from '@/testing/openVisit';
import { LookScreen } from './LookScreen';
import { forgetDevice } from '@/testing/device';

const address: { part?: string } = {};
jest.mock('expo-router', () => ({
  ...jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter(),
  useLocalSearchParams: () => address,
}));

const [outdoor] = fullRunCoils;
const twoRows = { ...outdoor, geometry: { ...outdoor.geometry, rows: 2 as const }, systemId: 's1', name: '', archived: false };
beforeEach(() => {
  forgetDevice();
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
  const posted = await openInVisit(<LookScreen />, run, { coils: [twoRows, detailOf([]).coils[1]!] });
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
  await openInVisit(<LookScreen />, run);
  await type('air', '91');
  await type('humidity', '40');
  await type('wind', '5');
  cleanup();
  RULES.units = 'si';
  const posted = await openInVisit(<LookScreen />, run);
  expect(screen.getByTestId<HTMLInputElement>('wind').value).toBe('2.2');
  fireEvent.click(screen.getByTestId('look-next'));
  await settle();
  const site = posted.find((row) => row.kind === 'site.noted')?.data as { windMs: number; dryBulbC: number };
  expect(site.windMs).toBeCloseTo(2.2, 6);
  expect(site.dryBulbC).toBeCloseTo(32.8, 1);
});

test('what the plate said stands there on the next visit, in the units of now, and is noted again; a charge that no plate has is named', async () => {
  RULES.units = 'us';
  const run = scribe(VISIT);
  const plate = {
    model: 'XX-024',
    refrigerant: 'R-410A' as const,
    madeYear: 2015,
    sensitiveOccupants: true,
    serial: 'S 1',
    metering: 'expansion-valve' as const,
    era: '13-15' as const,
    ratedA: 12.5,
    plateChargeKg: 3.2885,
    plateSubcoolingK: 5,
  };
  const { known } = detailOf([]);
  const posted = await openInVisit(<LookScreen />, run, { known: { ...known, identity: plate } });
  expect(screen.getByTestId<HTMLInputElement>('plate-charge').value).toBe('7.25');
  expect(screen.getByTestId<HTMLInputElement>('plate-subcooling').value).toBe('9');
  for (const [id, value] of [
    ['air', '91'],
    ['humidity', '40'],
    ['wind', '5'],
    ['plate-charge', '725'],
  ] as const)
    await type(id, value);
  fireEvent.click(screen.getByTestId('look-next'));
  await settle();
  expect(screen.getByText(/^Plate charge must be between .* lb\.$/)).toBeTruthy();
  expect(posted).toEqual([]);
  await type('plate-charge', '7.25');
  // Another serial is another machine, and said so; the same written otherwise is not.
  await type('serial', 'S 2');
  expect(screen.getByText(/^Another serial number than before \(S 1\)\. Misread, or another machine/)).toBeTruthy();
  await type('serial', 's-1');
  expect(screen.queryByText(/^Another serial number/)).toBeNull();
  await type('serial', 'S 1');
  fireEvent.click(screen.getByTestId('look-next'));
  await settle();
  const noted = posted.find((row) => row.kind === 'identity.noted')?.data as typeof plate;
  expect(noted).toMatchObject({
    metering: 'expansion-valve',
    era: '13-15',
    ratedA: 12.5,
    sensitiveOccupants: true,
    serial: 'S 1',
    plateSubcoolingK: 5,
  });
  expect(noted.plateChargeKg).toBeCloseTo(3.2885, 3);
});

test('a plate that the server tells only after the visit was opened fills in what nobody has typed over', async () => {
  await openInVisit(<LookScreen />, scribe(VISIT));
  await type('plate-charge', '3');
  const { known } = detailOf([]);
  const identity = {
    model: '',
    refrigerant: 'R-410A' as const,
    madeYear: null,
    sensitiveOccupants: true,
    serial: 'S 1',
    metering: 'fixed-orifice' as const,
    era: '10-12' as const,
    plateChargeKg: 4,
    plateSubcoolingK: 5,
  };
  act(() => {
    queryClient.setQueryData(keys.visit(VISIT), detailOf([], { known: { ...known, identity } }));
  });
  await settle();
  const value = (id: string) => screen.getByTestId<HTMLInputElement>(id).value;
  expect([value('serial'), value('plate-charge'), value('plate-subcooling')]).toEqual(['S 1', '3', '5']);
  expect(screen.getByRole('radio', { name: 'Fixed orifice' }).getAttribute('aria-checked')).toBe('true');
});

test('a visit opened before the server has told it the air is filled in once it does, but for what was typed', async () => {
  const run = scribe(VISIT);
  await openInVisit(<LookScreen />, run);
  await type('wind', '4');
  const value = (id: string) => screen.getByTestId<HTMLInputElement>(id).value;
  expect([value('air'), value('humidity'), value('wind')]).toEqual(['', '', '4']);
  const hour = { atMs: Math.floor(run.now() / 3_600_000) * 3_600_000, dryBulbC: 31, rhPct: 44, windMs: 2, cloud: 0.9 };
  act(() => {
    queryClient.setQueryData(keys.visit(VISIT), detailOf([], { weather: { source: 'simulated', hours: [hour] } }));
  });
  await settle();
  expect([value('air'), value('humidity'), value('wind')]).toEqual(['31', '44', '4']);
});

test('a figure changed on another phone is shown as it is now; a comma that can mean two things is asked about', async () => {
  address.part = outdoor.id;
  const run = scribe(VISIT);
  run.happen('visit.started', {});
  const survey = graded(3);
  const metres = (clearanceM: number) => ({ ...survey, answers: { ...survey.answers, clearanceM } });
  run.happen('coil.surveyed', { coilId: outdoor.id, survey: metres(0.5) });
  await openInVisit(<LookScreen />, run);
  const field = () => screen.getByTestId<HTMLInputElement>('answer-clearanceM');
  expect(field().value).toBe('500');
  await type('answer-clearanceM', '400');
  cleanup();
  run.happen('coil.surveyed', { coilId: outdoor.id, survey: metres(0.8) }, 'Ives');
  await openInVisit(<LookScreen />, run);
  expect(field().value).toBe('800');
  expect(screen.getByText(/^This coil was noted again since you began here/)).toBeTruthy();
  await press(/^Take mine back$/);
  expect(field().value).toBe('400');
  await type('answer-clearanceM', '1,500');
  await press(/^1500$/);
  expect(field().value).toBe('1500');
});

test('a capacitor that is off stops the plan until the customer chose, and stands on the record', async () => {
  const run = scribe(VISIT);
  const posted = await openInVisit(<LookScreen />, run);
  await type('air', '30');
  await type('humidity', '40');
  await type('wind', '1');
  expect(screen.queryByTestId('rated-uf')).toBeNull();
  fireEvent.click(screen.getByRole('radio', { name: 'Hums, no start' }));
  await settle();
  await type('rated-uf', '40');
  await type('measured-uf', '3x');
  fireEvent.click(screen.getByTestId('look-next'));
  await settle();
  expect(screen.getByText(/^Capacitor, measured: "3x" is not a number/)).toBeTruthy();
  await type('measured-uf', '31');
  expect(screen.getByText('−9.0 µF, −23 %; ± 6 % is usual')).toBeTruthy();
  expect(screen.getByText(/^Capacitor or contactor first/)).toBeTruthy();
  await press(/^Note: weak or swollen capacitor$/);
  expect(posted.at(-1)).toMatchObject({ kind: 'finding.noted', data: { what: 'capacitor', coilId: null } });
  await type('as-found-reduced', 'Wash it, capacitor next week');
  fireEvent.click(screen.getByTestId('look-next'));
  await settle();
  expect(posted.find((row) => row.kind === 'story.noted')?.data).toMatchObject({
    asFound: { state: 'hums', ratedUf: 40, measuredUf: 31, reduced: 'Wash it, capacitor next week' },
  });
});
