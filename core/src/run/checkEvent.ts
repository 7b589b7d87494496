import { CoreError } from '../errors';
import { CONFIGURATION_TABLE, POWER_SOURCE_NAMES, type Configuration } from '../equipment';
import type { Cleaner } from '../mix';
import { MOST_MISTS, type CoilPlan } from '../method';
import type { EventKind, VisitCoil, VisitEvent } from './events';
import type { VisitState } from './fold';
import { gateStepsFor, isGateOpen, LEAST_REASON, sourceOf } from './gate';
import { POWER_STEPS, POWER_TABLE } from './powerUp';

export interface VisitFrame {
  configuration: Configuration;
  coils: readonly VisitCoil[];
  shelf: readonly Cleaner[];
}

type Check<K extends EventKind> = (state: VisitState, event: VisitEvent<K>, frame: VisitFrame) => void;

const refuse = (field: string, message: string): never => {
  throw new CoreError('not-allowed', field, message);
};

const planFor = (state: VisitState, coilId: string): CoilPlan =>
  state.plans[coilId]?.value ?? refuse('data.coilId', 'This coil has no plan yet: make the plan first.');

function knownCleaner(frame: VisitFrame, cleanerId: string, field: string): Cleaner {
  const cleaner = frame.shelf.find((row) => row.id === cleanerId);
  if (!cleaner) throw new CoreError('unknown', field, `No cleaner "${cleanerId}" on the shelf.`);
  return cleaner;
}

/** Nothing wet before the power that feeds this coil has been proven dead. */
function gateOpenFor(state: VisitState, coilId: string, frame: VisitFrame): void {
  const coil = frame.coils.find((row) => row.id === coilId);
  if (!coil) return;
  const source = sourceOf(frame.configuration, coil.role);
  if (!isGateOpen(state.gates[source], gateStepsFor(frame.configuration))) {
    refuse('data.coilId', `${POWER_SOURCE_NAMES[source]}: isolate and prove dead before anything gets wet.`);
  }
}

function sectionCheck(
  state: VisitState,
  event: VisitEvent<'section.applied' | 'section.misted' | 'section.rinsed' | 'section.checked'>,
  frame: VisitFrame,
): void {
  const plan = planFor(state, event.data.coilId);
  if (!plan.sections.some((section) => section.id === event.data.sectionId)) {
    throw new CoreError('unknown', 'data.sectionId', `The plan has no section "${event.data.sectionId}".`);
  }
  gateOpenFor(state, event.data.coilId, frame);
  if (event.kind === 'section.applied' && !plan.dwell) refuse('data.sectionId', 'This plan uses water only: nothing is to be foamed.');
}

/** A step of a gate that this system has. */
function gateSource(event: VisitEvent<'gate.step' | 'gate.skipped'>, frame: VisitFrame): void {
  const sources = Object.values(CONFIGURATION_TABLE[frame.configuration].sourceFor);
  if (!sources.includes(event.data.source))
    refuse('data.source', `This system has no ${POWER_SOURCE_NAMES[event.data.source].toLowerCase()}.`);
  if (!gateStepsFor(frame.configuration).includes(event.data.step)) refuse('data.step', 'This system has no such step.');
}

/** Pan, drain and float are those of an indoor coil. */
function indoorCheck(_state: VisitState, event: VisitEvent<'pan.poured' | 'drain.tested' | 'float.tested'>, frame: VisitFrame): void {
  const coil = frame.coils.find((row) => row.id === event.data.coilId);
  if (coil && coil.role !== 'evaporator') refuse('data.coilId', 'Only an indoor coil has a pan and a drain.');
}

