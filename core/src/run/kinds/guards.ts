import { POWER_SOURCE_NAMES } from '../../equipment';
import { CoreError } from '../../errors';
import type { CoilPlan } from '../../method';
import type { Cleaner } from '../../mix';
import { coilRunOf, foamedSections } from '../coilRun';
import { LEAST_REASON } from '../lockout';
import { sourceOf } from '../lockoutNeeds';
import { provenDead } from '../lockoutOf';
import type { VisitState } from '../visitState';
import { refuse, type VisitFrame } from './kind';

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

/** Foam on a coil, by what has to be done about it; null where there is none. */
export function foamWords(state: VisitState, coilId: string): string | null {
  const run = coilRunOf(state, coilId);
  const foamed = run ? foamedSections(run) : [];
  return foamed.length > 0 ? `Foam is on ${foamed.map((section) => `section ${section.number}`).join(', ')}` : null;
}

/** A reason long enough to be one. @throws CoreError not-allowed, naming the field */
export function reasonGiven(reason: string, where: string, field = 'data.reason'): void {
  if (reason.trim().length < LEAST_REASON) refuse(field, `Say why, in ${LEAST_REASON} characters at least${where}.`);
}
