import { useMutation } from '@tanstack/react-query';
import { act, fireEvent, screen } from '@testing-library/react';
import { forgetAnswers, request } from '@/data';
import type * as Fakes from '@/testing/fakes';
import { went } from '@/testing/fakes';
import { openPage, settle } from '@/testing/openVisit';
import { AwayBanner } from './AwayBanner';

jest.mock('expo-router', () => jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter());

/** A form that says nothing itself. */
function Form() {
  const save = useMutation({ mutationFn: () => request('PUT', '/coils/c1', {}) });
  return <button onClick={() => save.mutate()}>Save</button>;
}

const refused = (then: () => void) => () => {
  then();
  return { status: 422, body: { error: { code: 'out-of-range', message: 'No.', fields: { fins: 'Fins per inch must be at most 30.' } } } };
};
const press = async (name: string) => {
  fireEvent.click(screen.getByRole('button', { name }));
  await settle();
};
const open = async (then: () => void) => {
  history.pushState({}, '', '/systems/s1/coil?role=condenser');
  const page = (
    <>
      <Form />
      <AwayBanner />
    </>
  );
  await openPage(page, {}, refused(then));
  await press('Save');
};
const WORDS = 'Not saved, on the screen you left: Fins per inch must be at most 30.';

test('a save that is refused after its screen was left is told wherever one is, with the way back', async () => {
  await open(() => history.pushState({}, '', '/places'));
  expect(screen.getByText(WORDS)).toBeTruthy();
  await press('Open it');
  expect(went.at(-1)).toBe('/systems/s1/coil?role=condenser');
  await press('Put aside');
  expect(screen.queryByText(WORDS)).toBeNull();
});

test('one that is refused on its own screen is left to that screen', async () => {
  await open(() => undefined);
  expect(screen.queryByText(/on the screen you left/)).toBeNull();
});

test('who comes to the device after is not told of it', async () => {
  await open(() => history.pushState({}, '', '/places'));
  expect(screen.getByText(WORDS)).toBeTruthy();
  await act(forgetAnswers);
  expect(screen.queryByText(WORDS)).toBeNull();
});