const CHECKS: { [K in EventKind]?: Check<K> } = {
  'plan.made': (_state, event, frame) => {
    const { plan, coilId } = event.data;
    if (plan.coilId !== coilId) refuse('data.plan.coilId', 'The plan is for another coil.');
    if (plan.cleanerId === null) return;
    const cleaner = knownCleaner(frame, plan.cleanerId, 'data.plan.cleanerId');
    if (plan.dwell && plan.dwell.maxS > cleaner.dwellMaxS) {
      refuse('data.plan.dwell.maxS', `${cleaner.name} may stay on for ${cleaner.dwellMaxS} s at most; the plan says ${plan.dwell.maxS} s.`);
    }
    if (plan.dwell && plan.dwell.minS < cleaner.dwellMinS) {
      refuse('data.plan.dwell.minS', `${cleaner.name} needs at least ${cleaner.dwellMinS} s; the plan says ${plan.dwell.minS} s.`);
    }
  },
  'mix.made': (state, event, frame) => {
    const plan = planFor(state, event.data.coilId);
    knownCleaner(frame, event.data.cleanerId, 'data.cleanerId');
    if (plan.cleanerId !== event.data.cleanerId) refuse('data.cleanerId', 'The plan for this coil uses another cleaner.');
  },
  'stock.used': (_state, event, frame) => {
    knownCleaner(frame, event.data.cleanerId, 'data.cleanerId');
  },
  'part.off': (state, event, frame) => {
    // Covers hide live terminals: nothing comes off before one source at least has been proven dead, but what only guards the face may.
    const order = gateStepsFor(frame.configuration);
    const anyOpen = Object.values(state.gates).some((gate) => isGateOpen(gate, order));
    if (!anyOpen && event.data.kind !== 'guard') refuse('data.kind', 'Isolate and prove dead before anything but a guard comes off.');
  },
  'part.back': (state, event) => {
    const part = state.parts.find((row) => row.eventId === event.data.partId);
    if (!part) throw new CoreError('unknown', 'data.partId', 'No such part came off on this visit.');
    if (part.backAt !== null) refuse('data.partId', 'This part is back on already.');
  },
  'wire.back': (state, event) => {
    const wire = state.wires.find((row) => row.eventId === event.data.wireId);
    if (!wire) throw new CoreError('unknown', 'data.wireId', 'No such wire was noted on this visit.');
    if (wire.backAt !== null) refuse('data.wireId', 'This wire is back already.');
  },
  'gate.step': (_state, event, frame) => gateSource(event, frame),
  'coil.wetted': (state, event, frame) => {
    planFor(state, event.data.coilId);
    gateOpenFor(state, event.data.coilId, frame);
  },
  'gate.skipped': (state, event, frame) => {
    gateSource(event, frame);
    if (event.data.reason.trim().length < LEAST_REASON)
      refuse('data.reason', `Say why, in ${LEAST_REASON} characters at least: it stands on the report.`);
    const done = state.gates[event.data.source]?.done ?? {};
    const before = gateStepsFor(frame.configuration).find((step) => !done[step]);
    if (before !== event.data.step) refuse('data.step', 'Take the steps of the gate in their order.');
  },
  'power.step': (state, event) => {
    const { step } = event.data;
    const due = POWER_STEPS.slice(0, POWER_STEPS.indexOf(step)).find((earlier) => !state.powerUp.done[earlier]);
    if (due) refuse('data.step', `First: ${POWER_TABLE[due].name.toLowerCase()}.`);
    const soaks = Object.values(state.sections).some((coil) => Object.values(coil).some((section) => section.phase === 'soaking'));
    if (step === 'power-on' && soaks) refuse('data.step', 'Foam still soaks: rinse it before power goes back.');
  },
  'pan.poured': indoorCheck,
  'drain.tested': indoorCheck,
  'float.tested': indoorCheck,
  'section.applied': sectionCheck,
  'section.misted': (state, event, frame) => {
    sectionCheck(state, event, frame);
    const section = state.sections[event.data.coilId]?.[event.data.sectionId];
    if (section?.phase !== 'soaking') refuse('data.sectionId', 'There is no foam on this section to be misted.');
    if ((section?.mists ?? 0) >= MOST_MISTS) refuse('data.sectionId', 'Misted twice already: more water would only thin it. Rinse it.');
  },
  'section.rinsed': sectionCheck,
  'section.checked': sectionCheck,
};

/** What may still be added to a closed visit: nothing that was found or done. */
const AFTER_CLOSING: readonly EventKind[] = ['note.added', 'event.undone', 'stock.used'];

/**
 * Refuses an event that must not be added to this visit: another visit's, a coil or cleaner it does not know, a dwell
 * beyond the label, water before the power is proven dead, anything but a note, a stock count or an undo once the visit is closed.
 * @throws CoreError not-allowed | unknown, naming the field
 */
export function checkEvent(state: VisitState, event: VisitEvent, frame: VisitFrame): void {
  if (event.visitId !== state.visitId) refuse('visitId', 'This event belongs to another visit.');
  if (state.closed && !AFTER_CLOSING.includes(event.kind)) {
    refuse('kind', 'The visit is closed: add a note, or undo the closing first.');
  }
  const data = event.data as { coilId?: string };
  if (data.coilId !== undefined && !frame.coils.some((coil) => coil.id === data.coilId)) {
    throw new CoreError('unknown', 'data.coilId', `This visit has no coil "${data.coilId}".`);
  }
  const check = CHECKS[event.kind] as Check<EventKind> | undefined;
  check?.(state, event, frame);
}
