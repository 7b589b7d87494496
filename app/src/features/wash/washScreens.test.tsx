import { trustedSeconds } from '@elm-mist/core/dryout';
import { planCoil } from '@elm-mist/core/method';
import { LOCKOUT_TABLE, lockoutStepsFor, POWER_STEPS, regradedSurvey, type EventDataByKind, type VisitEvent } from '@elm-mist/core/run';
import { visitTasks } from '@elm-mist/core/runsheet';
import { graded, house, mildDay, shelf, overGoodDrain } from '@elm-mist/core/testing/fixtures';
import { fullRun, fullRunCoils, fullRunPlans, scribe } from '@elm-mist/core/testing/fullRun';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { keys, queryClient } from '@/data';
import type * as Fakes from '@/testing/fakes';
import { went } from '@/testing/fakes';
import { detailOf, openInVisit, settle, VISIT } from '@/testing/openVisit';
import { CloseScreen } from '../close/CloseScreen';
import { PowerUpScreen } from '../powerup/PowerUpScreen';
import { TakedownScreen } from '../takedown/TakedownScreen';
import { LockoutScreen } from './LockoutScreen';
import { plainName } from './TasksPart';
import { WashScreen } from './WashScreen';
import { forgetDevice } from '@/testing/device';

jest.mock('expo-router', () => jest.requireActual<typeof Fakes>('@/testing/fakes').stillRouter());
jest.mock('@/workers/useRunSheet', () => jest.requireActual<typeof Fakes>('@/testing/fakes').searchAtOnce());

beforeEach(() => {
  forgetDevice();
  went.length = 0;
});
afterEach(() => jest.restoreAllMocks());

const [out, inn] = fullRunPlans;
const volts = (step: keyof typeof LOCKOUT_TABLE) => ({ live: 121, dead: 0, none: null })[LOCKOUT_TABLE[step].reads ?? 'none'];

/** A visit with plans and mixes, its gates as far as asked. */
function planned(...sources: ('outdoor-unit' | 'air-handler')[]) {
  const run = scribe(VISIT);
  run.happen('visit.started', {});
  for (const [plan, grade] of [
    [out, 3],
    [inn, 2],
  ] as const) {
    run.happen('coil.surveyed', { coilId: plan.coilId, survey: graded(grade) });
    run.happen('plan.made', { coilId: plan.coilId, plan });
    run.happen('mix.made', {
      coilId: plan.coilId,
      cleanerId: plan.cleanerId ?? '',
      targetWaterParts: 4,
      concentrateL: 0.5,
      waterL: 2,
      applicatorId: 'pump-sprayer',
    });
  }
  for (const source of sources)
    for (const step of lockoutStepsFor('split-cool')) run.happen('gate.step', { source, step, volts: volts(step) });
  return run;
}
const press = async (testID: string) => {
  fireEvent.click(screen.getByTestId(testID));
  await settle();
};
/** The page is looked at again, as after a pause. */
const lookAgain = async () => {
  act(() => void document.dispatchEvent(new Event('visibilitychange')));
  await settle();
};
const longer = (ms: number) => act(() => new Promise<void>((done) => void setTimeout(done, ms + 50)));
const button = (name: string | RegExp) => screen.getByRole('button', { name });

test('the gate says how this disconnect opens, and leaves a step out only with a reason', async () => {
  const run = planned();
  const survey = graded(3);
  run.happen('coil.surveyed', { coilId: out.coilId, survey: { ...survey, answers: { ...survey.answers, disconnect: 'lever' } } });
  const posted = await openInVisit(<WashScreen />, run);
  await press('gate-step-thermostat-off');
  expect(screen.getByText(/^Lever right down to OFF/)).toBeTruthy();
  await press('gate-leave-out');
  await press('gate-leave-out-sure');
  expect(screen.getByText(/^Say why, in 8 characters/)).toBeTruthy();
  fireEvent.change(screen.getByTestId('gate-reason'), { target: { value: 'Lever is rusted shut' } });
  await press('gate-leave-out-sure');
  expect(posted.at(-1)).toEqual({
    kind: 'gate.skipped',
    by: 'Wren',
    data: { source: 'outdoor-unit', step: 'isolated', reason: 'Lever is rusted shut' },
  });
  expect(screen.getByText('Lever is rusted shut')).toBeTruthy();
  expect(screen.getByText(/^left out · /)).toBeTruthy();
});

