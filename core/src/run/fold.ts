import { CoreError } from '../errors';
import type { Configuration, PowerSource } from '../equipment';
import type { CoilPlan } from '../method';
import { completeStory, completeSurvey, type CoilSurvey, type FaceGrades, type SiteConditions, type VisitStory } from '../survey';
import type { DropReading, Finding, Identity, MixMade, Photo, RulesChosen, VisitEvent } from './events';
import type { DrainTest } from './drain';
import { gateStepsFor, shutGate, stepGate, type GateProgress, type GateStep } from './gate';
import { notPowered, powerTaken, stepPower, type PowerUp } from './powerUp';
import type { RinseSign, Spot } from './rinseSigns';
import type { Stamped } from './stamped';
import type { PartOff, Refitted, WireNoted } from './takedown';

export type SectionPhase = 'waits' | 'wet' | 'soaking' | 'rinsed' | 'clear' | 'again';

export interface SectionProgress {
  phase: SectionPhase;
  /** When foam went on in this pass, UTC ms; null unless soaking. */
  appliedAtMs: number | null;
  rinsedAtMs: number | null;
  /** Checks that found it still dirty. */
  failedChecks: number;
  /** Water put on the foam of this pass, and when last, UTC ms. */
  mists: number;
  mistedAtMs: number | null;
  /** What the last check found wrong, and where; null when it was clear or nothing was said. */
  stillWrong: { signs: RinseSign[]; where: Spot } | null;
}

/** An event that an undo would take back. */
export interface Undoable {
  eventId: string;
  kind: VisitEvent['kind'];
}

export interface VisitState {
  visitId: string;
  startedAt: string | null;
  identity: Stamped<Identity> | null;
  site: Stamped<SiteConditions> | null;
  story: Stamped<VisitStory> | null;
  rules: Stamped<RulesChosen> | null;
  findings: (Stamped<Finding> & { closedAt: string | null })[];
  /** Findings of earlier visits that were closed on this one, by their event id. */
  findingsClosed: string[];
  photos: Stamped<Photo>[];
  surveys: Record<string, Stamped<CoilSurvey>>;
  skipped: Record<string, Stamped<string>>;
  readings: Stamped<DropReading>[];
  plans: Record<string, Stamped<CoilPlan>>;
  mixes: Record<string, Stamped<MixMade>[]>;
  gates: Partial<Record<PowerSource, GateProgress>>;
  /** Every step of a gate that was left out, whatever came after. */
  gateSkips: Stamped<{ source: PowerSource; step: GateStep; reason: string }>[];
  powerUp: PowerUp;
  /** Water poured over each indoor coil, L a pour. */
  pours: Record<string, Stamped<number>[]>;
  drainTests: Record<string, Stamped<DrainTest>[]>;
  /** Whether lifting the float stops the unit, by coil. */
  floatTests: Record<string, Stamped<boolean>>;
  /** Tasks of the run sheet that were begun or done, by their id there. */
  tasks: Record<string, { begunAt: string | null; doneAt: string | null }>;
  /** People at work; null until somebody said so. */
  crew: number | null;
  /** What came off, in that order, and whether it is back. */
  parts: Refitted<PartOff>[];
  wires: Refitted<WireNoted>[];
  /** coil id → section id → progress. */
  sections: Record<string, Record<string, SectionProgress>>;
  checks: Record<string, Stamped<{ gradesAfter: FaceGrades; note: string }>>;
  notes: Stamped<string>[];
  /** Used from the shelf as corrected by hand, L by cleaner id. */
  used: Record<string, Stamped<number>>;
  closed: Stamped<{ nextDue: string; why: string; note: string }> | null;
  /** Newest event that an undo would take back, with its kind; null when there is none. */
  lastUndoable: Undoable | null;
  /** The same for each person: with two phones on a visit, an undo takes back one's own step and nobody else's. */
  lastUndoableBy: Record<string, Undoable>;
}

const emptyState = (visitId: string): VisitState => ({
  visitId,
  startedAt: null,
  identity: null,
  site: null,
  story: null,
  rules: null,
  findings: [],
  findingsClosed: [],
  photos: [],
  surveys: {},
  skipped: {},
  readings: [],
  plans: {},
  mixes: {},
  gates: {},
  gateSkips: [],
  powerUp: notPowered(),
  pours: {},
  drainTests: {},
  floatTests: {},
  tasks: {},
  crew: null,
  parts: [],
  wires: [],
  sections: {},
  checks: {},
  notes: [],
  used: {},
  closed: null,
  lastUndoable: null,
  lastUndoableBy: {},
});

export const freshSection = (): SectionProgress => ({
  phase: 'waits',
  appliedAtMs: null,
  rinsedAtMs: null,
  failedChecks: 0,
  mists: 0,
  mistedAtMs: null,
  stillWrong: null,
});

