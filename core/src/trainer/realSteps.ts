import type { Configuration } from '../equipment';
import {
  foldVisit,
  LOCKOUT_TABLE,
  lockoutStepsFor,
  standingEvents,
  type EventKind,
  type LockoutStep,
  type VisitEvent,
  type VisitState,
} from '../run';
import { rinseBy } from '../run/foam';
import type { DrillFamily } from './drills/drill';

/** One step of a real visit that a kind of drill is about, and whether it went well. */
export interface RealStep {
  family: DrillFamily;
  well: boolean;
  /** What was not well, a sentence; empty where it was. */
  words: string;
  /** ISO. */
  at: string;
}

/** A mix this far off what was wanted is a miss. Judgment: within what a measure is read to. */
const MIX_OFF = 0.1;
/** Foam a minute over its clock is no miss: somebody was walking to it. */
const OVER_S = 60;
/** A pour so much over the pan's dose is a miss. */
const POUR_OVER = 1.1;

/** Entries that were taken back again, and what they are practised by. */
const CORRECTED: Partial<Record<EventKind, { family: DrillFamily; words: string }>> = {
  'mix.made': { family: 'ratio', words: 'A mix was entered and taken back.' },
  'gate.step': { family: 'dead', words: 'A step of the gate was entered and taken back.' },
  'coil.surveyed': { family: 'torch', words: 'A coil was graded and taken back.' },
  'section.applied': { family: 'order', words: 'Foam was entered on a section and taken back.' },
  'wire.noted': { family: 'wires', words: 'A wire was noted and taken back.' },
  'finding.noted': { family: 'say', words: 'A finding was noted and taken back.' },
};

const minutes = (seconds: number): string => `${Math.max(1, Math.round(seconds / 60))} min`;

/** One entry judged against how the visit stood before it; null where no drill is about it. */
function judged(event: VisitEvent, before: () => VisitState, lastOfLockout: LockoutStep | undefined): Omit<RealStep, 'at'> | null {
  switch (event.kind) {
    case 'gate.step':
      // Its last step: the whole of it was taken.
      return event.data.step === lastOfLockout ? { family: 'dead', well: true, words: '' } : null;
    case 'gate.skipped':
      return { family: 'dead', well: false, words: `${LOCKOUT_TABLE[event.data.step].name} was left out.` };
    case 'mix.made': {
      const { concentrateL, waterL, targetWaterParts } = event.data;
      if (concentrateL <= 0 || targetWaterParts <= 0) return null;
      const off = waterL / concentrateL / targetWaterParts - 1;
      return {
        family: 'ratio',
        well: Math.abs(off) <= MIX_OFF,
        words: Math.abs(off) <= MIX_OFF ? '' : `A mix came out ${Math.round(Math.abs(off) * 100)} % too ${off > 0 ? 'weak' : 'strong'}.`,
      };
    }
    case 'section.rinsed': {
      const foam = before().sections[event.data.coilId]?.[event.data.sectionId]?.foam;
      const latest = foam ? rinseBy(foam) : null;
      if (!foam || !latest) return null;
      const over = (Date.parse(event.at) - foam.appliedAtMs) / 1000 - latest.seconds;
      return {
        family: 'dry',
        well: over <= OVER_S,
        words:
          over <= OVER_S ? '' : `Foam stood ${minutes(over)} longer than ${latest.limit === 'dries' ? 'it stays wet' : 'its label says'}.`,
      };
    }
    case 'section.checked':
      return { family: 'choose', well: event.data.clear, words: event.data.clear ? '' : 'A section was not clear after its rinse.' };
    case 'pan.poured': {
      const dose = before().plans[event.data.coilId]?.value.panDose;
      if (!dose || dose.continuous) return null;
      const well = event.data.litres <= dose.doseL * POUR_OVER;
      return {
        family: 'pan',
        well,
        words: well ? '' : `${event.data.litres.toFixed(1)} L were poured where the pan takes ${dose.doseL.toFixed(1)} L.`,
      };
    }
    default:
      return null;
  }
}

/**
 * What somebody did on a real visit that drills are about: a gate that was proved, a mix, a rinse under its clock, a check, a pour; and what they took back.
 * @param visitId of the visit
 * @param configuration of its system
 * @param events all of its entries, in order
 * @param by name of who did it
 * @returns each step, in order
 * @example realSteps('v', 'split-cool', [], 'Wren') // []
 */
export function realSteps(visitId: string, configuration: Configuration, events: readonly VisitEvent[], by: string): RealStep[] {
  const standing = standingEvents(events);
  const steps = standing.flatMap((event, i): RealStep[] => {
    if (event.by !== by) return [];
    const step = judged(event, () => foldVisit(visitId, configuration, standing.slice(0, i)), lockoutStepsFor(configuration).at(-1));
    return step ? [{ ...step, at: event.at }] : [];
  });
  const byId = new Map(events.map((event) => [event.id, event]));
  const taken = events.flatMap((event): RealStep[] => {
    const undone = event.kind === 'event.undone' && event.by === by ? byId.get(event.data.eventId) : undefined;
    const corrected = undone?.by === by ? CORRECTED[undone.kind] : undefined;
    return corrected ? [{ family: corrected.family, well: false, words: corrected.words, at: event.at }] : [];
  });
  return [...steps, ...taken].sort((a, b) => a.at.localeCompare(b.at));
}
