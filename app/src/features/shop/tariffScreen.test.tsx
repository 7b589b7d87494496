import type { TariffInput } from '@elm-mist/contract';
import { fireEvent, screen } from '@testing-library/react';
import type * as Fakes from '@/testing/fakes';
import { went } from '@/testing/fakes';
import { forgetDevice } from '@/testing/device';
import { openPage, RULES, settle } from '@/testing/openVisit';
import { TariffScreen } from './TariffScreen';

jest.mock('expo-router', () => jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter());

beforeEach(() => forgetDevice());
afterEach(() => jest.restoreAllMocks());

test('kept, it goes on, though what the save brought back drew the form anew before the save was done', async () => {
  went.length = 0;
  let late = () => {};
  const answers: Record<string, unknown> = { '/tariff': { tariff: null }, '/house-rules': RULES };
  const written = await openPage(<TariffScreen />, answers, ({ body }) => {
    answers['/tariff'] = body;
    // What else is asked for again comes back after it.
    answers['/house-rules'] = new Promise((done) => (late = () => done(RULES)));
    return { status: 200, body };
  });
  fireEvent.change(screen.getByTestId('tariff-price'), { target: { value: '0.31' } });
  await settle();
  fireEvent.click(screen.getByTestId('tariff-keep'));
  await settle();
  expect(went).toEqual([]);
  late();
  await settle();
  expect(written.map(({ body }) => (body as TariffInput).tariff)).toEqual([{ kind: 'flat', price: 0.31 }]);
  expect(screen.getByTestId<HTMLInputElement>('tariff-price').value).toBe('0.31');
  expect(went).toEqual(['/more']);
});
