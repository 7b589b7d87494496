import fc from 'fast-check';
import { fullRun, fullRunCoils } from '../testing/fullRun';
import { shelf } from '../testing/fixtures';
import { stepsDone } from './visitSteps';
import { checkEvent } from './checkEvent';
import { foldVisit } from './fold';
import { isLockedOut } from './lockout';
import { lockoutStepsFor } from './lockoutNeeds';
import type { VisitEvent } from './events';
import { KINDS } from './kinds/kinds';
import type { VisitFrame } from './kinds/kind';

const events = fullRun('v1');
const fold = (some: readonly VisitEvent[]) => foldVisit('v1', 'split-cool', some);
const frame: VisitFrame = { configuration: 'split-cool', coils: fullRunCoils, shelf, events };

test('a full run of two coils: every event is accepted in its turn and every bead ends done', () => {
  events.forEach((event, i) => expect(() => checkEvent(fold(events.slice(0, i)), event, frame)).not.toThrow());
  const end = fold(events);
  expect(Object.values(stepsDone(end, fullRunCoils))).toEqual(Array(6).fill(true));
  expect(end.powerUp.done.steady).toBeDefined();
  expect(end.lockoutSkips.map((skip) => skip.value)).toEqual([
    { source: 'air-handler', step: 'capacitor', reason: 'No capacitor in this cabinet.' },
  ]);
  // Power is back: every gate is shut.
  for (const lockout of Object.values(end.lockouts)) expect(isLockedOut(lockout, lockoutStepsFor('split-cool'))).toBe(false);
});

test('stopped and taken up again at any event, from what was stored, the state is the same', () => {
  const whole = fold(events);
  for (let cut = 0; cut <= events.length; cut += 1) {
    const stored = JSON.parse(JSON.stringify(events.slice(0, cut))) as VisitEvent[];
    expect(fold(stored)).toEqual(fold(events.slice(0, cut)));
    expect(fold([...stored, ...events.slice(cut)])).toEqual(whole);
    // What is known at that moment survives being put away as it is.
    expect(JSON.parse(JSON.stringify(fold(stored)))).toEqual(fold(stored));
  }
});

test('two phones that got the events in any order, some twice, agree', () => {
  const whole = fold(events);
  fc.assert(
    fc.property(fc.shuffledSubarray(events, { minLength: events.length }), fc.subarray(events), (shuffled, again) => {
      expect(fold([...shuffled, ...again])).toEqual(whole);
    }),
    { numRuns: 40 },
  );
});

test('an undo of any event, and its own undo, leave the state as it was', () => {
  const whole = fold(events);
  for (const event of events) {
    if (event.kind === 'event.undone') continue;
    const later = (n: number, eventId: string): VisitEvent => ({
      id: `z${n}${event.id}`,
      visitId: 'v1',
      at: '2026-06-12T00:00:00.000Z',
      by: 'Wren',
      kind: 'event.undone',
      data: { eventId },
    });
    const undo = later(1, event.id);
    expect(fold([...events, undo, later(2, undo.id)])).toEqual(whole);
  }
});

test('with two people on a visit, each has a newest entry of their own on each page', () => {
  const own = (some: readonly VisitEvent[], by: string) =>
    some.filter((event) => event.by === by && KINDS[event.kind].page === 'wash').at(-1)?.id;
  const until = events.slice(0, events.findIndex((event) => event.by === 'Ives') + 2);
  const state = fold(until);
  expect(state.undoable['Ives']?.wash?.eventId).toBe(own(until, 'Ives'));
  expect(state.undoable['Wren']?.wash?.eventId).toBe(own(until, 'Wren'));
  expect(state.undoable['Ives']?.look).toBeUndefined();
  expect(state.undoable['Wren']?.look?.words).toBe('a survey');
});
