import type { UpkeepId } from '../interval/upkeep';
import type { SavingTold } from './savingTold';
import type { LightNoted } from '../light';
import type { RunsTold } from '../verdict/sizing';
import { CoreError } from '../errors';
import type { Configuration, PowerSource } from '../equipment';
import type { CoilPlan, Section } from '../method';
import type { HeldReadings } from '../readings';
import { completeStory, completeSurvey, type CoilSurvey, type FaceGrades, type SiteConditions, type VisitStory } from '../survey';
import type { EventDataByKind, SplitReading, Identity, MixMade, Photo, RulesChosen, VisitEvent } from './events';
import type { CloseCheck, CloseItem, SignOff } from './closeItems';
import type { DrainTest } from './drain';
import type { Finding, FindingStepMade } from './findingLife';
import { foamOn, inNewAir, misted, type FoamOn } from './foam';
import { gateStepsFor, shutGate, stepGate, type GateProgress, type GateStep } from './gate';
import { entryWords } from './entryWords';
import { PAGE_OF, type Page } from './pages';
import { sectionsInHand } from './sectionsInHand';
import type { PastNoted } from './pastNoted';
import { notPowered, powerTaken, stepPower, type PowerUp } from './powerUp';
import { quotedFindings, type Quote } from './quote';
import type { RinseSign, Spot } from './rinseSigns';
import type { Stamped } from './stamped';
import type { Pause } from './suspend';
import type { PartOff, Refitted, WireNoted } from './takedown';

export type SectionPhase = 'waits' | 'wet' | 'soaking' | 'rinsed' | 'clear' | 'again';

/** What has become of a section. */
export interface SectionProgress {
  phase: SectionPhase;
  /** What is on it; null unless soaking. */
  foam: FoamOn | null;
  rinsedAtMs: number | null;
  /** Checks that found it still dirty. */
  failedChecks: number;
  /** What the last check found wrong, and where; null when it was clear or nothing was said. */
  stillWrong: { signs: RinseSign[]; where: Spot } | null;
}

/** An entry that an undo would take back, and in words what that would be. */
export interface Undoable {
  eventId: string;
  kind: VisitEvent['kind'];
  words: string;
  at: string;
}

/** One closing of a visit, and how it was opened again. */
export interface Closing {
  at: string;
  by: string;
  reopened: Stamped<string> | null;
}

/** A visit as its entries leave it. */
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
  /** What became of findings, of this visit and of earlier ones, as entered and as quotes and their answers say. */
  findingSteps: Stamped<FindingStepMade>[];
  quotes: Quote[];
  /** Ticks and reasons of the closing gate. */
  closeChecks: Partial<Record<CloseItem, Stamped<CloseCheck>>>;
  signed: Stamped<SignOff> | null;
  /** Every pause for parts, oldest first. */
  pauses: Pause[];
  photos: Stamped<Photo>[];
  surveys: Record<string, Stamped<CoilSurvey>>;
  skipped: Record<string, Stamped<string>>;
  readings: Stamped<SplitReading>[];
  held: Stamped<HeldReadings>[];
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
  /** The pieces that are worked on, by coil: as planned last, with what was begun before kept as it was cut. */
  hand: Record<string, Section[]>;
  /** coil id → section id → progress. */
  sections: Record<string, Record<string, SectionProgress>>;
  /** Every foaming there was, whatever was planned after. */
  foamed: Record<string, Stamped<{ sectionId: string; cleanerId: string | null; cleanerName: string; areaM2: number }>[]>;
  /** Times that foam ran off a coil. */
  ranOff: Record<string, string[]>;
  /** Looks at pan and drain after condensate. */
  looks: Record<string, Stamped<boolean>>;
  runs: Stamped<RunsTold> | null;
  /** Light through each coil, measured on photographs. */
  light: Record<string, Stamped<LightNoted>>;
  checks: Record<string, Stamped<{ gradesAfter: FaceGrades; note: string }>>;
  notes: Stamped<string>[];
  /** Used from the shelf as corrected by hand, L by cleaner id. */
  used: Record<string, Stamped<number>>;
  /** Days that coils are due by hand, with why. */
  dueSet: Record<string, Stamped<{ date: string; why: string }>>;
  /** What it was found to save since; null where nobody told. */
  savingTold: Stamped<SavingTold> | null;
  /** The same of filter, drain, wheel and salt. */
  upkeepSet: Partial<Record<UpkeepId, Stamped<{ date: string; why: string }>>>;
  /** What the shop's older records say, where the visit came out of them. */
  past: Stamped<PastNoted> | null;
  closed: Stamped<EventDataByKind['visit.closed']> | null;
  /** Why it will not be; null unless it was cancelled and not opened again. */
  cancelled: Stamped<string> | null;
  /** Every closing, oldest first, with how it was opened again. */
  closings: Closing[];
  /** Each person's newest entry on each page: with two phones on a visit, an undo takes back one's own step, and only what was done on that page. */
  undoable: Record<string, Partial<Record<Page, Undoable>>>;
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
  findingSteps: [],
  quotes: [],
  closeChecks: {},
  signed: null,
  pauses: [],
  photos: [],
  surveys: {},
  skipped: {},
  readings: [],
  held: [],
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
  hand: {},
  sections: {},
  foamed: {},
  ranOff: {},
  looks: {},
  runs: null,
  light: {},
  checks: {},
  notes: [],
  used: {},
  dueSet: {},
  upkeepSet: {},
  savingTold: null,
  past: null,
  closed: null,
  cancelled: null,
  closings: [],
  undoable: {},
});

