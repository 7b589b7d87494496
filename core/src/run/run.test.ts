import fc from 'fast-check';
import { planCoil } from '../method';
import { coil, graded, house, mildDay, shelf } from '../testing/fixtures';
import { stepsDone, currentStep } from './visitSteps';
import { checkEvent } from './checkEvent';
import { coilRunOf, isWashed } from './coilRun';
import { LOCKOUT_TABLE, type LockoutStep } from './lockoutSteps';
import { lockoutStepsFor } from './lockoutNeeds';
import { isLockedOut } from './lockout';
import { foldVisit } from './fold';
import { nextAction, sectionClock } from './clocks';
import type { EventDataByKind, EventKind, VisitEvent } from './events';
import { foamOn } from './foam';
import { freshRun } from './coilRun';
import { freshSection } from './visitState';
import { noLockout, stepLockout } from './lockout';
import type { VisitFrame } from './kinds/kind';

const START = Date.parse('2026-06-11T14:30:00.000Z');
const plan = planCoil(coil(), graded(3), mildDay, shelf, house());
const frame: VisitFrame = { configuration: 'split-cool', coils: [{ id: 'coil-1', role: 'condenser' }], shelf, events: [] };

let count = 0;
function happened<K extends EventKind>(kind: K, data: EventDataByKind[K], atS: number): VisitEvent {
  count += 1;
  return {
    id: `e${String(count).padStart(4, '0')}`,
    visitId: 'v1',
    at: new Date(START + atS * 1000).toISOString(),
    by: 'Wren',
    kind,
    data,
  } as VisitEvent;
}
const fold = (events: readonly VisitEvent[]) => foldVisit('v1', 'split-cool', events);
const volts = (step: LockoutStep) => ({ live: 121, dead: 0, none: null })[LOCKOUT_TABLE[step].reads ?? 'none'];
const completeLockout = (atS: number) =>
  lockoutStepsFor('split-cool').map((step, i) => happened('gate.step', { source: 'outdoor-unit', step, volts: volts(step) }, atS + i));

const section = (index: number) => plan.sections[index]?.id ?? '';
const script = (): VisitEvent[] => [
  happened('visit.started', {}, 0),
  happened('coil.surveyed', { coilId: 'coil-1', survey: graded(3) }, 10),
  happened('plan.made', { coilId: 'coil-1', plan }, 20),
  happened('mix.made', { coilId: 'coil-1', cleanerId: 'alkaline', targetWaterParts: 4, concentrateL: 1, waterL: 4, applicatorId: 'a' }, 30),
  ...completeLockout(40),
  happened('coil.wetted', { coilId: 'coil-1' }, 60),
  happened('section.applied', { coilId: 'coil-1', sectionId: section(0) }, 70),
  happened('section.applied', { coilId: 'coil-1', sectionId: section(1) }, 100),
  happened('section.rinsed', { coilId: 'coil-1', sectionId: section(0) }, 560),
  happened('section.checked', { coilId: 'coil-1', sectionId: section(0), clear: true }, 580),
  happened('section.rinsed', { coilId: 'coil-1', sectionId: section(1) }, 600),
  happened('section.checked', { coilId: 'coil-1', sectionId: section(1), clear: true }, 620),
  happened('coil.checked', { coilId: 'coil-1', gradesAfter: { path: [0], hedge: [0] }, note: '' }, 700),
  // Power and signature are left to another hour, which is said; the rest is ticked.
  ...(['power', 'signed'] as const).map((item, i) =>
    happened('close.checked', { item, ok: false, reason: 'Back in the evening' }, 750 + i),
  ),
  ...(['pad', 'tools', 'tidy', 'container', 'bottle', 'splash'] as const).map((item, i) =>
    happened('close.checked', { item, ok: true, reason: '' }, 760 + i),
  ),
  happened('visit.closed', { nextDue: '2027-06-11', why: 'yearly', note: '' }, 800),
];