test('it is locked out from Look, with no plan yet; then the takedown log is offered, and the way back', async () => {
  const run = scribe(VISIT);
  run.happen('visit.started', {});
  const posted = await openInVisit(<LockoutScreen />, run);
  for (const step of lockoutStepsFor('split-cool')) {
    const reads = LOCKOUT_TABLE[step].reads;
    if (reads === null) await press(`gate-step-${step}`);
    else {
      fireEvent.change(screen.getByTestId('gate-volts'), { target: { value: String(volts(step)) } });
      await press('gate-read');
    }
  }
  expect(posted.map((row) => row.kind)).toEqual(lockoutStepsFor('split-cool').map(() => 'gate.step'));
  expect(screen.getByText(/^Locked out, zero voltage verified\./)).toBeTruthy();
  expect(screen.getByTestId('to-takedown')).toBeTruthy();
  await press('lockout-done');
  expect(went).toEqual([`/visits/${VISIT}/look`]);
});

test('a reading that is not dead shuts the gate back to isolation and says hands out', async () => {
  const run = planned();
  for (const step of ['thermostat-off', 'isolated', 'tagged'] as const)
    run.happen('gate.step', { source: 'outdoor-unit', step, volts: null });
  run.happen('gate.step', { source: 'outdoor-unit', step: 'meter-proved', volts: 121 });
  await openInVisit(<WashScreen />, run);
  fireEvent.change(screen.getByTestId('gate-volts'), { target: { value: '118' } });
  expect(screen.getByText('That is not dead.')).toBeTruthy();
  await press('gate-read');
  expect(screen.getByText(/Hands out\. Find what feeds it/)).toBeTruthy();
  expect(button('Done: disconnect open')).toBeTruthy();
});

test('open, it is graded again: one press where it looks the same, else the plan that follows is made with it', async () => {
  const posted = await openInVisit(<WashScreen />, planned('outdoor-unit'));
  const since = posted.length;
  await press('regrade-open');
  fireEvent.click(screen.getByRole('radio', { name: /^1 / }));
  await settle();
  await press('regrade-keep');
  const [regraded, plan] = posted.slice(since);
  expect(regraded).toMatchObject({ kind: 'coil.regraded', data: { coilId: out.coilId, when: 'opened', grades: { path: [1] } } });
  expect(plan).toMatchObject({ kind: 'plan.made', data: { plan: { opening: out.opening } } });
  expect(screen.queryByTestId('regrade')).toBeNull();
  cleanup();
  // The grading is taken back and its plan is not: unchanged, the coil gets the plan of its grades again.
  const back = planned('outdoor-unit');
  const light = planCoil(fullRunCoils[0], regradedSurvey(graded(3), graded(1).grades, out.opening), mildDay, shelf, house());
  back.happen('plan.made', { coilId: out.coilId, plan: light });
  const restored = await openInVisit(<WashScreen />, back);
  await press('regrade-same');
  const plans = restored.flatMap((row) => (row.kind === 'plan.made' ? [row.data as EventDataByKind['plan.made']] : []));
  expect(plans.map((row) => row.plan.facts?.grade)).toEqual([3]);
  cleanup();
  const unchanged = await openInVisit(<WashScreen />, planned('outdoor-unit'));
  await press('regrade-same');
  expect(unchanged.map(({ kind }) => kind)).toEqual(['coil.regraded']);
  expect(screen.queryByTestId('regrade')).toBeNull();
});