/**
 * A section that nobody has touched.
 * @example freshSection().phase // 'waits'
 */
export const freshSection = (): SectionProgress => ({
  phase: 'waits',
  foam: null,
  rinsedAtMs: null,
  failedChecks: 0,
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

/**
 * Events in order, without those that were taken back and the taking back itself.
 * @param events entries, in any order, repeats allowed
 * @returns in the order they happened, without those undone
 * @example standingEvents([]) // []
 */
export function standingEvents(events: readonly VisitEvent[]): VisitEvent[] {
  const ordered = inOrder(events);
  const undone = undoneIds(ordered);
  return ordered.filter((event) => !undone.has(event.id) && event.kind !== 'event.undone');
}

type Reducers = { [K in VisitEvent['kind']]: (state: VisitState, event: VisitEvent<K>, configuration: Configuration) => void };

const stamp = <T>(event: VisitEvent, value: T): Stamped<T> => ({ value, at: event.at, by: event.by, eventId: event.id });

/** A section in hand; one that only the plan knows is taken in hand, so that no entry of another phone is lost. */
function sectionOf(state: VisitState, coilId: string, sectionId: string): Section | undefined {
  const hand = (state.hand[coilId] ??= []);
  const found = hand.find((section) => section.id === sectionId);
  if (found) return found;
  const planned = state.plans[coilId]?.value.sections.find((section) => section.id === sectionId);
  if (planned) hand.push(planned);
  return planned;
}

function changeSection(
  state: VisitState,
  coilId: string,
  sectionId: string,
  change: (from: SectionProgress) => Partial<SectionProgress>,
): void {
  sectionOf(state, coilId, sectionId);
  const coil = (state.sections[coilId] ??= {});
  const from = coil[sectionId] ?? freshSection();
  coil[sectionId] = { ...from, ...change(from) };
}

/** A new plan: what was begun stays as it was cut, and foam that is on keeps its clock, in the air as it is known now. */
function followPlan(state: VisitState, coilId: string, plan: CoilPlan, at: string): void {
  const before = state.sections[coilId] ?? {};
  const hand = sectionsInHand(state.hand[coilId] ?? [], before, plan);
  // The name of a piece says no more than its face once it is cut anew: what was only wetted stays wet.
  const wet = Object.values(before).some((progress) => progress.phase === 'wet');
  state.hand[coilId] = hand;
  state.sections[coilId] = Object.fromEntries(
    hand.map((section): [string, SectionProgress] => {
      const was = before[section.id];
      if (was && was.phase !== 'waits' && was.phase !== 'wet')
        return [section.id, was.foam ? { ...was, foam: inNewAir(was.foam, plan, section.faceId, Date.parse(at)) } : was];
      return [section.id, { ...freshSection(), phase: wet ? 'wet' : 'waits' }];
    }),
  );
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
  'finding.step': (state, event) => {
    state.findingSteps.push(stamp(event, event.data));
  },
  'quote.made': (state, event) => {
    state.quotes.push({ ...event.data, quoteId: event.id, at: event.at, by: event.by, answer: null });
    for (const findingId of quotedFindings(event.data.options))
      state.findingSteps.push(stamp(event, { findingId, step: 'offered', words: `Quote ${event.data.number}` }));
  },
  'quote.answered': (state, event) => {
    const { quoteId, optionId, words } = event.data;
    const quote = state.quotes.find((row) => row.quoteId === quoteId);
    if (!quote || quote.answer) return;
    quote.answer = stamp(event, event.data);
    const taken = quotedFindings(quote.options.filter((option) => option.id === optionId));
    for (const findingId of quotedFindings(quote.options))
      state.findingSteps.push(
        stamp(event, {
          findingId,
          step: taken.includes(findingId) ? 'accepted' : 'declined',
          words: words || `Quote ${quote.number}`,
        }),
      );
  },
  'close.checked': (state, event) => {
    state.closeChecks[event.data.item] = stamp(event, event.data);
  },
  'visit.signed': (state, event) => {
    state.signed = stamp(event, event.data);
  },
  'visit.suspended': (state, event) => {
    state.pauses.push({ ...stamp(event, event.data), resumed: null });
  },
  'visit.resumed': (state, event) => {
    const last = state.pauses.at(-1);
    if (!last || last.resumed) return;
    last.resumed = stamp(event, event.data);
    // Whoever goes on proves it dead anew, and what was only wetted is dry again.
    state.gates = {};
    for (const coil of Object.values(state.sections))
      for (const [id, progress] of Object.entries(coil)) if (progress.phase === 'wet') coil[id] = { ...progress, phase: 'waits' };
  },
  'photo.added': (state, event) => {
    state.photos.push(stamp(event, event.data));
  },
  'runs.told': (state, event) => {
    state.runs = stamp(event, event.data);
  },
  'light.measured': (state, event) => {
    state.light[event.data.coilId] = stamp(event, event.data);
  },
  'coil.skipped': (state, event) => {
    state.skipped[event.data.coilId] = stamp(event, event.data.reason);
  },
  'reading.taken': (state, event) => {
    state.readings.push(stamp(event, event.data));
  },
  'readings.held': (state, event) => {
    state.held.push(stamp(event, event.data));
  },
  'plan.made': (state, event) => {
    const { coilId, plan } = event.data;
    state.plans[coilId] = stamp(event, plan);
    followPlan(state, coilId, plan, event.at);
  },
  'mix.made': (state, event) => {
    (state.mixes[event.data.coilId] ??= []).push(stamp(event, event.data));
  },
  'gate.step': (state, event, configuration) => {
    const { source, step, volts, readings, shut } = event.data;
    const entry = { at: event.at, by: event.by, volts, skipped: null, ...(readings ? { readings } : {}), ...(shut ? { shut } : {}) };
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
  'section.applied': (state, event) => {
    const { coilId, sectionId } = event.data;
    const plan = state.plans[coilId]?.value;
    const section = sectionOf(state, coilId, sectionId);
    const foam = foamOn(plan, section, Date.parse(event.at));
    changeSection(state, coilId, sectionId, () => ({ phase: 'soaking', foam, rinsedAtMs: null }));
    const { cleanerId, cleanerName } = foam;
    (state.foamed[coilId] ??= []).push(stamp(event, { sectionId, cleanerId, cleanerName, areaM2: section?.areaM2 ?? 0 }));
  },
  'section.misted': (state, event) =>
    changeSection(state, event.data.coilId, event.data.sectionId, ({ foam }) => (foam ? { foam: misted(foam, Date.parse(event.at)) } : {})),
  'section.rinsed': (state, event) =>
    changeSection(state, event.data.coilId, event.data.sectionId, () => ({
      phase: 'rinsed',
      foam: null,
      rinsedAtMs: Date.parse(event.at),
    })),
  'foam.ranOff': (state, event) => {
    (state.ranOff[event.data.coilId] ??= []).push(event.at);
  },
  'condensate.looked': (state, event) => {
    const { coilId, well } = event.data;
    state.looks[coilId] = stamp(event, well);
    for (const [id, progress] of Object.entries(state.sections[coilId] ?? {}))
      if (progress.foam?.ending === 'condensate')
        changeSection(state, coilId, id, (from) =>
          well
            ? { phase: 'clear', foam: null, rinsedAtMs: Date.parse(event.at) }
            : { foam: from.foam && { ...from.foam, ending: 'rinse' }, failedChecks: from.failedChecks + 1 },
        );
  },
  'section.checked': (state, event) =>
    changeSection(state, event.data.coilId, event.data.sectionId, (from) =>
      event.data.clear
        ? { phase: 'clear', foam: null, stillWrong: null }
        : {
            phase: 'again',
            foam: null,
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
    state.closings.push({ at: event.at, by: event.by, reopened: null });
  },
  'visit.cancelled': (state, event) => {
    state.cancelled = stamp(event, event.data.reason);
  },
  'due.set': (state, event) => {
    const { coilId, date, why } = event.data;
    if (date === null) delete state.dueSet[coilId];
    else state.dueSet[coilId] = stamp(event, { date, why });
  },
  'saving.told': (state, event) => {
    state.savingTold = stamp(event, event.data);
  },
  'upkeep.set': (state, event) => {
    const { upkeep, date, why } = event.data;
    if (date === null) delete state.upkeepSet[upkeep];
    else state.upkeepSet[upkeep] = stamp(event, { date, why });
  },
  'past.noted': (state, event) => {
    state.past = stamp(event, event.data);
  },
  'visit.reopened': (state, event) => {
    state.closed = null;
    state.cancelled = null;
    const last = state.closings.at(-1);
    if (last && !last.reopened) last.reopened = stamp(event, event.data.reason);
  },
  'event.undone': () => undefined,
};

/**
 * The state of a visit from all that happened in it. Order of the input, repeats and the time of reading do not matter;
 * clocks are derived later from timestamps and now.
 * @param visitId which visit
 * @param configuration how the system is put together
 * @param events entries, in any order, repeats allowed
 * @returns the visit as these entries leave it
 * @throws CoreError not-allowed `visitId` when an event belongs to another visit
 * @example foldVisit('v', 'split-cool', []).startedAt // null
 */
export function foldVisit(visitId: string, configuration: Configuration, events: readonly VisitEvent[]): VisitState {
  const stranger = events.find((event) => event.visitId !== visitId);
  if (stranger) throw new CoreError('not-allowed', 'visitId', `Event ${stranger.id} belongs to another visit.`);
  const state = emptyState(visitId);
  for (const event of standingEvents(events)) reduceInto(state, event, configuration);
  return state;
}

function reduceInto(state: VisitState, event: VisitEvent, configuration: Configuration): void {
  const page = PAGE_OF[event.kind];
  // Its words are told by the state it was entered in: which section, which part.
  if (page)
    (state.undoable[event.by] ??= {})[page] = { eventId: event.id, kind: event.kind, words: entryWords(event, state), at: event.at };
  const reduce = REDUCERS[event.kind] as (s: VisitState, e: VisitEvent, c: Configuration) => void;
  reduce(state, event, configuration);
}

/** A visit that is followed entry by entry. */
export interface FollowedVisit {
  /** As its entries leave it; changes with each that is added. */
  readonly state: VisitState;
  /** Every entry so far. */
  readonly events: readonly VisitEvent[];
  /** Adds one: an entry that comes after all others is laid on top, any other has the visit folded anew. */
  add: (event: VisitEvent) => void;
}

/**
 * Follows a visit: the same state as `foldVisit` gives after every entry, without folding all of them each time.
 * @param visitId which visit
 * @param configuration how the system is put together
 * @param events entries so far, in any order
 * @returns the visit, to be followed
 * @throws CoreError not-allowed `visitId` when an event belongs to another visit
 * @example followVisit('v', 'split-cool', []).state.startedAt // null
 */
export function followVisit(visitId: string, configuration: Configuration, events: readonly VisitEvent[]): FollowedVisit {
  const all = [...events];
  const known = new Set(all.map((event) => event.id));
  let state = foldVisit(visitId, configuration, all);
  let newest = inOrder(all).at(-1);
  const isLater = (event: VisitEvent) => !newest || event.at > newest.at || (event.at === newest.at && event.id > newest.id);
  return {
    get state() {
      return state;
    },
    events: all,
    add: (event) => {
      if (known.has(event.id)) return;
      const onTop = event.visitId === visitId && event.kind !== 'event.undone' && isLater(event);
      all.push(event);
      known.add(event.id);
      if (onTop) reduceInto(state, event, configuration);
      else state = foldVisit(visitId, configuration, all);
      if (isLater(event)) newest = event;
    },
  };
}

/**
 * What a visit used from the shelf, L by cleaner id: the sum of its mixes, or the amount put in by hand.
 * @param state the visit as its entries leave it
 * @returns litres by cleaner id
 * @example usedFromShelf(foldVisit('v', 'split-cool', [])) // {}
 */
export function usedFromShelf(state: VisitState): Record<string, number> {
  const used: Record<string, number> = {};
  for (const { value: mix } of Object.values(state.mixes).flat()) used[mix.cleanerId] = (used[mix.cleanerId] ?? 0) + mix.concentrateL;
  for (const [cleanerId, { value }] of Object.entries(state.used)) used[cleanerId] = value;
  return used;
}
