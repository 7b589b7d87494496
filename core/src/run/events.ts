import type { LightNoted } from '../light';
import type { RunsTold } from '../verdict/sizing';
import type { CoilRole, PowerSource, Refrigerant } from '../equipment';
import type { UpkeepId } from '../interval/upkeep';
import type { CoilPlan, HouseRules, ReadingChoice } from '../method';
import type { HeldReadings } from '../readings';
import type { CoilSurvey, FaceGrades, EfficiencyEra, MeteringDevice, SiteConditions, VisitStory } from '../survey';
import type { Finding, FindingStepMade } from './findingLife';
import type { CloseCheck, SignOff } from './closeItems';
import type { LockoutStep } from './lockoutSteps';
import type { PowerStep } from './powerUp';
import type { PastNoted } from './pastNoted';
import type { QuoteAnswer, QuoteMade } from './quote';
import type { Regraded } from './regraded';
import type { WrongSign, Spot } from './rinseSigns';
import type { Resumed, SuspendedFor } from './suspend';
import type { SavingTold } from './savingTold';
import type { PartOff, WireNoted } from './takedown';

/** One set of air readings across the indoor coil. Null where not measured. */
export interface SplitReading {
  when: 'before' | 'after';
  returnC: number;
  supplyC: number;
  outdoorC: number | null;
  /** Relative humidity of the return air, percent; left out where nobody measured it. */
  returnRhPct?: number | null;
}

/** What the plate says of the unit, and who lives with it. */
export interface Identity {
  model: string;
  refrigerant: Refrigerant;
  madeYear: number | null;
  sensitiveOccupants: boolean;
  serial: string;
  metering: MeteringDevice;
  era: EfficiencyEra;
  /** Rated current of the compressor, A; left out where nobody read it off the plate. */
  ratedA?: number | null;
  /** Factory charge on the plate, kg, and the subcooling it wants, K; left out where nobody read them. */
  plateChargeKg?: number | null;
  plateSubcoolingK?: number | null;
}

/** Schools followed on this visit in place of the shop's own. */
export interface RulesChosen {
  name: string;
  rules: Partial<Pick<HouseRules, 'chemistry' | 'rinse' | 'dwell' | 'noRinse' | 'force' | 'lid' | 'drip'>>;
}

/** A picture kept by the server under `photoId`. */
export interface Photo {
  photoId: string;
  coilId: string | null;
  /** The finding it shows, by its event id; null for the coil itself. */
  findingId: string | null;
  when: 'before' | 'after';
  caption: string;
}

/** Amounts that were poured for a coil. */
export interface MixMade {
  coilId: string;
  cleanerId: string;
  /** Strength wanted, water to one. */
  targetWaterParts: number;
  concentrateL: number;
  waterL: number;
  applicatorId: string;
}

/** When one coil is due again, ISO day, and why. */
export interface CoilDue {
  coilId: string;
  nextDue: string;
  why: string;
}

/** When filter, drain, wheel or salt is due again, ISO day, why, and the rule that it runs by. */
export interface UpkeepDue {
  id: UpkeepId;
  nextDue: string;
  why: string;
  ruleId: string;
}

