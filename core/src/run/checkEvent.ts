import { cornersProblem } from '../light/corners';
import { CoreError } from '../errors';
import { CONFIGURATION_TABLE, POWER_SOURCE_NAMES, type Configuration } from '../equipment';
import type { Cleaner } from '../mix';
import type { Licence } from '../survey';
import { MOST_MISTS, type CoilPlan } from '../method';
import { coilRunOf, foamedSections } from './coilRun';
import { PAGE_OF } from './pages';
import type { EventKind, VisitCoil, VisitEvent } from './events';
import { isAirOld, pauseOf } from './beads';
import { checkCloseCheck, checkClosing, checkSignOff } from './closing';
import { checkFindingStep, isOpenFinding, type FindingLife } from './findingLife';
import { findingsHere } from './findingsHere';
import type { VisitState } from './fold';
import { checkQuoteAnswer, quotedFindings } from './quote';
import { checkResuming, checkSuspending } from './suspend';
import { gateStepsFor, isGateOpen, LEAST_REASON, MOST_CIRCUITS, SHUT_STEP, sourceOf } from './gate';
import { POWER_STEPS, POWER_TABLE } from './powerUp';

/** What stands around a visit and does not change with its entries. */
export interface VisitFrame {
  configuration: Configuration;
  coils: readonly VisitCoil[];
  shelf: readonly Cleaner[];
  /** Every entry there is so far, for what an undo may name. */
  events: readonly VisitEvent[];
  /** Findings of earlier visits to the system, asked for only where an entry names one; none where left out. */
  earlier?: () => readonly FindingLife[];
  /** Whether somebody of the crew holds a licence, by their name; nobody does where left out. */
  holds?: (name: string, licence: Licence) => boolean;
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
  const known = [...(state.hand[event.data.coilId] ?? []), ...plan.sections];
  if (!known.some((section) => section.id === event.data.sectionId)) {
    throw new CoreError('unknown', 'data.sectionId', `The plan has no section "${event.data.sectionId}".`);
  }
  gateOpenFor(state, event.data.coilId, frame);
  if (event.kind !== 'section.applied') return;
  if (isAirOld(state, frame.coils))
    refuse('data.sectionId', 'The air was noted before the pause: note it anew in Look before foam goes on.');
  if (plan.verdict !== 'wash' || !plan.dwell) refuse('data.sectionId', 'The plan as it stands puts no cleaner on this coil.');
  if (state.sections[event.data.coilId]?.[event.data.sectionId]?.foam)
    refuse('data.sectionId', 'Foam is on this section already: mist it, or rinse it first.');
}

/** Foam on a coil, told by what has to be done about it; null where there is none. */
function foamOn(state: VisitState, coilId: string): string | null {
  const run = coilRunOf(state, coilId);
  const foamed = run ? foamedSections(run) : [];
  return foamed.length > 0 ? `Foam is on ${foamed.map((section) => `section ${section.number}`).join(', ')}` : null;
}

/**
 * Why power may not go back yet: foam that has to be rinsed off by hand, or that has not worked long enough for condensate to rinse it.
 * @param state of the visit
 * @param atMs UTC ms
 * @returns words, or null where nothing stands against it
 * @example noPowerYet(foldVisit('v', 'split-cool', []), 0) // null
 */
export function noPowerYet(state: VisitState, atMs: number): string | null {
  const foams = Object.keys(state.hand).flatMap((coilId) => {
    const run = coilRunOf(state, coilId);
    return run ? foamedSections(run).flatMap((section) => run.progress[section.id]?.foam ?? []) : [];
  });
  // What wants hands is said first.
  if (foams.some((foam) => foam.ending === 'rinse')) return 'Foam still soaks: rinse it before power goes back.';
  const leftS = Math.max(0, ...foams.map((foam) => Math.ceil(foam.dwell.minS - (atMs - foam.appliedAtMs) / 1000)));
  return leftS > 0 ? `Foam has not worked long enough: ${Math.ceil(leftS / 60)} min more, then condensate may rinse it.` : null;
}