/** Events in the order they happened: by time, then by id, so that two devices agree. Repeats of one id count once. */
export function inOrder(events: readonly VisitEvent[]): VisitEvent[] {
  const byId = new Map(events.map((event) => [event.id, event]));
  return [...byId.values()].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0));
}

/** Ids taken back by an undo that has not itself been taken back. */
function undoneIds(ordered: readonly VisitEvent[]): Set<string> {
  const undone = new Set<string>();
  for (let i = ordered.length - 1; i >= 0; i -= 1) {
    const event = ordered[i];
    if (event?.kind === 'event.undone' && !undone.has(event.id)) undone.add(event.data.eventId);
  }
  return undone;
}

/** Events in order, without those that were taken back and the taking back itself. */
export function standingEvents(events: readonly VisitEvent[]): VisitEvent[] {
  const ordered = inOrder(events);
  const undone = undoneIds(ordered);
  return ordered.filter((event) => !undone.has(event.id) && event.kind !== 'event.undone');
}

type Reducers = { [K in VisitEvent['kind']]: (state: VisitState, event: VisitEvent<K>, configuration: Configuration) => void };

const stamp = <T>(event: VisitEvent, value: T): Stamped<T> => ({ value, at: event.at, by: event.by, eventId: event.id });

function changeSection(
  state: VisitState,
  coilId: string,
  sectionId: string,
  change: (from: SectionProgress) => Partial<SectionProgress>,
): void {
  const coil = (state.sections[coilId] ??= {});
  const from = coil[sectionId] ?? freshSection();
  coil[sectionId] = { ...from, ...change(from) };
}

