import type { UpkeepId } from '../interval/upkeep';
import type { LightNoted } from '../light';
import type { RunsTold } from '../verdict/sizing';
import type { PowerSource } from '../equipment';
import type { CoilPlan, ReadingChoice, Section } from '../method';
import type { HeldReadings } from '../readings';
import type { CoilSurvey, FaceGrades, SiteConditions, VisitStory } from '../survey';
import type { CloseCheck, CloseItem, SignOff } from './closeItems';
import type { DrainTest } from './drain';
import type { EventDataByKind, Identity, MixMade, Photo, RulesChosen, SplitReading, VisitEvent } from './events';
import type { Finding, FindingStepMade } from './findingLife';
import type { FoamOn } from './foam';
import type { LockoutProgress } from './lockout';
import type { LockoutStep } from './lockoutSteps';
import type { Page } from './pages';
import type { PastNoted } from './pastNoted';
import { notPowered, type PowerUp } from './powerUp';
import type { Quote } from './quote';
import type { Regraded } from './regraded';
import type { WrongSign, Spot } from './rinseSigns';
import type { SavingTold } from './savingTold';
import type { Stamped } from './stamped';
import type { Pause } from './suspend';
import type { PartOff, Refitted, WireNoted } from './takedown';

export type SectionPhase = 'waits' | 'wet' | 'soaking' | 'rinsed' | 'clear' | 'again' | 'left';

/** What has become of a section. */
export interface SectionProgress {
  phase: SectionPhase;
  /** What is on it; null unless soaking. */
  foam: FoamOn | null;
  rinsedAtMs: number | null;
  /** Checks that found it still dirty. */
  failedChecks: number;
  /** What the last check found wrong, and where; null when it was clear or nothing was said. */
  stillWrong: { signs: WrongSign[]; where: Spot } | null;
  /** Why it was left as it is; null where it was not. */
  leftWhy: string | null;
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
  /** What is read on this visit, where somebody chose. */
  readingsChosen: Stamped<ReadingChoice> | null;
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
  /** Grades before the first time a coil was graded once more. */
  firstGrades: Record<string, FaceGrades>;
  regrades: Record<string, Stamped<Regraded>[]>;
  skipped: Record<string, Stamped<string>>;
  readings: Stamped<SplitReading>[];
  held: Stamped<HeldReadings>[];
  plans: Record<string, Stamped<CoilPlan>>;
  mixes: Record<string, Stamped<MixMade>[]>;
  lockouts: Partial<Record<PowerSource, LockoutProgress>>;
  /** Every step of a gate that was left out, whatever came after. */
  lockoutSkips: Stamped<{ source: PowerSource; step: LockoutStep; reason: string }>[];
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

/** A visit that nothing was entered on. */
export const emptyState = (visitId: string): VisitState => ({
  visitId,
  startedAt: null,
  identity: null,
  site: null,
  story: null,
  rules: null,
  readingsChosen: null,
  findings: [],
  findingsClosed: [],
  findingSteps: [],
  quotes: [],
  closeChecks: {},
  signed: null,
  pauses: [],
  photos: [],
  surveys: {},
  firstGrades: {},
  regrades: {},
  skipped: {},
  readings: [],
  held: [],
  plans: {},
  mixes: {},
  lockouts: {},
  lockoutSkips: [],
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
  leftWhy: null,
});