/** Entries of a closed visit that an undo may still take back. */
const UNDONE_AFTER_CLOSING: readonly EventKind[] = ['note.added', 'stock.used', 'finding.step', 'saving.told'];
/** Entries that an undo may take back while a visit waits for parts. */
const UNDONE_WHILE_SUSPENDED: readonly EventKind[] = ['note.added', 'photo.added', 'finding.noted', 'finding.step', 'finding.closed'];

/** What decides whether foam is on a section: taken back under power, it would be on again with nobody to rinse it. */
const FOAM_RESTS_ON: readonly EventKind[] = ['section.applied', 'section.rinsed', 'section.checked'];

/** An undo takes back a known entry, and never what has a way of its own or what others rest on. */
function undoCheck(state: VisitState, event: VisitEvent<'event.undone'>, { events }: VisitFrame): void {
  const target = events.find((row) => row.id === event.data.eventId);
  if (!target) throw new CoreError('unknown', 'data.eventId', 'There is no such entry on this visit.');
  if (target.kind === 'visit.closed') refuse('data.eventId', 'A closing is not undone: open the visit again, with the reason.');
  const meant = target.kind === 'event.undone' ? events.find((row) => row.id === target.data.eventId) : target;
  if (target.kind !== 'event.undone' && PAGE_OF[target.kind] === null) refuse('data.eventId', 'This entry is not taken back.');
  if (state.closed && !UNDONE_AFTER_CLOSING.includes(meant?.kind ?? 'visit.started'))
    refuse('data.eventId', 'The visit is closed: open it again, with the reason, to take anything back.');
  if (pauseOf(state) && !UNDONE_WHILE_SUSPENDED.includes(meant?.kind ?? 'visit.started'))
    refuse('data.eventId', 'The visit waits for parts: what was done before stays in the record.');
  const resumed = state.pauses.at(-1);
  if (resumed?.resumed && meant && meant.at <= resumed.at && !UNDONE_WHILE_SUSPENDED.includes(meant.kind))
    refuse('data.eventId', 'That was before the pause: it stays in the record.');
  if (state.powerUp.done['power-on'] && meant && FOAM_RESTS_ON.includes(meant.kind))
    refuse('data.eventId', 'Power is back: what was foamed, rinsed and found clear before stays in the record.');
  if (target.kind === 'finding.noted' && state.findingSteps.some(({ value }) => value.findingId === target.id))
    refuse('data.eventId', 'Something came of this finding already: set it aside instead.');
  if (target.kind === 'photo.added' && state.signed?.value.photoId === target.data.photoId)
    refuse('data.eventId', 'This photo stands for the signature: take that back first.');
  if (meant?.kind === 'plan.made') {
    // With what and for how long foam went on is told by the plan of that moment: it stays in the record.
    const { coilId } = meant.data;
    if ((state.foamed[coilId] ?? []).some((row) => row.at >= meant.at))
      refuse('data.eventId', 'Foam went on by the plans there were: they stay in the record. Note what differs and make another plan.');
  }
}

/** A step of a gate that this system has. */
function gateSource(event: VisitEvent<'gate.step' | 'gate.skipped'>, frame: VisitFrame): void {
  const sources = Object.values(CONFIGURATION_TABLE[frame.configuration].sourceFor);
  if (!sources.includes(event.data.source))
    refuse('data.source', `This system has no ${POWER_SOURCE_NAMES[event.data.source].toLowerCase()}.`);
  if (!gateStepsFor(frame.configuration).includes(event.data.step)) refuse('data.step', 'This system has no such step.');
}