const REDUCERS: Reducers = {
  'visit.started': (state, event) => {
    state.startedAt ??= event.at;
  },
  'identity.noted': (state, event) => {
    state.identity = stamp(event, event.data);
  },
  'site.noted': (state, event) => {
    state.site = stamp(event, event.data);
  },
  'coil.surveyed': (state, event) => {
    state.surveys[event.data.coilId] = stamp(event, completeSurvey(event.data.survey));
    delete state.skipped[event.data.coilId];
  },
  'story.noted': (state, event) => {
    state.story = stamp(event, completeStory(event.data));
  },
  'rules.chosen': (state, event) => {
    state.rules = stamp(event, event.data);
  },
  'finding.noted': (state, event) => {
    state.findings.push({ ...stamp(event, event.data), closedAt: null });
  },
  'finding.closed': (state, event) => {
    state.findingsClosed.push(event.data.findingId);
    for (const finding of state.findings) if (finding.eventId === event.data.findingId) finding.closedAt = event.at;
  },
  'photo.added': (state, event) => {
    state.photos.push(stamp(event, event.data));
  },
  'coil.skipped': (state, event) => {
    state.skipped[event.data.coilId] = stamp(event, event.data.reason);
  },
  'reading.taken': (state, event) => {
    state.readings.push(stamp(event, event.data));
  },
  'plan.made': (state, event) => {
    const { coilId, plan } = event.data;
    state.plans[coilId] = stamp(event, plan);
    // A new plan keeps what has been done to sections that it still has.
    const before = state.sections[coilId] ?? {};
    state.sections[coilId] = Object.fromEntries(plan.sections.map((section) => [section.id, before[section.id] ?? freshSection()]));
  },
  'mix.made': (state, event) => {
    (state.mixes[event.data.coilId] ??= []).push(stamp(event, event.data));
  },
  'gate.step': (state, event, configuration) => {
    const { source, step, volts } = event.data;
    const entry = { at: event.at, by: event.by, volts, skipped: null };
    state.gates[source] = stepGate(state.gates[source] ?? shutGate(), gateStepsFor(configuration), step, entry);
    if (step === 'isolated') state.powerUp = powerTaken(state.powerUp);
  },
  'gate.skipped': (state, event, configuration) => {
    const { source, step, reason } = event.data;
    const entry = { at: event.at, by: event.by, volts: null, skipped: reason };
    state.gates[source] = stepGate(state.gates[source] ?? shutGate(), gateStepsFor(configuration), step, entry);
    state.gateSkips.push(stamp(event, event.data));
  },
  'power.step': (state, event) => {
    const { step, ok } = event.data;
    state.powerUp = stepPower(state.powerUp, step, ok, event.at);
    // Power back shuts every gate.
    if (step === 'power-on' && state.powerUp.done['power-on']) state.gates = {};
  },
  'power.restored': (state, event) => {
    state.gates[event.data.source] = shutGate();
  },
  'part.off': (state, event) => {
    state.parts.push({ ...stamp(event, event.data), backAt: null });
  },
  'part.back': (state, event) => {
    for (const part of state.parts) if (part.eventId === event.data.partId) part.backAt = event.at;
  },
  'wire.noted': (state, event) => {
    state.wires.push({ ...stamp(event, event.data), backAt: null });
  },
  'wire.back': (state, event) => {
    for (const wire of state.wires) if (wire.eventId === event.data.wireId) wire.backAt = event.at;
  },
  'coil.wetted': (state, event) => {
    const coil = state.sections[event.data.coilId] ?? {};
    for (const id of Object.keys(coil))
      changeSection(state, event.data.coilId, id, (from) => (from.phase === 'waits' ? { phase: 'wet' } : {}));
  },
  'section.applied': (state, event) =>
    changeSection(state, event.data.coilId, event.data.sectionId, () => ({
      phase: 'soaking',
      appliedAtMs: Date.parse(event.at),
      rinsedAtMs: null,
      mists: 0,
      mistedAtMs: null,
    })),
  'section.misted': (state, event) =>
    changeSection(state, event.data.coilId, event.data.sectionId, (from) =>
      from.phase === 'soaking' ? { mists: from.mists + 1, mistedAtMs: Date.parse(event.at) } : {},
    ),
  'section.rinsed': (state, event) =>
    changeSection(state, event.data.coilId, event.data.sectionId, () => ({
      phase: 'rinsed',
      appliedAtMs: null,
      rinsedAtMs: Date.parse(event.at),
    })),
  'section.checked': (state, event) =>
    changeSection(state, event.data.coilId, event.data.sectionId, (from) =>
      event.data.clear
        ? { phase: 'clear', stillWrong: null }
        : {
            phase: 'again',
            failedChecks: from.failedChecks + 1,
            stillWrong: event.data.failed ? { signs: event.data.failed, where: event.data.where ?? 'all' } : null,
          },
    ),
  'pan.poured': (state, event) => {
    (state.pours[event.data.coilId] ??= []).push(stamp(event, event.data.litres));
  },
  'drain.tested': (state, event) => {
    const { coilId, litres, seconds } = event.data;
    (state.drainTests[coilId] ??= []).push(stamp(event, { litres, seconds }));
  },
  'float.tested': (state, event) => {
    state.floatTests[event.data.coilId] = stamp(event, event.data.stops);
  },
  'task.begun': (state, event) => {
    const task = state.tasks[event.data.taskId];
    state.tasks[event.data.taskId] = { begunAt: task?.begunAt ?? event.at, doneAt: task?.doneAt ?? null };
  },
  'task.done': (state, event) => {
    state.tasks[event.data.taskId] = { begunAt: state.tasks[event.data.taskId]?.begunAt ?? null, doneAt: event.at };
  },
  'crew.changed': (state, event) => {
    state.crew = event.data.people;
  },
  'coil.checked': (state, event) => {
    state.checks[event.data.coilId] = stamp(event, { gradesAfter: event.data.gradesAfter, note: event.data.note });
  },
  'note.added': (state, event) => {
    state.notes.push(stamp(event, event.data.text));
  },
  'stock.used': (state, event) => {
    state.used[event.data.cleanerId] = stamp(event, event.data.litres);
  },
  'visit.closed': (state, event) => {
    state.closed = stamp(event, event.data);
  },
  'event.undone': () => undefined,
};

/**
 * The state of a visit from all that happened in it. Order of the input, repeats and the time of reading do not matter;
 * clocks are derived later from timestamps and now.
 * @throws CoreError not-allowed `visitId` when an event belongs to another visit
 */
export function foldVisit(visitId: string, configuration: Configuration, events: readonly VisitEvent[]): VisitState {
  const stranger = events.find((event) => event.visitId !== visitId);
  if (stranger) throw new CoreError('not-allowed', 'visitId', `Event ${stranger.id} belongs to another visit.`);
  const state = emptyState(visitId);
  for (const event of standingEvents(events)) {
    const reduce = REDUCERS[event.kind] as (s: VisitState, e: VisitEvent, c: Configuration) => void;
    reduce(state, event, configuration);
    if (event.kind === 'visit.started') continue;
    state.lastUndoable = { eventId: event.id, kind: event.kind };
    state.lastUndoableBy[event.by] = state.lastUndoable;
  }
  return state;
}

/** What a visit used from the shelf, L by cleaner id: the sum of its mixes, or the amount put in by hand. */
export function usedFromShelf(state: VisitState): Record<string, number> {
  const used: Record<string, number> = {};
  for (const { value: mix } of Object.values(state.mixes).flat()) used[mix.cleanerId] = (used[mix.cleanerId] ?? 0) + mix.concentrateL;
  for (const [cleanerId, { value }] of Object.entries(state.used)) used[cleanerId] = value;
  return used;
}
