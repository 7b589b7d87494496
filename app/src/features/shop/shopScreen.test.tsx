import { fireEvent, screen } from '@testing-library/react';
import type * as Fakes from '@/testing/fakes';
import { forgetDevice } from '@/testing/device';
import { openPage, RULES, settle, SHOP } from '@/testing/openVisit';
import { ShopScreen } from './ShopScreen';

jest.mock('expo-router', () => jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter());

beforeEach(() => forgetDevice());
afterEach(() => jest.restoreAllMocks());

const type = async (testID: string, value: string) => {
  fireEvent.change(screen.getByTestId(testID), { target: { value } });
  await settle();
};
const save = async () => {
  fireEvent.click(screen.getByTestId('shop-save'));
  await settle();
};

test('the year here: what is reckoned is told, half of it is not sent, and another’s is shown in words beside mine', async () => {
  const theirs = { fluff: null, cooling: { from: 6, to: 8 } };
  const written = await openPage(<ShopScreen />, { '/shop': SHOP, '/house-rules': RULES }, ({ body }) =>
    (body as { seasons: unknown; was: { seasons?: unknown } }).was.seasons
      ? { status: 200, body: { ...SHOP, ...(body as object) } }
      : {
          status: 409,
          body: {
            error: {
              code: 'changed',
              message: 'Changed meanwhile.',
              fields: { seasons: 'Changed meanwhile.' },
              meanwhile: { fields: { seasons: { was: null, now: theirs, wanted: (body as { seasons: unknown }).seasons } } },
            },
          },
        },
  );
  expect(screen.getByText(/Left empty, \d+ May to \d+ June: .* else by latitude\.$/)).toBeTruthy();
  await type('shop-fluffFrom', '28 May');
  await save();
  expect(screen.getByText('Say both ends, or neither.')).toBeTruthy();
  expect(written).toEqual([]);
  await type('shop-fluffTo', 'June 24');
  await save();
  expect(written.at(-1)).toMatchObject({
    method: 'PUT',
    path: '/shop',
    body: { seasons: { fluff: { from: '05-28', to: '06-24' }, cooling: null } },
  });
  expect(screen.getByText('cooled June to August')).toBeTruthy();
  expect(screen.getByText('seed fluff 28 May to 24 June')).toBeTruthy();
  fireEvent.click(screen.getByTestId('keep-theirs'));
  await settle();
  expect(screen.getByTestId<HTMLInputElement>('shop-coolFrom').value).toBe('June');
  expect(screen.getByTestId<HTMLInputElement>('shop-fluffFrom').value).toBe('');
});

test('what coils told of the weeks of fluff moves those that go without anything typed, and says by how many looks', async () => {
  const climate = { cooling: [], heating: [], fluff: { shiftDays: 6, spreadDays: 4.2, looks: 9 } };
  await openPage(<ShopScreen />, {
    '/shop': { ...SHOP, latitudeDeg: 42, longitudeDeg: -88, altitudeM: 200 },
    '/shop/year': { climate },
    '/house-rules': RULES,
  });
  expect(
    screen.getByText(/Left empty, 31 May to 27 June: .* moved by 9 looks at coils that fluff reaches: 6 days later, give or take 4\.$/),
  ).toBeTruthy();
});
