import { scribe } from '@elm-mist/core/testing/fullRun';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import type * as Fakes from '@/testing/fakes';
import { went } from '@/testing/fakes';
import { detailOf, openInVisit, settle, VISIT } from '@/testing/openVisit';
import { PlanScreen } from '../plan/PlanScreen';
import { MoveVisit } from './MoveVisit';
import { forgetDevice } from '@/testing/device';

jest.mock('expo-router', () => jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter());
beforeEach(() => {
  forgetDevice();
  went.length = 0;
});
afterEach(() => jest.restoreAllMocks());

const type = (testID: string, value: string) => fireEvent.change(screen.getByTestId(testID), { target: { value } });
const keep = async () => {
  fireEvent.click(screen.getByTestId('move-keep'));
  await settle();
};

test('a visit is moved with its time as it is typed; no hour is named beside its field', async () => {
  await openInVisit(<MoveVisit />, scribe(VISIT));
  expect(screen.getByTestId<HTMLInputElement>('slot-start').value).toBe('10:00 am');
  type('slot-start', 'noon');
  await keep();
  expect(screen.getByText('Write the start as 9:30 or 2:15 pm.')).toBeTruthy();
  expect(screen.getByTestId<HTMLInputElement>('slot-start').value).toBe('noon');
  const puts: unknown[] = [];
  const before = global.fetch;
  global.fetch = jest.fn((url: string, init?: { method?: string; body?: string }) => {
    if (init?.method !== 'PUT') return before(url, init);
    puts.push([url, JSON.parse(init.body ?? '{}')]);
    return Promise.resolve({ ok: true, status: 200, headers: new Headers(), json: () => Promise.resolve({ day: '2026-06-12' }) });
  }) as never;
  type('slot-day', '2026-06-12');
  type('slot-start', '2:15 pm');
  type('slot-minutes', '150');
  type('slot-hours', '2 pm');
  await keep();
  // Hours that cannot be read go nowhere.
  expect(puts).toEqual([]);
  type('slot-hours', '2:00 pm to 4 pm');
  await keep();
  const slot = { day: '2026-06-12', startMinute: 855, durationMin: 150, windowFrom: 840, windowTo: 960 };
  expect(puts).toEqual([[`/api/visits/${VISIT}`, { ...slot, purpose: 'Yearly wash', coilIds: ['coil-1', 'coil-2'] }]]);
  expect(went).toEqual(['/?day=2026-06-12']);
});

test('what was typed of a move and not saved is there again, over the visit as it is now; begun anew it is gone', async () => {
  await openInVisit(<MoveVisit />, scribe(VISIT));
  type('slot-minutes', '150');
  cleanup();
  const now = detailOf(scribe(VISIT).events).visit;
  await openInVisit(<MoveVisit />, scribe(VISIT), { visit: { ...now, day: '2026-06-15' } });
  const shown = () => ['slot-day', 'slot-minutes'].map((id) => screen.getByTestId<HTMLInputElement>(id).value);
  expect(shown()).toEqual(['2026-06-15', '150']);
  fireEvent.click(screen.getByRole('button', { name: 'Start anew' }));
  await settle();
  expect(shown()).toEqual(['2026-06-15', '90']);
  cleanup();
  await openInVisit(<MoveVisit />, scribe(VISIT));
  expect(shown()).toEqual(['2026-06-11', '90']);
  expect(screen.queryByText(/^Typed before/)).toBeNull();
});

test('a closed visit stays on its day, and shows its own time, not what was half typed before', async () => {
  await openInVisit(<MoveVisit />, scribe(VISIT));
  type('slot-minutes', '150');
  cleanup();
  const run = scribe(VISIT);
  run.happen('visit.closed', { nextDue: '2027-06-11', why: 'yearly', note: '' });
  await openInVisit(<MoveVisit />, run);
  expect(screen.getByText('The visit is closed: it stays on its day.')).toBeTruthy();
  expect(screen.getByTestId<HTMLInputElement>('slot-minutes').value).toBe('90');
  expect(screen.getByTestId('move-keep').getAttribute('aria-disabled')).toBe('true');
});

test('who only reads sees the visit and no button that would be refused; who works on it has them', async () => {
  const run = scribe(VISIT);
  await openInVisit(<PlanScreen />, run, {}, 'reader');
  expect(screen.getByText(/^You read along\. .* is for the owner, lead or technician\.$/)).toBeTruthy();
  expect(screen.getByTestId('reader-back')).toBeTruthy();
  expect(screen.queryByTestId('plan-follow')).toBeNull();
  cleanup();
  await openInVisit(<PlanScreen />, run, {}, 'technician');
  expect(screen.queryByText(/^You read along/)).toBeNull();
  expect(screen.queryByTestId('reader-back')).toBeNull();
});
