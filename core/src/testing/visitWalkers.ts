import { planCoil, type CoilBuild, type MethodContext } from '../method';
import { FAULTS } from '../diagnosis';
import { FINDING_TABLE } from '../survey';
import {
  foldVisit,
  LOCKOUT_TABLE,
  lockoutStepsFor,
  readingPasses,
  type LockoutStep,
  type EventDataByKind,
  type EventKind,
  type VisitEvent,
  type VisitState,
} from '../run';
import { completeStory, emptySurvey, type Grade } from '../survey';
import { bestCoil, meterShows, visitDebrief, washCoil, type HiddenVisit, type VisitDebrief, type WashedCoil } from '../trainer';
import { DEFAULT_HOUSE_RULES } from '../method';
import { mildDay, shelf } from './fixtures';

const START_MS = Date.parse('2026-06-11T17:30:00Z');
const CONTEXT: MethodContext = mildDay;

/** How somebody goes about a visit to practise. */
export interface Walker {
  /** Enters what the meter shows; else a zero, whatever it shows. */
  readsTheMeter: boolean;
  asksTheOwner: boolean;
  /** How far off the grade is that they see. */
  gradesOff: -2 | 0;
  /** Rinses when the label says, or lets foam stand for so long, s. */
  leavesFoamS: number | null;
  /** Rounds of rinsing each section gets. */
  rinses: number;
  readsAfter: boolean;
  findsTheFault: boolean;
}

export const CAREFUL: Walker = {
  readsTheMeter: true,
  asksTheOwner: true,
  gradesOff: 0,
  leavesFoamS: null,
  rinses: 2,
  readsAfter: true,
  findsTheFault: true,
};
export const CARELESS: Walker = {
  readsTheMeter: false,
  asksTheOwner: false,
  gradesOff: -2,
  leavesFoamS: 5400,
  rinses: 1,
  readsAfter: false,
  findsTheFault: false,
};

/** Everything that a generator has to do, at once. */
export function atOnce<T>(work: Generator<unknown, T>): T {
  for (;;) {
    const { done, value } = work.next();
    if (done) return value;
  }
}

/** Entries of a visit to practise, as somebody made them. */
export function walkVisit(hidden: HiddenVisit, coils: readonly CoilBuild[], walker: Walker): { events: VisitEvent[]; state: VisitState } {
  const events: VisitEvent[] = [];
  let atMs = START_MS;
  const add = <K extends EventKind>(afterS: number, kind: K, data: EventDataByKind[K]) => {
    atMs += afterS * 1000;
    const id = `00000000-0000-7000-8000-${(events.length + 1).toString(16).padStart(12, '0')}`;
    events.push({ id, visitId: 'v', at: new Date(atMs).toISOString(), by: 'Wren Cotter', kind, data } as VisitEvent);
  };
  const { owner } = hidden;
  add(0, 'visit.started', {});
  add(60, 'identity.noted', {
    model: '',
    refrigerant: 'R-410A',
    madeYear: null,
    sensitiveOccupants: walker.asksTheOwner && owner.sensitive,
    serial: '',
    ...hidden.plate,
  });
  if (walker.asksTheOwner) add(60, 'story.noted', { ...completeStory({}), symptoms: owner.symptoms, facts: owner.facts });
  add(60, 'reading.taken', { when: 'before', returnC: 25, supplyC: 15, outdoorC: 30 });
  const plans = coils.flatMap((coil) => {
    const truth = hidden.coils[coil.id];
    if (!truth) return [];
    const grades = Object.fromEntries(
      Object.entries(truth.grades).map(([face, grade]) => [
        face,
        Array<Grade>(coil.geometry.rows).fill(Math.max(0, grade + walker.gradesOff) as Grade),
      ]),
    );
    const survey = { ...emptySurvey(), grades, soils: walker.asksTheOwner ? truth.soils : [], coolingSymptom: owner.symptoms.length > 0 };
    add(120, 'coil.surveyed', { coilId: coil.id, survey });
    const plan = planCoil(coil, survey, CONTEXT, shelf, DEFAULT_HOUSE_RULES);
    add(30, 'plan.made', { coilId: coil.id, plan });
    return [{ coil, plan }];
  });
  const order = lockoutStepsFor('split-cool');
  for (let i = 0; i < order.length; i += 1) {
    const step = order[i] as LockoutStep;
    const shown = meterShows(hidden, 'outdoor-unit', step, events);
    add(30, 'gate.step', {
      source: 'outdoor-unit',
      step,
      volts: shown && (walker.readsTheMeter ? shown.volts : LOCKOUT_TABLE[step].reads === 'live' ? 240 : 0),
    });
    // What failed is put right, and proved again from isolation on.
    if (shown && walker.readsTheMeter && !readingPasses(step, shown.volts)) i = Math.min(i, order.indexOf('isolated')) - 1;
  }
  for (const { coil, plan } of plans) {
    if (plan.dryLift) add(240, 'task.done', { taskId: `${coil.id}.lift` });
    const foams = plan.cleanerId !== null && plan.dwell;
    if (foams && plan.waterParts !== null)
      add(120, 'mix.made', {
        coilId: coil.id,
        cleanerId: plan.cleanerId ?? '',
        targetWaterParts: plan.waterParts,
        concentrateL: 0.2,
        waterL: 0.2 * plan.waterParts,
        applicatorId: '',
      });
    for (const { id: sectionId } of plan.sections)
      for (let pass = 0; pass < walker.rinses; pass += 1) {
        if (foams) add(30, 'section.applied', { coilId: coil.id, sectionId });
        add(foams ? (walker.leavesFoamS ?? foams.minS + 60) : 30, 'section.rinsed', { coilId: coil.id, sectionId });
        add(150, 'section.checked', { coilId: coil.id, sectionId, clear: pass + 1 === walker.rinses });
      }
  }
  if (walker.readsAfter) add(900, 'reading.taken', { when: 'after', returnC: 25, supplyC: 14, outdoorC: 31 });
  if (walker.findsTheFault && hidden.fault) {
    const what = FAULTS[hidden.fault].finding;
    add(60, 'finding.noted', { what, coilId: null, note: '', action: FINDING_TABLE[what].action });
  }
  return { events, state: foldVisit('v', 'split-cool', events) };
}

/** The same, judged. */
export function walkedDebrief(hidden: HiddenVisit, coils: readonly CoilBuild[], walker: Walker): VisitDebrief {
  const { events, state } = walkVisit(hidden, coils, walker);
  const nowMs = Date.parse(events.at(-1)?.at ?? '');
  const each = (work: (coil: CoilBuild) => Generator<void, WashedCoil>) =>
    Object.fromEntries(coils.map((coil) => [coil.id, atOnce(work(coil))]));
  const truth = (coil: CoilBuild) => hidden.coils[coil.id] as HiddenVisit['coils'][string];
  const drying = () => coils.flatMap((coil) => coil.geometry.faces.map(({ id }) => ({ faceId: id, dry: 1500, later: 1500 })));
  return visitDebrief({
    hidden,
    state,
    events,
    configuration: 'split-cool',
    coils: coils.map((coil) => ({ ...coil, name: '' })),
    left: each((coil) => washCoil(coil, truth(coil), events, { cleaners: shelf, drying, seed: hidden.seed }, nowMs)),
    best: each((coil) => bestCoil(coil, truth(coil), hidden.seed, hidden.owner.symptoms.length > 0)),
  });
}
