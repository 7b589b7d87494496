import { fireEvent, screen } from '@testing-library/react';
import type * as Fakes from '@/testing/fakes';
import { forgetDevice } from '@/testing/device';
import { openPage, RULES, settle, SHOP } from '@/testing/openVisit';
import { ReadingsBench } from './ReadingsBench';

jest.mock('expo-router', () => jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter());

beforeEach(() => {
  forgetDevice();
  RULES.units = 'us';
});
afterEach(() => {
  jest.restoreAllMocks();
  RULES.units = 'si';
});

const type = async (testID: string, value: string) => {
  fireEvent.change(screen.getByTestId(testID), { target: { value } });
  await settle();
};

test('figures stand below as they are typed; what is wrong is named beside its field and left out', async () => {
  await openPage(<ReadingsBench />, { '/house-rules': RULES, '/shop': { ...SHOP, altitudeM: 0 } });
  // 118.1 psig is 40 °F at sea level (chart, from memory): 52 less 40.
  await type('bench-suctionP', '118.1');
  await type('bench-suctionLine', '52');
  expect(screen.getByText(/^12 ± \d(\.\d)? °F$/)).toBeTruthy();
  await type('bench-suctionLine', 'warm');
  expect(screen.getByText('Suction line: "warm" is not a number.')).toBeTruthy();
  expect(screen.queryByText(/^Superheat/)).toBeNull();
  await type('bench-ratedUf', '40');
  await type('bench-measuredUf', '31');
  expect(screen.getByText('Run capacitor: not right')).toBeTruthy();
  await type('bench-returnDb', '75');
  await type('bench-returnWb', '80');
  expect(screen.getByText(/^Return wet bulb above its dry bulb/)).toBeTruthy();
  await type('bench-returnWb', '62');
  await type('bench-outdoorIn', '90');
  expect(screen.getByText('What it may be')).toBeTruthy();
});
