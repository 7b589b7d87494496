import type { StockRecord } from '@elm-mist/contract';
import { fireEvent, screen } from '@testing-library/react';
import type * as Fakes from '@/testing/fakes';
import { openPage, settle, STOCKED, SHOP } from '@/testing/openVisit';
import { ShelfList } from './ShelfList';
import { StockPart } from './StockPart';
import { forgetDevice } from '@/testing/device';

jest.mock('expo-router', () => jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter());

const cleaner = { ...STOCKED.cleaners[0]!, lowL: 2 };
const item = (over: Partial<StockRecord>): StockRecord => ({
  id: 'i1',
  cleanerId: cleaner.id,
  lot: 'K7',
  expires: null,
  sizeL: 4,
  leftL: 1,
  ...over,
});
beforeEach(forgetDevice);
afterEach(() => jest.restoreAllMocks());
const button = (name: string) => screen.getByRole('button', { name });
const press = async (name: string) => {
  fireEvent.click(button(name));
  await settle();
};

test('a count beyond what the bottle holds is named and kept; a good one is written', async () => {
  const written = await openPage(<StockPart cleaner={cleaner} items={[item({})]} />, { '/shop': SHOP });
  expect(screen.getByText(/25 % left$/)).toBeTruthy();
  await press('Count');
  fireEvent.change(screen.getByTestId('count-left'), { target: { value: '9 L' } });
  await press('Keep the count');
  expect(written).toEqual([]);
  expect(screen.getByTestId<HTMLInputElement>('count-left').value).toBe('9 L');
  expect(screen.getByText(/^Left/, { selector: '[aria-live]' })).toBeTruthy();
  fireEvent.change(screen.getByTestId('count-left'), { target: { value: '1.2 L' } });
  await press('Keep the count');
  expect(written).toEqual([{ method: 'PUT', path: '/stock/i1', body: { leftL: 1.2 } }]);
});

test('a server that is away keeps what was counted', async () => {
  await openPage(<StockPart cleaner={cleaner} items={[item({})]} />, { '/shop': SHOP }, () => ({ status: 503, body: {} }));
  await press('Count');
  fireEvent.change(screen.getByTestId('count-left'), { target: { value: '2 L' } });
  await press('Keep the count');
  expect(screen.getByText(/^The server is away\. What you counted is still here/)).toBeTruthy();
  expect(screen.getByTestId<HTMLInputElement>('count-left').value).toBe('2 L');
});

test('more on the shelf: a day that is none is refused at its field, and what was typed stays', async () => {
  const written = await openPage(<StockPart cleaner={cleaner} items={[]} />, { '/shop': SHOP });
  expect(screen.getByText(/^None on the shelf\./)).toBeTruthy();
  fireEvent.click(screen.getByTestId('add-stock'));
  fireEvent.change(screen.getByLabelText('Good until'), { target: { value: '2027-02-31' } });
  fireEvent.change(screen.getByLabelText('Lot'), { target: { value: 'B2' } });
  await press('Put on the shelf');
  expect(written).toEqual([]);
  expect(screen.getByText(/^Good until/, { selector: '[aria-live]' })).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>('Lot').value).toBe('B2');
  fireEvent.change(screen.getByLabelText('Good until'), { target: { value: '2027-02-28' } });
  await press('Put on the shelf');
  expect(written[0]).toMatchObject({
    method: 'POST',
    path: '/stock',
    body: { cleanerId: cleaner.id, lot: 'B2', expires: '2027-02-28', count: 1, leftL: null },
  });
});

test('the shelf warns of what runs low and what has expired, and an empty one says what to do', async () => {
  await openPage(<ShelfList />, { '/shelf': { ...STOCKED, cleaners: [cleaner], stock: [item({ leftL: 0.5, expires: '2020-01-01' })] } });
  expect(screen.getByText(cleaner.name)).toBeTruthy();
  expect(screen.getAllByText(/low|expired/i).length).toBeGreaterThan(0);
});

test('a shelf without a cleaner says what to do', async () => {
  await openPage(<ShelfList />, { '/shelf': { cleaners: [], applicators: [], stock: [] } });
  expect(screen.getAllByRole('heading').length).toBeGreaterThan(0);
  expect(screen.getByText(/label/i)).toBeTruthy();
});