/** Pan, drain and float are those of an indoor coil. */
function indoorCheck(
  _state: VisitState,
  event: VisitEvent<'pan.poured' | 'drain.tested' | 'float.tested' | 'condensate.looked'>,
  frame: VisitFrame,
): void {
  const coil = frame.coils.find((row) => row.id === event.data.coilId);
  if (coil && coil.role !== 'evaporator') refuse('data.coilId', 'Only an indoor coil has a pan and a drain.');
}

const CHECKS: { [K in EventKind]?: Check<K> } = {
  'plan.made': (_state, event, frame) => {
    const { plan, coilId } = event.data;
    if (plan.coilId !== coilId) refuse('data.plan.coilId', 'The plan is for another coil.');
    if (plan.cleanerId === null) return;
    const cleaner = knownCleaner(frame, plan.cleanerId, 'data.plan.cleanerId');
    if (plan.ending === 'condensate' && cleaner.rinseNeeded) {
      refuse('data.plan.ending', `${cleaner.name} has to be rinsed off by hand: its label says so.`);
    }
    if (plan.dwell && plan.dwell.maxS === null && plan.ending !== 'condensate') {
      refuse('data.plan.dwell.maxS', 'What is rinsed by hand has a longest dwell.');
    }
    if (plan.dwell && plan.dwell.maxS !== null && plan.dwell.maxS > cleaner.dwellMaxS) {
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
  'gate.step': (_state, event, frame) => {
    gateSource(event, frame);
    const { step, shut, readings } = event.data;
    if (shut && step !== SHUT_STEP) refuse('data.shut', 'Only the compartment of the capacitor may stay shut.');
    if (readings && readings.length > MOST_CIRCUITS) refuse('data.readings', `${MOST_CIRCUITS} circuits at most.`);
  },
  'coil.skipped': (state, event) => {
    const foam = foamOn(state, event.data.coilId);
    if (foam) refuse('data.coilId', `${foam}: rinse it before this coil is left.`);
  },
  'finding.step': (state, event, frame) => {
    const life = findingsHere(frame.earlier?.() ?? [], state).find((row) => row.findingId === event.data.findingId);
    checkFindingStep(event.data, life, (licence) => frame.holds?.(event.by, licence) ?? false, event.at.slice(0, 10));
  },
  'finding.closed': (state, event, frame) => {
    const life = findingsHere(frame.earlier?.() ?? [], state).find((row) => row.findingId === event.data.findingId);
    if (!life) throw new CoreError('unknown', 'data.findingId', 'This system has no such finding.');
    if (!isOpenFinding(life)) refuse('data.findingId', 'It is done with already.');
  },
  'quote.made': (state, event, frame) => {
    const known = new Set(findingsHere(frame.earlier?.() ?? [], state).map((row) => row.findingId));
    if (quotedFindings(event.data.options).some((id) => !known.has(id)))
      throw new CoreError('unknown', 'data.options', 'The quote names a finding that this system does not have.');
  },
  'quote.answered': (state, event) => checkQuoteAnswer(event.data, state.quotes),
  'close.checked': (state, event, frame) => checkCloseCheck(state, frame.coils, event.data, LEAST_REASON),
  'visit.signed': (state, event) => checkSignOff(state, event.data),
  'visit.suspended': (state, event) => {
    for (const coilId of Object.keys(state.hand)) {
      const foam = foamOn(state, coilId);
      if (foam) refuse('kind', `${foam}: rinse it before the visit is left.`);
    }
    checkSuspending(state, event.data, LEAST_REASON);
  },
  'visit.resumed': (state, event) => {
    const pause = pauseOf(state);
    if (!pause) refuse('kind', 'The visit is not waiting for anything.');
    else checkResuming(state, pause, event.data);
  },
  'due.set': (_state, event) => checkDueDay(event.at, event.data),
  'upkeep.set': (_state, event) => checkDueDay(event.at, event.data),
  'saving.told': (state, event) => {
    if (!state.closed) refuse('kind', 'What a wash saved is told once its visit is closed.');
    const { low, kWh, high, verdict } = event.data;
    if (!(low <= kWh && kWh <= high)) refuse('data.kWh', 'A saving lies within its interval.');
    if (verdict !== (low > 0 ? 'saved' : high < 0 ? 'more' : 'not-shown'))
      refuse('data.verdict', 'What is shown has to be what the interval says.');
  },
  'past.noted': () => refuse('kind', 'Older records come in as a file, not as an entry.'),
  'visit.closed': (state, event, frame) => {
    event.data.coils?.forEach(({ coilId }, i) => {
      if (!frame.coils.some((coil) => coil.id === coilId))
        throw new CoreError('unknown', `data.coils[${i}].coilId`, `This visit has no coil "${coilId}".`);
    });
    for (const coilId of Object.keys(state.hand)) {
      const run = coilRunOf(state, coilId);
      const byHand = run ? foamedSections(run).some((section) => run.progress[section.id]?.foam?.ending === 'rinse') : false;
      if (byHand) refuse('kind', `${foamOn(state, coilId) ?? ''}: rinse it before the visit is closed.`);
    }
    checkClosing(state, frame.coils);
  },
  'visit.cancelled': (state, event) => {
    const foamed = Object.keys(state.hand).find((coilId) => foamOn(state, coilId));
    if (foamed) refuse('kind', `${foamOn(state, foamed) ?? ''}: rinse it before the visit is cancelled.`);
    if (state.parts.some((part) => part.backAt === null)) refuse('kind', 'Parts are off: put them back before the visit is cancelled.');
    if (event.data.reason.trim().length < LEAST_REASON)
      refuse('data.reason', `Say why, in ${LEAST_REASON} characters at least: it stays with the visit.`);
  },
  'visit.reopened': (state, event) => {
    if (!state.closed && !state.cancelled) refuse('kind', 'The visit is open already.');
    if (event.data.reason.trim().length < LEAST_REASON)
      refuse('data.reason', `Say why, in ${LEAST_REASON} characters at least: it stands on the report.`);
  },
  'event.undone': undoCheck,
  'foam.ranOff': (state, event) => {
    planFor(state, event.data.coilId);
  },
  'condensate.looked': (state, event, frame) => {
    indoorCheck(state, event, frame);
    const run = coilRunOf(state, event.data.coilId);
    const waits = run ? foamedSections(run).some((section) => run.progress[section.id]?.foam?.ending === 'condensate') : false;
    if (!waits) refuse('data.coilId', 'No foam on this coil is being rinsed by condensate.');
    if (!state.powerUp.done.called) refuse('data.coilId', 'Power back and the thermostat calling first: nothing has run yet.');
  },
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
    const why = step === 'power-on' ? noPowerYet(state, Date.parse(event.at)) : null;
    if (why) refuse('data.step', why);
  },
  'pan.poured': indoorCheck,
  'drain.tested': indoorCheck,
  'float.tested': indoorCheck,
  'section.applied': sectionCheck,
  'section.misted': (state, event, frame) => {
    sectionCheck(state, event, frame);
    const section = state.sections[event.data.coilId]?.[event.data.sectionId];
    if (!section?.foam) refuse('data.sectionId', 'There is no foam on this section to be misted.');
    if ((section?.foam?.mists ?? 0) >= MOST_MISTS)
      refuse('data.sectionId', 'Misted twice already: more water would only thin it. Rinse it.');
  },
  'section.rinsed': sectionCheck,
  'section.checked': sectionCheck,
  'light.measured': (state, event) => {
    const { before, after, coilId } = event.data;
    if (!before && !after) refuse('data.before', 'Measure one picture at least.');
    for (const [when, reading] of [
      ['before', before],
      ['after', after],
    ] as const) {
      if (!reading) continue;
      const problem = cornersProblem(reading.corners);
      if (problem) refuse(`data.${when}.corners`, problem);
      if (!state.photos.some(({ value }) => value.photoId === reading.photoId && value.coilId === coilId && value.when === when))
        throw new CoreError('unknown', `data.${when}.photoId`, `This visit has no such picture of the coil ${when} the wash.`);
    }
  },
};

/** A due day is no further off, days. Common practice, no source. */
const MOST_DUE_DAYS = 5 * 366;
const DAY_MS = 86_400_000;

/** A day set by hand lies after today and says why; no day goes back to what is reckoned. */
function checkDueDay(at: string, { date, why }: { date: string | null; why: string }): void {
  if (date === null) return;
  const days = (Date.parse(`${date}T00:00:00Z`) - Date.parse(`${at.slice(0, 10)}T00:00:00Z`)) / DAY_MS;
  if (!(days > 0)) refuse('data.date', 'A due day lies after today.');
  if (days > MOST_DUE_DAYS) refuse('data.date', 'A due day is five years away at most.');
  if (why.trim().length < LEAST_REASON) refuse('data.why', `Say why, in ${LEAST_REASON} characters at least.`);
}

/** What may still be added to a closed visit: nothing that was found or done. */
const AFTER_CLOSING: readonly EventKind[] = [
  'note.added',
  'event.undone',
  'stock.used',
  'visit.reopened',
  // A customer answers days later: that is told of the quote and the finding, and changes nothing that was done.
  'quote.made',
  'quote.answered',
  'finding.step',
  // A meter tells months later.
  'saving.told',
];

/** While a visit waits for parts nothing is worked on; what is said and agreed goes on. */
const WHILE_SUSPENDED: readonly EventKind[] = [
  'visit.resumed',
  'visit.cancelled',
  'note.added',
  'photo.added',
  'finding.noted',
  'finding.step',
  'finding.closed',
  'quote.made',
  'quote.answered',
  'event.undone',
];

/** A cancelled visit takes a word, and may be opened again. */
const AFTER_CANCELLING: readonly EventKind[] = ['note.added', 'visit.reopened'];

/**
 * Refuses an event that must not be added to this visit: another visit's, a coil or cleaner it does not know, a dwell
 * beyond the label, water before the power is proven dead, anything but a note, a stock count or an undo once the visit is closed.
 * @param state the visit as its entries leave it
 * @param event to be added
 * @param frame system, coils, shelf and all entries so far
 * @throws CoreError not-allowed | unknown, naming the field
 * @example checkEvent(foldVisit('v', 'split-cool', []), { id: 'e', visitId: 'v', at: '2026-06-11T12:00:00Z', by: 'Wren', kind: 'visit.started', data: {} }, { configuration: 'split-cool', coils: [coil()], shelf, events: [] }) // undefined
 */
export function checkEvent(state: VisitState, event: VisitEvent, frame: VisitFrame): void {
  if (event.visitId !== state.visitId) refuse('visitId', 'This event belongs to another visit.');
  if (state.closed && !AFTER_CLOSING.includes(event.kind)) {
    refuse('kind', 'The visit is closed: add a note, or open it again first.');
  }
  if (pauseOf(state) && !WHILE_SUSPENDED.includes(event.kind)) refuse('kind', 'The visit waits for parts: go on with it first.');
  if (state.closed && event.kind === 'finding.step' && (event.data.step === 'fixed' || event.data.step === 'done'))
    refuse('kind', 'The visit is closed: work is noted on the visit it was done on.');
  if (state.cancelled && !AFTER_CANCELLING.includes(event.kind)) refuse('kind', 'The visit is cancelled: open it again first.');
  // A finding or photo of the unit as a whole names no coil.
  const data = event.data as { coilId?: string | null };
  if (typeof data.coilId === 'string' && !frame.coils.some((coil) => coil.id === data.coilId)) {
    throw new CoreError('unknown', 'data.coilId', `This visit has no coil "${data.coilId}".`);
  }
  const check = CHECKS[event.kind] as Check<EventKind> | undefined;
  check?.(state, event, frame);
}