test('before any water the steps of the plan can be ticked off, and wetting the coil takes the rest as done', async () => {
  const posted = await openInVisit(<WashScreen />, planned('outdoor-unit'));
  const steps = () =>
    within(screen.getByTestId('tasks'))
      .getAllByRole('checkbox')
      .map((row) => row.getAttribute('aria-label'));
  const before = steps();
  expect(before.length).toBeGreaterThan(1);
  fireEvent.click(screen.getByRole('checkbox', { name: before[0] ?? '' }));
  await settle();
  expect(posted.at(-1)?.kind).toBe('task.done');
  expect(steps()).toEqual(before.slice(1));
  await press('wash-act');
  expect(screen.queryByText('Before any water')).toBeNull();
  expect(button('Foam is on 1')).toBeTruthy();
});

test('steps that another phone’s tick moves up take nothing for a moment', async () => {
  const run = planned('outdoor-unit');
  const posted = await openInVisit(<WashScreen />, run);
  const [first, second] = within(screen.getByTestId('tasks')).getAllByRole('checkbox');
  const tasks = visitTasks([{ id: out.coilId, name: 'Outdoor', rows: 1, source: 'outdoor-unit', plan: out }]);
  const { id } = tasks.find((task) => plainName(task) === first!.getAttribute('aria-label'))!;
  run.wait(5);
  run.happen('task.done', { taskId: id }, 'Ives');
  // What was pressed on the page before this one brings nothing here.
  await longer(300);
  await act(async () => void queryClient.setQueryData(keys.visit(VISIT), detailOf([...run.events])));
  // Pressed in the breath in which it moves: by a slow machine's next turn the moment may be over.
  let taps = 0;
  await waitFor(() => {
    expect(screen.getByTestId('tasks').contains(first!)).toBe(false);
    if (taps === 0) fireEvent.click(second!);
    taps += 1;
  });
  await settle();
  expect(posted).toEqual([]);
  await longer(500);
  fireEvent.click(second!);
  await settle();
  expect(posted.map(({ kind }) => kind)).toEqual(['task.done']);
});

test('while foam soaks the next best action comes from the run sheet, with the time to drop it', async () => {
  const run = planned('outdoor-unit', 'air-handler');
  run.happen('coil.wetted', { coilId: out.coilId });
  for (const section of out.sections) run.happen('section.applied', { coilId: out.coilId, sectionId: section.id });
  const posted = await openInVisit(<WashScreen />, run);
  expect(screen.getByText('NOW, WHILE IT SOAKS')).toBeTruthy();
  expect(screen.getByText(/^Drop it by \d+:\d\d:\d\d:$/)).toBeTruthy();
  const first = within(screen.getByTestId('now')).getByRole('heading').textContent;
  await press('wash-act');
  expect(posted.at(-1)).toMatchObject({ kind: 'task.done' });
  expect(within(screen.getByTestId('now')).getByRole('heading').textContent).not.toBe(first);
});

test('foam that would dry before it is ready is misted, twice at most', async () => {
  const hot = { ...mildDay, site: { dryBulbC: 42, rhPct: 12, windMs: 3, sun: 'full' as const } };
  const survey = graded(3);
  const misty = planCoil(fullRunCoils[0], { ...survey, answers: { ...survey.answers, keepWet: 'mist' } }, hot, shelf, house());
  const run = planned('outdoor-unit');
  run.happen('plan.made', { coilId: misty.coilId, plan: misty });
  run.happen('coil.wetted', { coilId: misty.coilId });
  run.happen('section.applied', { coilId: misty.coilId, sectionId: misty.sections[0]!.id });
  run.wait(trustedSeconds(misty.drySeconds) - 20);
  const posted = await openInVisit(<WashScreen />, run);
  expect(screen.getByRole('img', { name: /^Section 1, .*: mist now$/ })).toBeTruthy();
  expect(screen.getByText(/^A light mist of water/)).toBeTruthy();
  await press('wash-act');
  expect(posted.at(-1)).toEqual({ kind: 'section.misted', by: 'Wren', data: { coilId: misty.coilId, sectionId: misty.sections[0]!.id } });
  expect(screen.getByRole('img', { name: /^Section 1, .*: soaking$/ })).toBeTruthy();
});

