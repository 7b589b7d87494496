import { feedSite } from '@elm-mist/core/survey';
import { planCoil } from '@elm-mist/core/method';
import type { EventDataByKind } from '@elm-mist/core/run';
import { graded, house, mildDay, shelf } from '@elm-mist/core/testing/fixtures';
import { fullRunCoils, fullRunPlans, RUN_START, scribe } from '@elm-mist/core/testing/fullRun';
import { fireEvent, screen, within } from '@testing-library/react';
import type * as Fakes from '@/testing/fakes';
import { openInVisit, settle, VISIT } from '@/testing/openVisit';
import { RunSheetScreen } from '../runsheet/RunSheetScreen';
import { PlanScreen } from './PlanScreen';
import { forgetDevice } from '@/testing/device';

jest.mock('expo-router', () => jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter());
jest.mock('@/workers/useRunSheet', () => jest.requireActual<typeof Fakes>('@/testing/fakes').searchAtOnce());

beforeEach(forgetDevice);
afterEach(() => jest.restoreAllMocks());

const [outdoor, indoor] = fullRunCoils;
const hour = (i: number, over: object) => ({
  atMs: RUN_START - 1_800_000 + i * 3_600_000,
  cloud: 0.9,
  dryBulbC: 42,
  rhPct: 12,
  windMs: 4,
  ...over,
});
/** Hot wind until the third hour, then cool and still. */
const hours = Array.from({ length: 8 }, (_, i) => hour(i, i < 3 ? {} : { dryBulbC: 22, rhPct: 70, windMs: 0.5 }));

/** Looked at, both coils graded, in a hot wind. */
function looked(grade: 2 | 3 = 3) {
  const run = scribe(VISIT);
  run.happen('visit.started', {});
  run.happen('site.noted', { dryBulbC: 42, rhPct: 12, windMs: 4, sun: 'full' });
  run.happen('coil.surveyed', { coilId: outdoor.id, survey: graded(grade) });
  run.happen('coil.surveyed', { coilId: indoor.id, survey: graded(2) });
  return run;
}
const option = (name: RegExp) => screen.queryByRole('radio', { name });
const press = async (testID: string) => {
  fireEvent.click(screen.getByTestId(testID));
  await settle();
};
const choose = async (name: RegExp) => {
  fireEvent.click(screen.getByRole('radio', { name }));
  await settle();
};

test('readings are chosen for the visit: without them there is no run-in, and the plan that was followed is offered again', async () => {
  const run = looked();
  const posted = await openInVisit(<PlanScreen />, run);
  await press('plan-follow');
  const followed = posted.filter((row) => row.kind === 'plan.made');
  expect(followed).toHaveLength(2);
  await choose(/^None$/);
  expect(posted.at(-1)).toMatchObject({ kind: 'readings.chosen', data: { readings: 'none' } });
  expect(screen.getByText(/^No readings, no run-in/)).toBeTruthy();
  expect(screen.getByText(/gives another plan/)).toBeTruthy();
  await press('plan-follow');
  const steps = posted
    .filter((row) => row.kind === 'plan.made')
    .map((row) => JSON.stringify((row.data as EventDataByKind['plan.made']).plan.steps.map(({ id }) => id)));
  expect(steps.slice(0, 2).every((ids) => ids.includes('"after"'))).toBe(true);
  expect(steps.slice(2).some((ids) => ids.includes('after') || ids.includes('baseline'))).toBe(false);
});

test('foam that would dry: refused, with the hour of this day; each way out is what choosing it gives', async () => {
  const posted = await openInVisit(<PlanScreen />, looked(), { weather: { source: 'simulated', hours } });
  const offers = screen.getByTestId('wet-offers');
  expect(screen.getByText('Water only', { selector: '[role=heading]' })).toBeTruthy();
  expect(within(offers).getByText(/Not now with foam\.$/)).toBeTruthy();
  expect(within(offers).getByText(/^\d+ [ap]m to \d+ [ap]m$/)).toBeTruthy();
  const mist = option(/^Mist it, first after /);
  expect(mist).not.toBeNull();
  await choose(/^Mist it, first after /);
  expect(posted.at(-1)).toMatchObject({ kind: 'coil.surveyed', data: { survey: { answers: { keepWet: 'mist' } } } });
  expect(screen.getByText('alkaline', { selector: '[role=heading]' })).toBeTruthy();
  expect(screen.getByText('Mist on the way')).toBeTruthy();
  await choose(/^Water only/);
  expect(screen.queryByText('Mist on the way')).toBeNull();
});

