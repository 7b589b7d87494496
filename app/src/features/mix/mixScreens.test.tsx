import { graded } from '@elm-mist/core/testing/fixtures';
import { fullRunPlans, scribe } from '@elm-mist/core/testing/fullRun';
import { fireEvent, screen } from '@testing-library/react';
import type * as Fakes from '@/testing/fakes';
import { went } from '@/testing/fakes';
import { openInVisit, settle, VISIT } from '@/testing/openVisit';
import { MixScreen } from './MixScreen';
import { forgetDevice } from '@/testing/device';

jest.mock('expo-router', () => jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter());

const [out, inn] = fullRunPlans;
beforeEach(() => {
  forgetDevice();
  went.length = 0;
});
afterEach(() => jest.restoreAllMocks());

function planned() {
  const run = scribe(VISIT);
  run.happen('visit.started', {});
  for (const [plan, grade] of [
    [out, 3],
    [inn, 2],
  ] as const) {
    run.happen('coil.surveyed', { coilId: plan.coilId, survey: graded(grade) });
    run.happen('plan.made', { coilId: plan.coilId, plan });
  }
  return run;
}
const press = async (testID: string) => {
  fireEvent.click(screen.getByTestId(testID));
  await settle();
};

test('what was poured is noted at the strength of the plan, one coil after the other, then on to Wash', async () => {
  const posted = await openInVisit(<MixScreen />, planned());
  await press('mix-done');
  await press('mix-done');
  expect(went).toEqual([`/visits/${VISIT}/wash`]);
  expect(posted.map((row) => row.kind)).toEqual(['mix.made', 'mix.made']);
  for (const [row, plan] of [
    [posted[0], out],
    [posted[1], inn],
  ] as const) {
    const { concentrateL, waterL, targetWaterParts } = row!.data as { concentrateL: number; waterL: number; targetWaterParts: number };
    expect(targetWaterParts).toBe(plan.waterParts);
    expect(waterL / concentrateL).toBeCloseTo(plan.waterParts ?? 0, 6);
    expect(concentrateL + waterL).toBeGreaterThanOrEqual((plan.solutionL ?? 0) - 1e-9);
  }
});

test('a mix that came out too strong is put right with water, and all that went in is noted', async () => {
  const posted = await openInVisit(<MixScreen />, planned());
  await press('fix-mix');
  fireEvent.change(screen.getByTestId('fix-concentrate'), { target: { value: '1 L' } });
  fireEvent.change(screen.getByTestId('fix-water'), { target: { value: '2 L' } });
  await settle();
  expect(screen.getAllByText(/2 : 1/).length).toBeGreaterThan(0);
  await press('fix-done');
  const { concentrateL, waterL } = posted.at(-1)!.data as { concentrateL: number; waterL: number };
  // The litre that was in it, and water up to the strength of the plan.
  expect(concentrateL).toBeCloseTo(1, 6);
  expect(waterL).toBeCloseTo(out.waterParts ?? 0, 6);
});

test('what is no amount is kept as typed, and nothing is noted', async () => {
  const posted = await openInVisit(<MixScreen />, planned());
  await press('fix-mix');
  fireEvent.change(screen.getByTestId('fix-concentrate'), { target: { value: '1 L' } });
  fireEvent.change(screen.getByTestId('fix-water'), { target: { value: 'plenty' } });
  await settle();
  expect(screen.getByTestId<HTMLInputElement>('fix-water').value).toBe('plenty');
  expect(screen.queryByTestId('fix-done')).toBeNull();
  expect(posted).toEqual([]);
});

test('without a plan it says what comes first', async () => {
  const run = scribe(VISIT);
  run.happen('visit.started', {});
  await openInVisit(<MixScreen />, run);
  expect(screen.getByText(/^Make the plan first/)).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Go to Plan' })).toBeTruthy();
});

test('a mix of another cleaner is not this mix: it is said, and asked for again', async () => {
  const run = planned();
  run.happen('mix.made', {
    coilId: out.coilId,
    cleanerId: out.cleanerId ?? '',
    targetWaterParts: 4,
    concentrateL: 1,
    waterL: 4,
    applicatorId: 'pump-sprayer',
  });
  run.happen('plan.made', { coilId: out.coilId, plan: { ...out, cleanerId: 'neutral', cleanerName: 'neutral', waterParts: 10 } });
  const posted = await openInVisit(<MixScreen />, run);
  expect(screen.getByText(/^What was mixed is another cleaner/)).toBeTruthy();
  expect(screen.queryByText(/^Mixed: .* concentrate/)).toBeNull();
  await press('mix-done');
  expect(posted.at(-1)).toMatchObject({ kind: 'mix.made', data: { coilId: out.coilId, cleanerId: 'neutral', targetWaterParts: 10 } });
});

test('the same cleaner planned stronger is put right, not mixed anew', async () => {
  const run = planned();
  run.happen('mix.made', {
    coilId: out.coilId,
    cleanerId: out.cleanerId ?? '',
    targetWaterParts: out.waterParts ?? 0,
    concentrateL: 1,
    waterL: out.waterParts ?? 0,
    applicatorId: 'pump-sprayer',
  });
  run.happen('plan.made', { coilId: out.coilId, plan: { ...out, waterParts: (out.waterParts ?? 0) / 2 } });
  await openInVisit(<MixScreen />, run);
  fireEvent.click(screen.getByRole('tab', { name: 'Outdoor coil' }));
  await settle();
  expect(screen.getByText(/^What was mixed is weaker/)).toBeTruthy();
  await press('mix-put-right');
  expect(screen.getByTestId('fix-concentrate')).toBeTruthy();
});

test('the household mix is a recipe, soap and vinegar apart', async () => {
  const run = planned();
  run.happen('plan.made', {
    coilId: out.coilId,
    plan: { ...out, cleanerId: 'household', cleanerName: 'household', chemistry: 'household', waterParts: 16 },
  });
  await openInVisit(<MixScreen />, run);
  const recipe = screen.getByTestId('recipe').textContent ?? '';
  for (const part of ['lukewarm water', 'white vinegar', 'dish soap']) expect(recipe).toContain(part);
});