test('a button that a clock changes under the thumb takes nothing for a moment; what a press changes is taken at once', async () => {
  const [first, second] = out.sections.map((section) => ({ coilId: out.coilId, sectionId: section.id }));
  const run = planned('outdoor-unit');
  run.happen('coil.wetted', { coilId: out.coilId });
  run.happen('section.applied', first!);
  run.wait(60);
  run.happen('section.applied', second!);
  run.wait(out.dwell!.minS - 30);
  const posted = await openInVisit(<WashScreen />, run);
  const entered = () => posted.map(({ kind, data }) => [kind, data]);
  await press('wash-act');
  expect(entered()).toEqual([['section.rinsed', first]]);
  expect(screen.getByTestId('wash-act').textContent).toBe('1 is clear');
  await longer(300);
  run.wait(40);
  act(() => void document.dispatchEvent(new Event('visibilitychange')));
  expect(screen.getByTestId('wash-act').textContent).toBe('2 is rinsed');
  await press('wash-act');
  expect(posted).toHaveLength(1);
  await longer(500);
  await press('wash-act');
  await press('wash-act');
  expect(entered().slice(1)).toEqual([
    ['section.rinsed', second],
    ['section.checked', { ...first, clear: true }],
  ]);
});

test('not yet: what is wrong and where, and the second pass says it', async () => {
  const run = planned('outdoor-unit');
  const where = { coilId: out.coilId, sectionId: out.sections[0]!.id };
  run.happen('coil.wetted', { coilId: out.coilId });
  run.happen('section.applied', where);
  run.happen('section.rinsed', where);
  const posted = await openInVisit(<WashScreen />, run);
  expect(within(screen.getByTestId('rinse-signs')).getByText('No foam follows')).toBeTruthy();
  await press('not-clear');
  fireEvent.click(screen.getByRole('radio', { name: 'Top lip' }));
  fireEvent.click(screen.getByRole('checkbox', { name: 'Foam still follows' }));
  await press('again');
  expect(posted.at(-1)?.data).toEqual({ ...where, clear: false, failed: ['torch', 'no-foam'], where: 'top-lip' });
  expect(screen.getByRole('img', { name: /^Section 1, .*: again$/ })).toBeTruthy();
});

test('not yet: what is seen says what the next pass does, and a section is left as it is with a word why', async () => {
  const run = planned('outdoor-unit');
  const where = { coilId: out.coilId, sectionId: out.sections[0]!.id };
  run.happen('coil.wetted', { coilId: out.coilId });
  run.happen('section.applied', where);
  run.happen('section.rinsed', where);
  const posted = await openInVisit(<WashScreen />, run);
  await press('not-clear');
  expect(screen.getByText('Cleaner again, for its whole dwell.')).toBeTruthy();
  fireEvent.click(screen.getByRole('checkbox', { name: 'A clump is stuck' }));
  await settle();
  expect(screen.getByText('Brush the clump out along the fins, never across. Rinse again, from the other side.')).toBeTruthy();
  await press('section-leave-out');
  await press('section-leave-out-sure');
  expect(screen.getByText('Say why, in 8 characters at least.')).toBeTruthy();
  fireEvent.change(screen.getByTestId('section-reason'), { target: { value: 'Paint between the fins' } });
  await press('section-leave-out-sure');
  expect(posted.at(-1)).toMatchObject({ kind: 'section.left', data: { ...where, why: 'Paint between the fins' } });
  expect(screen.getByRole('img', { name: /^Section 1, .*: left$/ })).toBeTruthy();
});

test('undo names and takes back this person’s own last entry of the wash, not what the other phone did, nor a survey noted since', async () => {
  const run = planned('outdoor-unit');
  const mine = run.happen('coil.wetted', { coilId: out.coilId });
  run.happen('section.applied', { coilId: out.coilId, sectionId: out.sections[0]!.id }, 'Ives');
  run.happen('coil.surveyed', { coilId: out.coilId, survey: graded(4) });
  const posted = await openInVisit(<WashScreen />, run);
  expect(screen.getByTestId('undo-what').textContent).toBe('Undo takes back: the coil is wet.');
  await press('undo');
  expect(posted.at(-1)).toEqual({ kind: 'event.undone', by: 'Wren', data: { eventId: mine.id } });
});

