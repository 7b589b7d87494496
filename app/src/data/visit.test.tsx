import { scribe } from '@elm-mist/core/testing/fullRun';
import { act, fireEvent, screen } from '@testing-library/react';
import type * as Fakes from '@/testing/fakes';
import { forgetDevice } from '@/testing/device';
import { detailOf, openInVisit, settle, VISIT } from '@/testing/openVisit';
import { renewAnswers } from './answers';
import { queryClient } from './client';
import { keys } from './queries';
import { useVisit } from './visit';

jest.mock('expo-router', () => jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter());
// A browser's copies are objects of the page's own.
beforeAll(() => Object.assign(globalThis, { structuredClone: <T,>(value: T): T => JSON.parse(JSON.stringify(value)) as T }));
beforeEach(forgetDevice);
afterEach(() => jest.restoreAllMocks());

let drawn = 0;
function Notes() {
  const { state, record } = useVisit();
  drawn += 1;
  return (
    <button data-testid="note" onClick={() => record({ kind: 'note.added', data: { text: 'soft fins' } })}>
      {state.notes.map(({ value }) => value).join(', ')}
    </button>
  );
}

test('an entry draws the visit once: not again when it is kept, sent, and looked up', async () => {
  const run = scribe(VISIT);
  const posted = await openInVisit(<Notes />, run);
  const before = drawn;
  fireEvent.click(screen.getByTestId('note'));
  expect(screen.getByTestId('note').textContent).toBe('soft fins');
  await settle();
  expect(posted).toHaveLength(1);
  await act(async () => queryClient.refetchQueries({ queryKey: keys.visit(VISIT) }));
  await settle();
  expect(screen.getByTestId('note').textContent).toBe('soft fins');
  expect(drawn - before).toBe(1);
});

test('what another phone added is drawn as soon as it is looked up', async () => {
  const run = scribe(VISIT);
  await openInVisit(<Notes />, run);
  run.happen('note.added', { text: 'gate is stiff' });
  await act(async () => void queryClient.setQueryData(keys.visit(VISIT), detailOf([...run.events])));
  await settle();
  expect(screen.getByTestId('note').textContent).toBe('gate is stiff');
});

test('a customer was erased elsewhere: what no screen shows is dropped, and the open visit takes the next entry at once', async () => {
  const posted = await openInVisit(<Notes />, scribe(VISIT));
  queryClient.setQueryData(['customer', 'c1'], { name: 'Odile Fennick' });
  await act(async () => {
    const renewed = renewAnswers();
    fireEvent.click(screen.getByTestId('note'));
    await renewed;
  });
  await settle();
  expect(queryClient.getQueryData(['customer', 'c1'])).toBeUndefined();
  expect(screen.getByTestId('note').textContent).toBe('soft fins');
  expect(posted).toHaveLength(1);
});
