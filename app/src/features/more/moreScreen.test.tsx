import { DEFAULT_HOUSE_RULES, SCHOOL_NAMES } from '@elm-mist/core/method';
import { fireEvent, screen, within } from '@testing-library/react';
import type * as Fakes from '@/testing/fakes';
import { openPage, RULES, settle, STOCKED } from '@/testing/openVisit';
import { MoreScreen } from './MoreScreen';
import { forgetDevice } from '@/testing/device';

jest.mock('expo-router', () => jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter());
beforeEach(forgetDevice);
afterEach(() => jest.restoreAllMocks());

const open = () => openPage(<MoreScreen />, { '/house-rules': RULES, '/shelf': STOCKED });

test('every school of the shop is asked about, with every choice it has', async () => {
  await open();
  const labels = screen.getAllByRole('radio').map((row) => row.getAttribute('aria-label') ?? row.textContent);
  for (const names of Object.values(SCHOOL_NAMES)) for (const name of Object.values(names)) expect(labels.join('|')).toContain(name);
});

test('a choice is written as the whole of the rules with that one changed', async () => {
  const written = await open();
  const force = screen.getByRole('radiogroup', { name: 'How hard to rinse outdoors' });
  fireEvent.click(within(force).getByRole('radio', { name: 'Gentle fan or shower' }));
  await settle();
  expect(written).toEqual([{ method: 'PUT', path: '/house-rules', body: { ...RULES, force: 'gentle-fan', was: RULES } }]);
  expect(DEFAULT_HOUSE_RULES.force).not.toBe('gentle-fan');
});

test('the shop’s own numbers: what is none is named, a comma that can mean two things is asked about', async () => {
  const written = await open();
  const field = screen.getByLabelText<HTMLInputElement>('An hour’s work, $');
  fireEvent.change(field, { target: { value: '1,050' } });
  await settle();
  fireEvent.click(screen.getByRole('button', { name: 'Keep the numbers' }));
  await settle();
  expect(written).toEqual([]);
  expect(screen.getByText(/could be 1050 or 1\.05/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: '1.05' }));
  await settle();
  fireEvent.click(screen.getByRole('button', { name: 'Keep the numbers' }));
  await settle();
  expect(written[0]?.body).toMatchObject({ hourlyRate: 1.05 });
});

test('a number left as it is shown stays as exact as it was, whatever else is changed beside it', async () => {
  const exact = { ...RULES, energyPricePerKwh: 0.134567, waterPricePerM3: 2.123456, minimumOutdoorC: 4.21, clearanceM: 0.333 };
  const written = await openPage(<MoreScreen />, { '/house-rules': exact, '/shelf': STOCKED });
  fireEvent.change(screen.getByLabelText('An hour’s work, $'), { target: { value: '97' } });
  fireEvent.click(screen.getByRole('button', { name: 'Keep the numbers' }));
  await settle();
  expect(written[0]?.body).toEqual({ ...exact, hourlyRate: 97, was: exact });
});

test('a rule that somebody else changed meanwhile is said to be one, not a server that is away', async () => {
  await openPage(<MoreScreen />, { '/house-rules': RULES, '/shelf': STOCKED }, () => ({
    status: 409,
    body: {
      error: {
        code: 'changed-meanwhile',
        message: 'Somebody changed the same thing meanwhile.',
        fields: { force: 'Somebody changed this meanwhile, to "fan".' },
      },
    },
  }));
  fireEvent.click(screen.getByRole('radio', { name: 'Gentle fan or shower' }));
  await settle();
  expect(screen.getByText('Somebody changed this meanwhile, to "fan". It is shown as it is now.')).toBeTruthy();
});