describe('foam is a fact', () => {
  test('planned anew in hotter air, the foam that is on keeps its clock, and the power-up says so', async () => {
    const run = planned('outdoor-unit');
    run.happen('coil.wetted', { coilId: out.coilId });
    run.happen('section.applied', { coilId: out.coilId, sectionId: out.sections[0]!.id });
    run.wait(out.dwell!.minS + 1);
    const hot = { ...mildDay, site: { dryBulbC: 35, rhPct: 30, windMs: 2, sun: 'broken' as const } };
    run.happen('plan.made', { coilId: out.coilId, plan: planCoil(fullRunCoils[0], graded(3), hot, shelf, house()) });
    await openInVisit(<WashScreen />, run);
    expect(screen.getByRole('img', { name: /^Section 1, .*: (rinse now|too long)$/ })).toBeTruthy();
    expect(button('1 is rinsed')).toBeTruthy();
  });

  test('a plan that washes no more still asks for the foam to be rinsed', async () => {
    const run = planned('outdoor-unit');
    run.happen('coil.wetted', { coilId: out.coilId });
    run.happen('section.applied', { coilId: out.coilId, sectionId: out.sections[0]!.id });
    run.wait(out.dwell!.minS + 1);
    const crumbles = planCoil(fullRunCoils[0], { ...graded(3), corrosion: 'severe' }, mildDay, shelf, house());
    expect(crumbles.verdict).toBe('stop');
    run.happen('plan.made', { coilId: out.coilId, plan: crumbles });
    const posted = await openInVisit(<WashScreen />, run);
    expect(screen.getByText(/Foam is on all the same: rinse it off/)).toBeTruthy();
    await press('wash-act');
    expect(posted.at(-1)?.kind).toBe('section.rinsed');
  });

  test('foam that runs off is answered with what to add, inside the label', async () => {
    const run = planned('outdoor-unit');
    const weak = { ...out, waterParts: 10 };
    run.happen('plan.made', { coilId: out.coilId, plan: weak });
    run.happen('mix.made', {
      coilId: out.coilId,
      cleanerId: out.cleanerId ?? '',
      targetWaterParts: 10,
      concentrateL: 0.1,
      waterL: 3.5,
      applicatorId: 'pump-sprayer',
    });
    run.happen('coil.wetted', { coilId: out.coilId });
    run.happen('section.applied', { coilId: out.coilId, sectionId: out.sections[0]!.id });
    const posted = await openInVisit(<WashScreen />, run);
    await press('ran-off');
    fireEvent.change(screen.getByTestId('run-off-left'), { target: { value: '2' } });
    await press('run-off-added');
    const { concentrateL, waterL } = posted.at(-1)!.data as { concentrateL: number; waterL: number };
    expect(posted.at(-1)?.kind).toBe('mix.made');
    expect(waterL).toBe(0);
    expect(concentrateL).toBeGreaterThan(0);
  });
});

