import type { Configuration, PowerSource } from '../equipment';
import { planCoil, type CoilBuild, type CoilPlan } from '../method';
import type { Cleaner } from '../mix';
import {
  closingChecks,
  coilRunOf,
  foldVisit,
  LOCKOUT_TABLE,
  lockoutStepsFor,
  nextAction,
  POWER_STEPS,
  type EventDataByKind,
  type EventKind,
  type NextAction,
  type VisitEvent,
  type VisitState,
} from '../run';
import { emptySurvey, type CoilSurvey, type Grade } from '../survey';
import { coil, house, mildDay, shelf } from './fixtures';

export const RUN_START = Date.parse('2026-06-11T14:30:00.000Z');

export const fullRunCoils: [CoilBuild, CoilBuild] = [
  coil(),
  coil('copper-plate-fin', { id: 'coil-2', role: 'evaporator', topOpens: false, guards: 'none' }),
];
const gradedAll = (of: CoilBuild, grade: Grade): CoilSurvey => ({
  ...emptySurvey(),
  grades: Object.fromEntries(of.geometry.faces.map((face) => [face.id, Array<Grade>(of.geometry.rows).fill(grade)])),
});
/** Both coils rinsed by hand, the whole set read before and after. */
const RINSED = house({ noRinse: 'rinse-anyway', readings: 'full' });
const plansOf = ([out, inn]: readonly [CoilBuild, CoilBuild], cleaners: readonly Cleaner[]): [CoilPlan, CoilPlan] => [
  planCoil(out, gradedAll(out, 3), mildDay, cleaners, RINSED),
  planCoil(inn, gradedAll(inn, 2), mildDay, cleaners, RINSED),
];
export const fullRunPlans = plansOf(fullRunCoils, shelf);

/** Makes the events of one visit one after another, with ids that sort as they came. */
export function scribe(
  visitId: string,
  configuration: Configuration = 'split-cool',
  idOf: (n: number) => string = (n) => `e${String(n).padStart(4, '0')}`,
) {
  const events: VisitEvent[] = [];
  let nowMs = RUN_START;
  return {
    events,
    now: () => nowMs,
    wait: (seconds: number) => {
      nowMs += seconds * 1000;
    },
    state: (): VisitState => foldVisit(visitId, configuration, events),
    happen: <K extends EventKind>(kind: K, data: EventDataByKind[K], by = 'Wren'): VisitEvent => {
      nowMs += 5_000;
      const event = { id: idOf(events.length + 1), visitId, at: new Date(nowMs).toISOString(), by, kind, data } as VisitEvent;
      events.push(event);
      return event;
    },
  };
}

/** A signature: one stroke with points enough to be a name. */
export const SIGNATURE = [[40, 500, 90, 420, 160, 520, 230, 460, 300, 540, 380, 480, 450, 520, 540, 470, 620, 500]];

/**
 * A visit from the first question to the closing, both coils, as one person would go through it: a reading that does not prove dead, a step left
 * out with its reason, foam misted, a section that fails its first check, pours, tests, parts and wires, and an undo.
 */
