import { fullRun, fullRunPlans, scribe } from '@elm-mist/core/testing/fullRun';
import { fireEvent, screen } from '@testing-library/react';
import type * as Fakes from '@/testing/fakes';
import { went } from '@/testing/fakes';
import { openInVisit, settle, VISIT } from '@/testing/openVisit';
import { CloseScreen } from '../close/CloseScreen';
import { CheckScreen } from './CheckScreen';
import { forgetDevice } from '@/testing/device';

jest.mock('expo-router', () => jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter());

beforeEach(() => {
  forgetDevice();
  went.length = 0;
});
afterEach(() => jest.restoreAllMocks());

/** A full run up to the first entry of a kind. */
function until(kind: string) {
  const run = scribe(VISIT);
  const all = fullRun(VISIT);
  run.events.push(
    ...all.slice(
      0,
      all.findIndex((event) => event.kind === kind),
    ),
  );
  run.wait((Date.parse(run.events.at(-1)!.at) - run.now()) / 1000 + 1);
  return run;
}
const press = async (testID: string) => {
  fireEvent.click(screen.getByTestId(testID));
  await settle();
};

test('every face is asked for, then both coils are kept and it goes on to Close', async () => {
  const run = until('coil.checked');
  const posted = await openInVisit(<CheckScreen />, run);
  await press('check-keep');
  expect(screen.getByText(/^Grade as left: Path.*; Hedge/)).toBeTruthy();
  for (let coil = 0; coil < 2; coil += 1) {
    await press('clear-everywhere');
    await press('check-keep');
  }
  expect(posted.map((row) => row.kind)).toEqual(['coil.checked', 'coil.checked']);
  expect(went).toEqual([`/visits/${VISIT}/close`]);
});

test('closing keeps the note and says when it is due; opening again takes a reason, and both stand on the report', async () => {
  const run = until('visit.closed');
  const posted = await openInVisit(<CloseScreen />, run);
  fireEvent.change(screen.getByTestId('close-note'), { target: { value: ' Hood over the vent. ' } });
  await press('close-visit');
  expect(posted.at(-1)).toMatchObject({ kind: 'visit.closed', data: { note: 'Hood over the vent.' } });
  expect(screen.getByText(/^Done\. Due again /)).toBeTruthy();
  await press('open-again');
  await press('reopen-sure');
  expect(screen.getByText(/^Say why, in 8 characters/)).toBeTruthy();
  expect(posted.at(-1)?.kind).toBe('visit.closed');
  fireEvent.change(screen.getByTestId('reopen-reason'), { target: { value: 'Forgot the readings' } });
  await press('reopen-sure');
  expect(posted.at(-1)).toEqual({ kind: 'visit.reopened', by: 'Wren', data: { reason: 'Forgot the readings' } });
  expect(screen.getByTestId('close-visit')).toBeTruthy();
  expect(screen.getByText(/^Opened again .* by Wren: Forgot the readings$/)).toBeTruthy();
});

test('a visit that another closed can be opened again from this phone', async () => {
  const run = until('visit.closed');
  run.happen('visit.closed', { nextDue: '2027-06-11', why: 'yearly', note: '' }, 'Ives');
  await openInVisit(<CloseScreen />, run);
  expect(screen.getByText(/, by Ives\.$/)).toBeTruthy();
  expect(screen.getByTestId('open-again')).toBeTruthy();
  expect(screen.queryByTestId('close-visit')).toBeNull();
});

test('what was put on is what the report says, whatever the plan says now', async () => {
  const run = until('visit.closed');
  const before = fullRunPlans[0];
  const neutral = { ...before, cleanerId: 'neutral', cleanerName: 'neutral', waterParts: 10 };
  run.happen('plan.made', { coilId: before.coilId, plan: neutral });
  await openInVisit(<CloseScreen />, run);
  const words = screen.getAllByText('Washed with').map((row) => row.parentElement?.textContent ?? '');
  expect(words[0]).toContain(`${before.cleanerName}, `);
  expect(words[0]).not.toContain('neutral');
});