test('without a feed no hour is promised', async () => {
  await openInVisit(<PlanScreen />, looked());
  expect(within(screen.getByTestId('wet-offers')).getByText('no feed for this day')).toBeTruthy();
});

test('on a mild day there is nothing to offer, and the faces are named in their order', async () => {
  const run = looked();
  run.happen('site.noted', { dryBulbC: 24, rhPct: 55, windMs: 1, sun: 'shade' });
  await openInVisit(<PlanScreen />, run);
  expect(screen.queryByTestId('wet-offers')).toBeNull();
  expect(screen.getByText('Path, Hedge')).toBeTruthy();
});

test('the air of the feed stands in until somebody notes it on the spot', () => {
  expect(feedSite(hours, RUN_START)).toEqual({ dryBulbC: 42, rhPct: 12, windMs: 4, sun: 'shade' });
  expect(feedSite([hour(0, { cloud: 0.1 })], RUN_START)?.sun).toBe('full');
  expect(feedSite([hour(0, { cloud: 0.5 })], RUN_START)?.sun).toBe('broken');
  expect(feedSite(hours, RUN_START - 86_400_000)).toBeUndefined();
  expect(feedSite([], RUN_START)).toBeUndefined();
});

describe('the run sheet', () => {
  const planned = () => {
    const run = looked();
    for (const plan of fullRunPlans) run.happen('plan.made', { coilId: plan.coilId, plan });
    return run;
  };
  const gauge = (words: string) => screen.getByText(words).parentElement?.textContent?.replace(words, '') ?? '';

  test('before the first step it tells minutes; a helper is kept with the visit and shortens it', async () => {
    const posted = await openInVisit(<RunSheetScreen />, planned());
    const alone = gauge('the visit takes');
    expect(within(screen.getByTestId('run-order')).getAllByText(/^\d+ min · \d+ (s|min)(, waits)?$/).length).toBeGreaterThan(5);
    await choose(/^With a helper/);
    expect(posted.at(-1)).toMatchObject({ kind: 'crew.changed', data: { people: 2 } });
    expect(gauge('the visit takes')).not.toBe(alone);
    expect(within(screen.getByTestId('run-order')).getAllByText(/, helper$/).length).toBeGreaterThan(0);
  });

  test('under way it tells the time of day, how it stands against the first sheet, and what is this phone’s next', async () => {
    const run = planned();
    run.happen('task.done', { taskId: 'baseline' });
    run.wait(600);
    const posted = await openInVisit(<RunSheetScreen />, run);
    expect(gauge('done at')).toMatch(/^\d+:\d\d$/);
    // A quarter of an hour of readings was ticked off after ten minutes.
    expect(screen.getByText(/earlier than the .* it was to take/)).toBeTruthy();
    expect(screen.queryByTestId('own-task')).toBeTruthy();
    fireEvent.click(screen.getByTestId('own-begin'));
    await settle();
    expect(posted.at(-1)?.kind).toBe('task.begun');
    expect(screen.getByText(/^Begun at /)).toBeTruthy();
    const mine = screen.getByTestId('own-task').getAttribute('aria-label');
    fireEvent.click(screen.getByTestId('own-task'));
    await settle();
    expect(posted.at(-1)).toMatchObject({ kind: 'task.done' });
    expect(screen.getByTestId('own-task').getAttribute('aria-label')).not.toBe(mine);
  });

  test('times of past runs are used, and it says so', async () => {
    await openInVisit(<RunSheetScreen />, planned(), {
      known: {
        day: null,
        surveys: {},
        story: null,
        chemistries: [],
        openFindings: [],
        washesSinceOpened: {},
        canYieldM2: {},
        air: null,
        taken: { isolate: { seconds: 240, runs: 6 }, gun: { seconds: 100, runs: 4 } },
      },
    });
    expect(screen.getByText(/^The times of 4 of them are from your own past runs/)).toBeTruthy();
  });

  test('nothing to wash says what to do', async () => {
    const run = scribe(VISIT);
    run.happen('visit.started', {});
    await openInVisit(<RunSheetScreen />, run);
    expect(screen.getByText(/Grade a coil in Look first\.$/)).toBeTruthy();
  });
});

test('a plan of the mild day does not change because the hours of the feed do', () => {
  const context = { ...mildDay, sky: { atMs: RUN_START, latitudeDeg: 42.2, longitudeDeg: -100.6, hours } };
  expect(planCoil(outdoor, graded(3), context, shelf, house())).toEqual(
    planCoil(outdoor, graded(3), { ...context, sky: { ...context.sky, hours: [] } }, shelf, house()),
  );
});
