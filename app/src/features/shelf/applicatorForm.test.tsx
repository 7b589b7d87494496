import { fireEvent, screen } from '@testing-library/react';
import type * as Fakes from '@/testing/fakes';
import { went } from '@/testing/fakes';
import { openPage, settle, STOCKED } from '@/testing/openVisit';
import { ApplicatorForm } from './ApplicatorForm';
import { forgetDevice } from '@/testing/device';

const address: { applicatorId?: string } = {};
jest.mock('expo-router', () => ({
  ...jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter(),
  useLocalSearchParams: () => address,
}));
beforeEach(() => {
  forgetDevice();
  went.length = 0;
  delete address.applicatorId;
});
afterEach(() => jest.restoreAllMocks());

const type = (testID: string, value: string) => fireEvent.change(screen.getByTestId(testID), { target: { value } });
const save = async () => {
  fireEvent.click(screen.getByTestId('applicator-save'));
  await settle();
};
const newGun = async () => {
  const written = await openPage(<ApplicatorForm />, { '/shelf': STOCKED });
  fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Lettered gun' } });
  fireEvent.click(screen.getByRole('radio', { name: 'Foaming gun' }));
  type('applicator-capacity', '1 L');
  return written;
};

test('letters with their strengths and a water position are kept as such', async () => {
  const written = await newGun();
  type('applicator-dial', 'A=3, E=10:1, W');
  await save();
  expect(written[0]?.body).toEqual({
    id: expect.any(String),
    name: 'Lettered gun',
    kind: 'foaming-gun',
    capacityL: 1,
    dial: [
      { mark: 'A', waterParts: 3, measured: null },
      { mark: 'E', waterParts: 10, measured: null },
      { mark: 'W', waterParts: null, measured: null },
    ],
  });
});

test('a letter alone is asked about, and nothing typed is lost', async () => {
  const written = await newGun();
  type('applicator-dial', 'A, B=4');
  await save();
  expect(screen.getByText(/say what A gives/)).toBeTruthy();
  expect(written).toEqual([]);
  expect(screen.getByTestId<HTMLInputElement>('applicator-dial').value).toBe('A, B=4');
});

test('a dial opened again is typed as it was, with what was measured and what is plain water', async () => {
  const dial = [
    { mark: 'A', waterParts: 3, measured: { waterParts: 3.4, day: '2026-04-20' } },
    { mark: 'W', waterParts: null, measured: null },
  ];
  address.applicatorId = 'gun';
  const gun = { id: 'gun', name: 'Lettered gun', kind: 'foaming-gun' as const, capacityL: 1, dial };
  const written = await openPage(<ApplicatorForm />, { '/shelf': { ...STOCKED, applicators: [gun] } });
  expect(screen.getByTestId<HTMLInputElement>('applicator-dial').value).toBe('A=3, W');
  expect(screen.getByText('3.4 : 1, measured 20 Apr 2026')).toBeTruthy();
  expect(screen.getByText('plain water')).toBeTruthy();
  await save();
  expect(written[0]?.body).toMatchObject({ dial });
});
