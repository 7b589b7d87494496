import { CoreError } from '../../errors';
import { POWER_SOURCE_NAMES, type Configuration } from '../../equipment';
import type { CoilPlan } from '../../method';
import type { Cleaner } from '../../mix';
import type { Licence } from '../../survey';
import { coilRunOf, foamedSections } from '../coilRun';
import type { EventKind, VisitCoil, VisitEvent } from '../events';
import type { FindingLife } from '../findingLife';
import { sourceOf } from '../lockoutNeeds';
import { provenDead } from '../lockoutOf';
import type { VisitState } from '../visitState';

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

/** What stands against an entry of each kind. */
export type Checks = { [K in EventKind]?: (state: VisitState, event: VisitEvent<K>, frame: VisitFrame) => void };

/** An entry that must not be added. @throws CoreError not-allowed, naming the field */
export const refuse = (field: string, message: string): never => {
  throw new CoreError('not-allowed', field, message);
};

/** The plan of a coil. @throws CoreError not-allowed `data.coilId` where there is none */
export const planFor = (state: VisitState, coilId: string): CoilPlan =>
  state.plans[coilId]?.value ?? refuse('data.coilId', 'This coil has no plan yet: make the plan first.');

/** A cleaner of the shelf. @throws CoreError unknown, naming the field */
export function knownCleaner(frame: VisitFrame, cleanerId: string, field: string): Cleaner {
  const cleaner = frame.shelf.find((row) => row.id === cleanerId);
  if (!cleaner) throw new CoreError('unknown', field, `No cleaner "${cleanerId}" on the shelf.`);
  return cleaner;
}

/** Nothing wet before the power that feeds this coil has been proven dead. */
export function lockedOutFor(state: VisitState, coilId: string, frame: VisitFrame): void {
  const coil = frame.coils.find((row) => row.id === coilId);
  if (!coil) return;
  const source = sourceOf(frame.configuration, coil.role);
  if (!provenDead(state, frame.configuration, source)) {
    refuse('data.coilId', `${POWER_SOURCE_NAMES[source]}: isolate and prove dead before anything gets wet.`);
  }
}

/** Foam on a coil, told by what has to be done about it; null where there is none. */
export function foamOn(state: VisitState, coilId: string): string | null {
  const run = coilRunOf(state, coilId);
  const foamed = run ? foamedSections(run) : [];
  return foamed.length > 0 ? `Foam is on ${foamed.map((section) => `section ${section.number}`).join(', ')}` : null;
}