export function fullRun(
  visitId: string,
  idOf?: (n: number) => string,
  coils: readonly [CoilBuild, CoilBuild] = fullRunCoils,
  cleaners: readonly Cleaner[] = shelf,
): VisitEvent[] {
  const run = scribe(visitId, 'split-cool', idOf);
  const { happen } = run;
  const [out, inn] = plansOf(coils, cleaners);
  happen('visit.started', {});
  happen('site.noted', { dryBulbC: 24, rhPct: 55, windMs: 1, sun: 'shade' });
  happen('coil.surveyed', { coilId: out.coilId, survey: gradedAll(coils[0], 3) });
  happen('coil.surveyed', { coilId: inn.coilId, survey: gradedAll(coils[1], 2) });
  happen('reading.taken', { when: 'before', returnC: 24, supplyC: 16, outdoorC: 24 });
  happen('plan.made', { coilId: out.coilId, plan: out });
  happen('plan.made', { coilId: inn.coilId, plan: inn });
  happen('crew.changed', { people: 2 });
  for (const plan of [out, inn])
    happen('mix.made', {
      coilId: plan.coilId,
      cleanerId: plan.cleanerId ?? '',
      targetWaterParts: plan.waterParts ?? 0,
      concentrateL: 0.5,
      waterL: 0.5 * (plan.waterParts ?? 0),
      applicatorId: 'pump-sprayer',
    });

  const order = lockoutStepsFor('split-cool');
  const read = (source: PowerSource, wrongAt?: string) => {
    for (const step of order) {
      const { reads } = LOCKOUT_TABLE[step];
      const volts = reads === null ? null : reads === 'live' ? 121 : step === wrongAt ? 118 : 0;
      if (step === 'capacitor' && source === 'air-handler')
        happen('gate.skipped', { source, step, reason: 'No capacitor in this cabinet.' });
      else happen('gate.step', { source, step, volts });
      if (step === wrongAt) return;
    }
  };
  read('outdoor-unit', 'l1-ground');
  // From isolation on it is done again.
  for (const step of order.slice(order.indexOf('isolated')))
    happen('gate.step', { source: 'outdoor-unit', step, volts: { live: 121, dead: 0, none: null }[LOCKOUT_TABLE[step].reads ?? 'none'] });
  const panel = happen('part.off', { kind: 'panel', which: 'path side', screws: 6, note: '' });
  const wire = happen('wire.noted', {
    plug: 'Fan plug',
    terminal: 'C',
    unitSide: 'brown',
    otherSide: 'black',
    note: '',
    photoId: null,
  });
  happen('task.begun', { taskId: `${out.coilId}.lift` });
  run.wait(600);
  happen('task.done', { taskId: `${out.coilId}.lift` });
  happen('coil.regraded', { coilId: out.coilId, when: 'lifted', grades: gradedAll(coils[0], 3).grades });
  read('air-handler');
  happen('drain.tested', { coilId: inn.coilId, litres: 1, seconds: 40 });
  happen('float.tested', { coilId: inn.coilId, stops: true });

  for (const plan of [out, inn]) {
    let failed = false;
    for (let turn = 0; turn < 200; turn += 1) {
      const now = coilRunOf(run.state(), plan.coilId);
      const action: NextAction = now ? nextAction(now, run.now()) : { kind: 'done' };
      if (action.kind === 'done' || action.kind === 'close-up' || action.kind === 'condense' || action.kind === 'look') break;
      if (action.kind === 'wait') {
        run.wait(Math.max(5, action.seconds));
        continue;
      }
      if (action.kind === 'wet-coil') {
        happen('coil.wetted', { coilId: plan.coilId });
        continue;
      }
      const where = { coilId: plan.coilId, sectionId: action.section.id };
      if (action.kind === 'apply') {
        happen('section.applied', where);
        if (!failed && plan === out) happen('section.misted', where, 'Ives');
      } else if (action.kind === 'mist') happen('section.misted', where);
      else if (action.kind === 'rinse') {
        happen('section.rinsed', where);
        if (plan === inn) happen('pan.poured', { coilId: plan.coilId, litres: 1 });
      } else if (failed || plan === inn) happen('section.checked', { ...where, clear: true });
      else {
        happen('section.checked', { ...where, clear: false, failed: ['torch'], where: 'bottom-band' });
        failed = true;
      }
    }
  }
  happen('task.done', { taskId: `${out.coilId}.gun` });
  const slip = happen('wire.back', { wireId: wire.id });
  happen('event.undone', { eventId: slip.id });
  happen('wire.back', { wireId: wire.id });
  happen('part.back', { partId: panel.id });
  for (const step of POWER_STEPS) {
    if (step === 'called') run.wait(300);
    if (step === 'fan-right') {
      // The first start rubs: power off, put right, and from power on again.
      happen('power.step', { step, ok: false });
      read('outdoor-unit');
      happen('power.step', { step: 'power-on', ok: true });
      run.wait(300);
      happen('power.step', { step: 'called', ok: true });
    }
    if (step === 'steady') run.wait(900);
    happen('power.step', { step, ok: true });
  }
  happen('reading.taken', { when: 'after', returnC: 24, supplyC: 13.5, outdoorC: 24 });
  for (const build of coils) happen('coil.checked', { coilId: build.id, gradesAfter: gradedAll(build, 0).grades, note: '' });
  happen('stock.used', { cleanerId: out.cleanerId ?? '', litres: 0.6 });
  for (const line of closingChecks(run.state(), coils))
    if (line.item === 'signed') happen('visit.signed', { who: 'customer', name: 'Odile Fennick', strokes: SIGNATURE, photoId: null });
    else if (line.standing === 'open') happen('close.checked', { item: line.item, ok: true, reason: '' });
  happen('visit.closed', { nextDue: '2027-06-11', why: 'yearly', note: '' });
  return run.events;
}