test('what condensate rinses is closed up, run cold, looked at, and is clear; not well, and it is rinsed by hand', async () => {
  const humid = { ...mildDay, returnAir: { dryBulbC: 25, rhPct: 60 } };
  const plan = planCoil(fullRunCoils[1], graded(2, overGoodDrain), humid, shelf, house());
  expect(plan.ending).toBe('condensate');
  const run = planned('air-handler');
  run.happen('coil.skipped', { coilId: out.coilId, reason: 'Indoor coil only' });
  run.happen('plan.made', { coilId: plan.coilId, plan });
  run.happen('mix.made', {
    coilId: plan.coilId,
    cleanerId: plan.cleanerId ?? '',
    targetWaterParts: plan.waterParts ?? 0,
    concentrateL: 0.2,
    waterL: 0.2 * (plan.waterParts ?? 0),
    applicatorId: 'pump-sprayer',
  });
  for (const section of plan.sections) run.happen('section.applied', { coilId: plan.coilId, sectionId: section.id });
  run.wait(plan.dwell!.minS + 1);
  await openInVisit(<WashScreen />, run);
  expect(screen.getByText('Foam has worked: close up, power back')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Rinse early' })).toBeNull();
  cleanup();
  for (const step of POWER_STEPS.slice(0, 4)) run.happen('power.step', { step, ok: true });
  run.wait(301);
  run.happen('power.step', { step: 'called', ok: true });
  await openInVisit(<WashScreen />, run);
  expect(screen.getByText(/^Condensate rinses 4\d:\d\d more$/)).toBeTruthy();
  cleanup();
  run.wait(45 * 60);
  const posted = await openInVisit(<WashScreen />, run);
  expect(screen.getByText('Look at pan and drain')).toBeTruthy();
  await press('look-bad');
  expect(posted.at(-1)).toMatchObject({ kind: 'condensate.looked', data: { well: false } });
  // Water comes near again: the gate first.
  expect(screen.getByTestId('gate-air-handler')).toBeTruthy();
  await press('undo');
  await press('wash-act');
  expect(posted.at(-1)).toMatchObject({ kind: 'condensate.looked', data: { well: true } });
  expect(screen.getAllByRole('img', { name: /: clear$/ }).length).toBe(plan.sections.length);
});

test('a compartment that stays shut is an answer; two circuits of a package unit are read apart, and the worse decides', async () => {
  const shut = planned();
  for (const step of lockoutStepsFor('split-cool').slice(0, -1))
    shut.happen('gate.step', { source: 'outdoor-unit', step, volts: volts(step) });
  const posted = await openInVisit(<WashScreen />, shut);
  await press('gate-stays-shut');
  expect(posted.at(-1)?.data).toEqual({ source: 'outdoor-unit', step: 'capacitor', volts: null, shut: true });
  expect(button('The coil is wet')).toBeTruthy();
  cleanup();
  const run = planned();
  const order = lockoutStepsFor('package-ac');
  for (const step of order.slice(0, order.indexOf('l1-l2'))) run.happen('gate.step', { source: 'package-unit', step, volts: volts(step) });
  const detail = detailOf(run.events);
  const both = await openInVisit(<WashScreen />, run, { system: { ...detail.system, configuration: 'package-ac' } });
  fireEvent.change(screen.getByTestId('gate-volts'), { target: { value: '0' } });
  await press('gate-another');
  fireEvent.change(screen.getByTestId('gate-volts'), { target: { value: '118' } });
  await press('gate-read');
  expect(both.at(-1)?.data).toEqual({ source: 'package-unit', step: 'l1-l2', volts: 118, readings: [0, 118] });
  expect(screen.getByText(/Hands out\. Find what feeds it/)).toBeTruthy();
});

describe('over the pan', () => {
  const indoors = () => {
    const run = planned('air-handler');
    const survey = graded(2);
    run.happen('coil.surveyed', { coilId: inn.coilId, survey: { ...survey, answers: { ...survey.answers, panVolumeL: 5 } } });
    return run;
  };
  const toIndoor = async () => {
    fireEvent.click(screen.getByRole('tab', { name: 'Indoor coil' }));
    await settle();
  };

  test('a timed drain gives the dose and the wait; the next pour is held until the pan has drained', async () => {
    const run = indoors();
    const posted = await openInVisit(<WashScreen />, run);
    await toIndoor();
    expect(screen.getByText(/^Time a known volume/)).toBeTruthy();
    fireEvent.change(screen.getByTestId('drain-volume'), { target: { value: '0' } });
    expect(screen.getByText(/^Volume: above 0/)).toBeTruthy();
    fireEvent.change(screen.getByTestId('drain-volume'), { target: { value: '1' } });
    fireEvent.change(screen.getByTestId('drain-seconds'), { target: { value: '60' } });
    await press('drain-keep');
    expect(posted.at(-1)).toMatchObject({ kind: 'drain.tested', data: { litres: 1, seconds: 60 } });
    // Six tenths of five litres at one litre a minute: three litres, three minutes.
    await press('pan-poured');
    expect(posted.at(-1)).toMatchObject({ kind: 'pan.poured', data: { litres: 3 } });
    expect(screen.getByTestId('pan-wait').textContent).toBe('3:00');
    expect(screen.getByTestId('pan-poured').getAttribute('aria-disabled')).toBe('true');
  });

  test('a float that does nothing is a finding at once, and only once', async () => {
    const posted = await openInVisit(<WashScreen />, indoors());
    await toIndoor();
    await press('float-fails');
    await press('float-fails');
    expect(posted.filter((row) => row.kind === 'finding.noted')).toHaveLength(1);
    expect(posted.filter((row) => row.kind === 'float.tested')).toHaveLength(2);
    expect(screen.getByText(/^Nothing stops the unit when the pan fills/)).toBeTruthy();
  });
});

describe('power-up', () => {
  const washed = () => {
    const run = scribe(VISIT);
    const all = fullRun(VISIT);
    run.events.push(
      ...all.slice(
        0,
        all.findIndex((event: VisitEvent) => event.kind === 'power.step'),
      ),
    );
    run.wait((Date.parse(run.events.at(-1)!.at) - run.now()) / 1000 + 1);
    return run;
  };

  test('goes in order, rests the compressor, and hands over to Check after a quarter of an hour', async () => {
    const run = washed();
    const posted = await openInVisit(<PowerUpScreen />, run);
    for (const words of ['It spins free', 'Dry, and all back on', 'Told, hands clear', 'Power is back']) {
      expect(screen.getByTestId('power-act').textContent).toBe(words);
      await press('power-act');
    }
    // It stopped before the wash: it has rested.
    expect(screen.queryByTestId('rest-clock')).toBeNull();
    for (const words of ['It calls and runs', 'Fan blows right', 'It sounds right']) {
      expect(screen.getByTestId('power-act').textContent).toBe(words);
      await press('power-act');
    }
    expect(screen.getByTestId('steady-clock').textContent).toBe('15:00');
    run.wait(901);
    await lookAgain();
    await press('power-act');
    expect(posted.map((row) => row.kind)).toEqual(Array(8).fill('power.step'));
    expect(went).toEqual([`/visits/${VISIT}/check`]);
  });

  test('stopped a moment ago it rests, or starts sooner with a word why that stays on view', async () => {
    const run = washed();
    for (const step of POWER_STEPS.slice(0, 5)) run.happen('power.step', { step, ok: true });
    run.happen('power.step', { step: 'fan-right', ok: false });
    const posted = await openInVisit(<PowerUpScreen />, run);
    await press('power-act');
    expect(screen.getByTestId('power-act').textContent).toBe('It rests');
    expect(screen.getByTestId('rest-clock').textContent).toMatch(/^[45]:/);
    await press('rest-leave-out');
    await press('rest-leave-out-sure');
    expect(screen.getByText('Say why, in 8 characters at least.')).toBeTruthy();
    fireEvent.change(screen.getByTestId('rest-reason'), { target: { value: 'Its board waits by itself' } });
    await press('rest-leave-out-sure');
    expect(posted.at(-1)).toMatchObject({ kind: 'power.step', data: { step: 'called', ok: true, why: 'Its board waits by itself' } });
    expect(screen.getByText('Wait cut short: Its board waits by itself')).toBeTruthy();
  });

  test('what is not back is named before the panels are said to be on; a fan that blows the wrong way takes the power off', async () => {
    const run = washed();
    run.happen('part.off', { kind: 'top', which: '', screws: 8, note: '' });
    for (const step of ['blades-free'] as const) run.happen('power.step', { step, ok: true });
    await openInVisit(<PowerUpScreen />, run);
    expect(screen.getByText('Not back yet: Top, 8 screws.')).toBeTruthy();
    await press('power-act');
    await press('power-act');
    await press('power-act');
    run.wait(301);
    await lookAgain();
    await press('power-act');
    await press('power-bad');
    expect(screen.getByText(/^Fan blows the right way: found otherwise/)).toBeTruthy();
    expect(screen.getByTestId('power-act').textContent).toBe('Power is back');
  });
});

test('takedown: counted as it comes off, replayed backwards, and a wire mirrored', async () => {
  const run = planned('outdoor-unit');
  run.happen('part.off', { kind: 'guard', which: 'path side', screws: 4, note: '' });
  const posted = await openInVisit(<TakedownScreen />, run);
  fireEvent.click(screen.getByRole('radio', { name: 'Top' }));
  fireEvent.change(screen.getByTestId('part-screws'), { target: { value: '61' } });
  expect(screen.getByText('Screws: a whole number up to 60.')).toBeTruthy();
  fireEvent.change(screen.getByTestId('part-screws'), { target: { value: '8' } });
  await press('part-off');
  expect(posted.at(-1)?.data).toEqual({ kind: 'top', which: '', screws: 8, note: '' });
  expect(screen.getByTestId('part-back').textContent).toBe('Top is back on');
  await press('part-back');
  expect(screen.getByTestId('part-back').textContent).toBe('Guard is back on');
  await press('takedown-undo');
  expect(screen.getByTestId('part-back').textContent).toBe('Top is back on');
});

test('Close names what was left out of the gate, with who and why', async () => {
  const run = planned();
  run.happen('gate.skipped', { source: 'air-handler', step: 'thermostat-off', reason: 'No thermostat in this house' }, 'Ives');
  await openInVisit(<CloseScreen />, run);
  const skips = screen.getByTestId('gate-skips');
  expect(skips.textContent).toContain('Air handler: thermostat off');
  expect(skips.textContent).toContain('No thermostat in this house');
  expect(skips.textContent).toContain('Ives');
});

describe('power-up with foam that condensate rinses', () => {
  const plan = planCoil(fullRunCoils[1], graded(2, overGoodDrain), { ...mildDay, returnAir: { dryBulbC: 25, rhPct: 60 } }, shelf, house());
  const foamed = () => {
    const run = planned('air-handler');
    run.happen('coil.skipped', { coilId: out.coilId, reason: 'Indoor coil only' });
    run.happen('plan.made', { coilId: plan.coilId, plan });
    for (const section of plan.sections) run.happen('section.applied', { coilId: plan.coilId, sectionId: section.id });
    for (const step of POWER_STEPS.slice(0, 3)) run.happen('power.step', { step, ok: true });
    return run;
  };

  test('not before the foam has worked, and it says for how long yet', async () => {
    const run = foamed();
    run.wait(300);
    await openInVisit(<PowerUpScreen />, run);
    expect(screen.getByText(/^Foam has not worked long enough: 1\d min more/)).toBeTruthy();
    expect(screen.getByTestId('power-act').getAttribute('aria-disabled')).toBe('true');
  });

  test('called, it says how long condensate runs, and leads to Wash for the look', async () => {
    const run = foamed();
    run.wait(plan.dwell!.minS);
    run.happen('power.step', { step: 'power-on', ok: true });
    run.wait(301);
    await openInVisit(<PowerUpScreen />, run);
    expect(screen.getByText(/^Lowest set-point and high fan/)).toBeTruthy();
    await press('power-act');
    expect(screen.getByTestId('condensate-clock').textContent).toBe('45:00');
    await press('power-act');
    await press('power-act');
    run.wait(901);
    await lookAgain();
    await press('power-act');
    // Steady leads to the readings; condensate goes on, and so does what leads back to it.
    expect(went).toEqual([`/visits/${VISIT}/check`]);
    expect(screen.getByTestId('power-act').textContent).toBe('Go to Wash');
    expect(screen.getByTestId('condensate-clock').textContent).toMatch(/^29:5\d$|^30:0\d$/);
  });
});
