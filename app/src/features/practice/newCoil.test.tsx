import { cleanup, fireEvent, screen } from '@testing-library/react';
import { forgetDevice } from '@/testing/device';
import type * as Fakes from '@/testing/fakes';
import { went } from '@/testing/fakes';
import { openPage, settle } from '@/testing/openVisit';
import { NewCoilScreen } from './NewCoilScreen';

jest.mock('expo-router', () => jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter());
beforeEach(() => forgetDevice());
afterEach(() => jest.restoreAllMocks());

const field = (testID: string) => screen.getByTestId<HTMLInputElement>(testID);
const type = (testID: string, value: string) => fireEvent.change(field(testID), { target: { value } });

test('a coil that is half entered is there again; once it is made nothing is left of it', async () => {
  went.length = 0;
  await openPage(<NewCoilScreen />, {});
  const start = field('coil-widthM').value;
  type('coil-name', 'By the kiln');
  type('coil-lesson', 'Fluff on the lee side');
  type('coil-widthM', '500');
  cleanup();
  const written = await openPage(<NewCoilScreen />, {}, () => ({ status: 200, body: { coil: { id: 'made' } } }));
  expect(['coil-name', 'coil-lesson', 'coil-widthM'].map((id) => field(id).value)).toEqual(['By the kiln', 'Fluff on the lee side', '500']);
  fireEvent.click(screen.getByTestId('coil-make'));
  await settle();
  expect(written.map(({ body }) => body)).toEqual([expect.objectContaining({ name: 'By the kiln', widthM: 0.5 })]);
  expect(went).toEqual(['/practice/made']);
  cleanup();
  await openPage(<NewCoilScreen />, {});
  expect([field('coil-name').value, field('coil-widthM').value]).toEqual(['', start]);
});