describe('the run is a fold', () => {
  test('order, repeats and the moment of reading do not matter', () => {
    const events = script();
    const expected = fold(events);
    fc.assert(
      fc.property(fc.shuffledSubarray(events, { minLength: events.length }), fc.subarray(events), (shuffled, again) => {
        expect(fold([...shuffled, ...again])).toEqual(expected);
      }),
      { numRuns: 50 },
    );
  });

  test('a visit stopped after any event stands just as those events alone make it', () => {
    const events = script();
    for (let cut = 0; cut <= events.length; cut += 1) {
      const prefix = events.slice(0, cut);
      const later = events.slice(cut).map((event) => event.id);
      const stored = fold(JSON.parse(JSON.stringify(prefix)) as VisitEvent[]);
      expect(stored).toEqual(fold(prefix));
      // Nothing that has not happened yet shows anywhere in it.
      expect(later.filter((id) => JSON.stringify(stored).includes(`"${id}"`))).toEqual([]);
    }
  });

  test('an undo takes one event back, and an undone undo brings it again', () => {
    const events = script();
    for (const event of events) {
      const undo = happened('event.undone', { eventId: event.id }, 900);
      const without = fold(events.filter((other) => other.id !== event.id));
      expect(fold([...events, undo])).toEqual(without);
      expect(fold([...events, undo, happened('event.undone', { eventId: undo.id }, 901)])).toEqual(fold(events));
    }
  });

  test('beads follow what was done', () => {
    const events = script();
    const reached = events.map((_, i) => currentStep(fold(events.slice(0, i + 1)), frame.coils));
    expect(reached.filter((visitStep, i) => visitStep !== reached[i - 1])).toEqual(['look', 'plan', 'mix', 'wash', 'check', 'close']);
    expect(stepsDone(fold(events), frame.coils)).toEqual({ look: true, plan: true, mix: true, wash: true, check: true, close: true });
  });

  test('a new plan keeps the sections that were done', () => {
    const events = script().slice(0, -4);
    const replanned = fold([...events, happened('plan.made', { coilId: 'coil-1', plan }, 1000)]);
    expect(replanned.sections['coil-1']?.[section(0)]?.phase).toBe('clear');
  });

  test('an event of another visit is refused', () => {
    expect(() => foldVisit('v2', 'split-cool', script())).toThrow(expect.objectContaining({ field: 'visitId' }));
  });
});

describe('the safety gate', () => {
  const order = lockoutStepsFor('split-cool');
  const walk = (steps: [LockoutStep, number | null][]) =>
    steps.reduce((lockout, [step, v]) => stepLockout(lockout, order, step, { volts: v, at: 't', by: 'Wren', skipped: null }), noLockout());
  const proper = order.map((step): [LockoutStep, number | null] => [step, volts(step)]);

  test('opens only after every step, in order', () => {
    expect(isLockedOut(walk(proper), order)).toBe(true);
    for (let skip = 0; skip < proper.length; skip += 1) expect(isLockedOut(walk(proper.filter((_, i) => i !== skip)), order)).toBe(false);
  });

  test.each([
    ['l1-l2', 118],
    ['l2-ground', 2],
    ['l1-ground', null],
    ['meter-proved', 0],
    ['meter-proved-again', 3],
  ] as const)('%s reading %s shuts it back to isolation', (bad, v) => {
    const lockout = walk(proper.map(([step, ok]): [LockoutStep, number | null] => (step === bad ? [step, v] : [step, ok])));
    expect(isLockedOut(lockout, order)).toBe(false);
    expect(lockout.done['isolated']).toBeUndefined();
  });

  test('power back shuts it; gas must be off on a gas package', () => {
    const open = [...script().slice(0, 3), ...completeLockout(40)];
    expect(isLockedOut(fold(open).lockouts['outdoor-unit'], order)).toBe(true);
    expect(isLockedOut(fold([...open, happened('power.restored', { source: 'outdoor-unit' }, 100)]).lockouts['outdoor-unit'], order)).toBe(
      false,
    );
    expect(lockoutStepsFor('package-gas-electric')).toContain('gas-off');
  });
});