/** What each kind of event carries. Every row is added, never changed; a later row corrects an earlier one. */
export interface EventDataByKind {
  'visit.started': Record<string, never>;
  'identity.noted': Identity;
  'site.noted': SiteConditions;
  'story.noted': VisitStory;
  'rules.chosen': RulesChosen;
  'finding.noted': Finding;
  /** What becomes of a finding, of this visit or an earlier one. */
  'finding.step': FindingStepMade;
  /** Set aside: it is no longer so. */
  'finding.closed': { findingId: string; note: string };
  'quote.made': QuoteMade;
  'quote.answered': QuoteAnswer;
  'photo.added': Photo;
  'coil.surveyed': { coilId: string; survey: CoilSurvey };
  /** Graded once more when it was open, or its dry dirt was out: the plan follows. */
  'coil.regraded': Regraded;
  'coil.skipped': { coilId: string; reason: string };
  'reading.taken': SplitReading;
  /** Readings held at one moment, each for itself; a later one of the same quantity corrects an earlier one. */
  'readings.held': HeldReadings;
  /** What is read around the wash on this visit, in place of the shop's rule. */
  'readings.chosen': { readings: ReadingChoice };
  'plan.made': { coilId: string; plan: CoilPlan };
  'mix.made': MixMade;
  /** `readings` of each circuit, where there is more than one; `shut` says that the compartment stays shut, so that there is nothing to read. */
  'gate.step': { source: PowerSource; step: LockoutStep; volts: number | null; readings?: number[]; shut?: boolean };
  /** A step of the gate left out, with why; it stands on the report. */
  'gate.skipped': { source: PowerSource; step: LockoutStep; reason: string };
  'power.restored': { source: PowerSource };
  'power.step': {
    step: PowerStep;
    ok: boolean;
    /** Why the wait before it was cut short; left out where it was not. */
    why?: string | undefined;
  };
  'part.off': PartOff;
  'part.back': { partId: string };
  'wire.noted': WireNoted;
  'wire.back': { wireId: string };
  'coil.wetted': { coilId: string };
  'section.applied': { coilId: string; sectionId: string };
  /** Water on the foam, so that it stays wet. */
  'section.misted': { coilId: string; sectionId: string };
  'section.rinsed': { coilId: string; sectionId: string };
  /** `failed` and `where` say what is still wrong, and where, when it is not clear. */
  'section.checked': { coilId: string; sectionId: string; clear: boolean; failed?: WrongSign[]; where?: Spot };
  /** Washed and not clear, and left so on purpose, with why. */
  'section.left': { coilId: string; sectionId: string; why: string };
  /** Foam ran down to the base instead of standing: it is too wet. */
  'foam.ranOff': { coilId: string };
  /** Pan and drain after condensate has rinsed a coil; not well, and the foam is rinsed off by hand. */
  'condensate.looked': { coilId: string; well: boolean };
  'pan.poured': { coilId: string; litres: number };
  'drain.tested': { coilId: string; litres: number; seconds: number };
  'float.tested': { coilId: string; stops: boolean };
  /** A task of the run sheet that is not a step of gate or wash, by its id there. */
  'task.begun': { taskId: string };
  'task.done': { taskId: string };
  /** So many people are at work from now on. */
  'crew.changed': { people: number };
  /** How long the system runs in the hour, and the hottest usual afternoon. */
  'runs.told': RunsTold;
  /** Light through a coil, measured on photographs; a later one of the same coil corrects an earlier one. */
  'light.measured': LightNoted;
  'coil.checked': { coilId: string; gradesAfter: FaceGrades; note: string };
  'note.added': { text: string };
  /** What the visit took from the shelf of one cleaner, in place of the sum of its mixes. */
  'stock.used': { cleanerId: string; litres: number };
  /** Out of the shop's older records: such a visit has no other entries of work. */
  'past.noted': PastNoted;
  /** `coils` says when each coil is due again, where that was told apart; `upkeep` the same of what else has a clock. */
  'visit.closed': { nextDue: string; why: string; note: string; coils?: CoilDue[]; upkeep?: UpkeepDue[] };
  /** When a coil is due, set by hand with why; null goes back to what is reckoned. */
  'due.set': { coilId: string; date: string | null; why: string };
  /** The same of filter, drain, wheel or salt. */
  'upkeep.set': { upkeep: UpkeepId; date: string | null; why: string };
  /** What the wash was found to save since; told for the report when the owner wants it. A later one takes its place. */
  'saving.told': SavingTold;
  'close.checked': CloseCheck;
  'visit.signed': SignOff;
  /** Left to wait for parts, safe. */
  'visit.suspended': SuspendedFor;
  /** Gone on with: the gate is asked again. */
  'visit.resumed': Resumed;
  /** The visit will not be, with why. */
  'visit.cancelled': { reason: string };
  /** A visit that was closed or cancelled opened again, with why; both stand on the report. */
  'visit.reopened': { reason: string };
  'event.undone': { eventId: string };
}
/** Kind of an entry. */
export type EventKind = keyof EventDataByKind;

/** One thing that happened in a visit. `id` is made on the device (UUID version 7); `at` is UTC, ISO 8601. */
export type VisitEvent<K extends EventKind = EventKind> = {
  [Kind in K]: { id: string; visitId: string; at: string; by: string; kind: Kind; data: EventDataByKind[Kind] };
}[K];

/** A coil as a visit needs to know it. */
export interface VisitCoil {
  id: string;
  role: CoilRole;
}