describe('clocks and the next best action', () => {
  const dwellMin = plan.dwell?.minS ?? 0;

  test('a soaking section is ready at the label’s minimum and too long after its limit', () => {
    const piece = plan.sections[0]!;
    const soaking = {
      ...freshRun(plan),
      progress: { [piece.id]: { ...freshSection(), phase: 'soaking' as const, foam: foamOn(plan, piece, START) } },
    };
    const word = (s: number) => sectionClock(soaking, piece, START + s * 1000).word;
    expect([0, dwellMin - 1, dwellMin, (plan.dwell?.maxS ?? 0) + 1].map(word)).toEqual(['soaking', 'soaking', 'rinse now', 'too long']);
    expect(sectionClock(soaking, piece, START - 5000).soakedS).toBe(0);
  });

  test('following the next action washes the coil without any section passing its limit', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 20 }), { minLength: 60, maxLength: 60 }), fc.boolean(), (delays, firstCheckFails) => {
        let now = START;
        const events: VisitEvent[] = [happened('plan.made', { coilId: 'coil-1', plan }, 0)];
        const at = () => (now - START) / 1000;
        let failed = !firstCheckFails;
        for (const delay of delays) {
          const run = coilRunOf(fold(events), 'coil-1')!;
          const action = nextAction(run, now);
          for (const row of run.sections) expect(sectionClock(run, row, now).word).not.toBe('too long');
          if (action.kind === 'done') break;
          const where = 'section' in action ? { coilId: 'coil-1', sectionId: action.section.id } : { coilId: 'coil-1', sectionId: '' };
          if (action.kind === 'wet-coil') events.push(happened('coil.wetted', { coilId: 'coil-1' }, at()));
          if (action.kind === 'apply') events.push(happened('section.applied', where, at()));
          if (action.kind === 'rinse') events.push(happened('section.rinsed', where, at()));
          if (action.kind === 'check') {
            events.push(happened('section.checked', { ...where, clear: failed }, at()));
            failed = true;
          }
          now += (action.kind === 'wait' ? action.seconds : delay) * 1000;
        }
        expect(isWashed(coilRunOf(fold(events), 'coil-1')!)).toBe(true);
      }),
      { numRuns: 40 },
    );
  });

  test('under water first a section is rinsed plain, and foamed only where the torch stayed dark', () => {
    const waterFirst = planCoil(coil(), graded(2), mildDay, shelf, house());
    expect(waterFirst.waterFirst).toBe(true);
    expect(nextAction(freshRun(waterFirst), START).kind).toBe('rinse');
    const failedOnce = { [section(0)]: { ...freshSection(), phase: 'again' as const, rinsedAtMs: START, failedChecks: 1 } };
    expect(nextAction({ ...freshRun(waterFirst), progress: failedOnce }, START)).toMatchObject({
      kind: 'apply',
      section: { id: section(0) },
    });
  });
});

describe('what may be added to a visit', () => {
  const planned = () => fold(script().slice(0, 4));
  const refused = (event: VisitEvent, state = planned()) => expect(() => checkEvent(state, event, frame));

  test('every event of a proper visit is accepted in its turn', () => {
    const events = script();
    events.forEach((event, i) => expect(() => checkEvent(fold(events.slice(0, i)), event, frame)).not.toThrow());
  });

  test('water before the gate, a dwell over the label, strangers and closed visits are refused by name', () => {
    refused(happened('section.rinsed', { coilId: 'coil-1', sectionId: section(0) }, 50)).toThrow(/prove dead/);
    refused(happened('plan.made', { coilId: 'coil-1', plan: { ...plan, dwell: { minS: 300, maxS: 3000 } } }, 50)).toThrow(
      expect.objectContaining({ field: 'data.plan.dwell.maxS' }),
    );
    refused(happened('plan.made', { coilId: 'coil-1', plan: { ...plan, cleanerId: 'nope' } }, 50)).toThrow(
      expect.objectContaining({ field: 'data.plan.cleanerId' }),
    );
    refused(happened('coil.wetted', { coilId: 'coil-9' }, 50)).toThrow(expect.objectContaining({ field: 'data.coilId' }));
    refused({ ...happened('note.added', { text: 'x' }, 50), visitId: 'v2' }).toThrow(expect.objectContaining({ field: 'visitId' }));
    refused(happened('coil.wetted', { coilId: 'coil-1' }, 900), fold(script())).toThrow(expect.objectContaining({ field: 'kind' }));
    expect(() => checkEvent(fold(script()), happened('note.added', { text: 'x' }, 900), frame)).not.toThrow();
  });
});
