import { CoreError, tableOf } from '../errors';
import { FINDING_TABLE, type FindingKind, type FindingPart, type Licence, type Urgency } from '../survey';
import type { Stamped } from './stamped';

/** Something that is not soil: recorded with a proposed action, and followed until it is done. */
export interface Finding {
  what: FindingKind;
  coilId: string | null;
  note: string;
  action: string;
  /** The face of the coil it is on; left out where it is on the unit, or the whole coil. */
  faceId?: string | null;
  /** Its row on the coil strip, 0 the outermost; left out where it goes through. */
  row?: number | null;
  /** As in the table where left out. */
  urgency?: Urgency;
  /** Hands-on minutes of the proposed action; as in the table where left out. */
  minutes?: number;
  /** What it takes; as in the table where left out. */
  parts?: FindingPart[];
  /** What was read, with its unit: 31 µF of 40 µF. */
  before?: string;
}

/** What may become of a finding once it is noted. */
export const FINDING_STEPS = ['offered', 'accepted', 'declined', 'scheduled', 'fixed', 'done'] as const;
/** One of `FINDING_STEPS`. */
export type FindingStep = (typeof FINDING_STEPS)[number];
/** How far a finding is. */
export type FindingStanding = 'noted' | FindingStep | 'closed';

/** The same in words. */
export const FINDING_STANDING_NAMES: Record<FindingStanding, string> = {
  noted: 'Noted',
  offered: 'Offered',
  accepted: 'Accepted',
  declined: 'Declined',
  scheduled: 'Scheduled',
  fixed: 'Fixed',
  done: 'Done as promised',
  closed: 'Set aside',
};

/** One step of a finding. */
export interface FindingStepMade {
  findingId: string;
  step: FindingStep;
  /** The customer's word, or what was done. */
  words: string;
  /** What was read afterwards, with its unit; left out where nothing was. */
  after?: string;
  /** ISO: the day it is promised for where it is scheduled; where it is declined, the day to ask again. */
  day?: string;
}

/** A finding from its noting to its end, over however many visits. */
export interface FindingLife extends Finding {
  findingId: string;
  visitId: string;
  at: string;
  by: string;
  standing: FindingStanding;
  steps: Stamped<FindingStepMade>[];
}

/** What may follow what. Work that was done is a fact, whatever the customer had said. */
const NEXT: Record<FindingStanding, readonly FindingStep[]> = tableOf('finding status', {
  noted: ['offered', 'fixed'],
  offered: ['accepted', 'declined'],
  accepted: ['fixed', 'scheduled', 'declined'],
  declined: ['offered'],
  scheduled: ['done', 'scheduled', 'declined'],
  fixed: [],
  done: [],
  closed: [],
});

/** A finding that nothing more is to come of. */
const ENDED: readonly FindingStanding[] = ['fixed', 'done', 'closed'];

/**
 * Whether something is still to come of a finding.
 * @param life of it
 * @returns false once it is fixed, done or set aside
 * @example isOpenFinding({ standing: 'declined' }) // true
 */
export const isOpenFinding = (life: Pick<FindingLife, 'standing'>): boolean => !ENDED.includes(life.standing);

/**
 * Whether the shop has promised to do it: the customer accepted, and it is not done.
 * @param life of it
 * @returns true while it is promised
 * @example isPromised({ standing: 'accepted' }) // true
 */
export const isPromised = (life: Pick<FindingLife, 'standing'>): boolean => life.standing === 'accepted' || life.standing === 'scheduled';

/** Where steps leave a finding; one that no longer follows from what came before it changes nothing, but work that was done always counts. */
function standingAfter(steps: readonly Stamped<FindingStepMade>[], closed: boolean): FindingStanding {
  let standing: FindingStanding = 'noted';
  for (const { value } of steps) {
    const done = (value.step === 'fixed' || value.step === 'done') && !ENDED.includes(standing);
    if (done || NEXT[standing].includes(value.step)) standing = value.step;
  }
  return closed && !ENDED.includes(standing) ? 'closed' : standing;
}

/**
 * The lives of findings, in the order they were noted.
 * @param noted findings, with who noted them, when, and on which visit
 * @param steps what became of any of them, in any order
 * @param closedIds those set aside as no longer so
 * @returns each with its steps, oldest first, and where they leave it
 * @example findingLives([], [], []) // []
 */
export function findingLives(
  noted: readonly Omit<FindingLife, 'standing' | 'steps'>[],
  steps: readonly Stamped<FindingStepMade>[],
  closedIds: readonly string[],
): FindingLife[] {
  const ordered = [...steps].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : a.eventId < b.eventId ? -1 : 1));
  return noted.map((finding) => {
    const own = ordered.filter((step) => step.value.findingId === finding.findingId);
    return { ...finding, steps: own, standing: standingAfter(own, closedIds.includes(finding.findingId)) };
  });
}

/** A finding with everything that older entries leave out. */
export type WholeFinding = Required<Finding> & { licence: Licence | null; onTheSpot: boolean; name: string };

/**
 * Parts to bring for a small thing that was noted before and that whoever comes next puts right in passing: port caps, a filter. Nothing is quoted for it.
 * @param life of the finding
 * @returns parts; none for what is to be quoted first, is promised (its parts are counted there), was declined or is done
 * @example partsInPassing({ what: 'port-caps', coilId: null, note: '', action: '', standing: 'noted' })[0]?.name // 'Locking port cap'
 */
export const partsInPassing = (life: Finding & Pick<FindingLife, 'standing'>): FindingPart[] => {
  const { onTheSpot, parts } = wholeFinding(life);
  return onTheSpot && (life.standing === 'noted' || life.standing === 'offered') ? parts : [];
};

/**
 * Whether somebody noted that a filter is to be changed and nobody did since: it is brought as a filter, with its size.
 * @param lives findings of a system
 * @returns true while such a finding stands
 * @example isFilterNoted([]) // false
 */
export const isFilterNoted = (lives: readonly (Finding & Pick<FindingLife, 'standing'>)[]): boolean =>
  lives.some((life) => life.what === 'filters' && partsInPassing(life).length > 0);

/**
 * Parts of all small things of a system that are put right in passing, but for its filter, which is brought as one.
 * @param lives findings of a system
 * @returns parts, in the order of the findings
 * @example smallParts([]) // []
 */
export const smallParts = (lives: readonly (Finding & Pick<FindingLife, 'standing'>)[]): FindingPart[] =>
  lives.filter(({ what }) => what !== 'filters').flatMap(partsInPassing);

/**
 * A finding with what its entry leaves out filled from the table.
 * @param finding as it was entered
 * @returns all of it, with the licence it wants
 * @example wholeFinding({ what: 'contactor', coilId: null, note: '', action: 'Quote a contactor' }).minutes // 30
 */
export function wholeFinding(finding: Finding): WholeFinding {
  const facts = FINDING_TABLE[finding.what];
  return {
    what: finding.what,
    coilId: finding.coilId,
    note: finding.note,
    action: finding.action,
    faceId: finding.faceId ?? null,
    row: finding.row ?? null,
    urgency: finding.urgency ?? facts.urgency,
    minutes: finding.minutes ?? facts.minutes,
    parts: finding.parts ?? facts.parts.map((part) => ({ ...part })),
    before: finding.before ?? '',
    licence: facts.licence,
    onTheSpot: facts.onTheSpot,
    name: facts.name,
  };
}

/** Why a step may not be taken, by whom. Licences as the crew list holds them; null where it may. */
export type LicenceHeld = (licence: Licence) => boolean;

/**
 * Steps that may be taken with a finding now, by who holds the phone.
 * @param life of the finding
 * @param holds which licences that person has
 * @returns steps, the usual one first
 * @example findingSteps({ ...wholeFinding({ what: 'port-caps', coilId: null, note: '', action: '' }), standing: 'noted' }, () => false) // ['offered', 'fixed']
 */
export const findingSteps = (life: Finding & Pick<FindingLife, 'standing'>, holds: LicenceHeld): FindingStep[] =>
  NEXT[life.standing].filter((step) => whyNotStep(life, step, holds) === null);

/**
 * Why a step may not be taken.
 * @param life of the finding
 * @param step to be taken
 * @param holds which licences that person has
 * @returns words, or null where it may be taken
 * @example whyNotStep({ what: 'contactor', coilId: null, note: '', action: '', standing: 'noted' }, 'fixed', () => true) // "Offer it first: only small things are put right in passing."
 */
export function whyNotStep(life: Finding & Pick<FindingLife, 'standing'>, step: FindingStep, holds: LicenceHeld): string | null {
  const { licence, onTheSpot } = FINDING_TABLE[life.what];
  if (!NEXT[life.standing].includes(step))
    return `It is ${FINDING_STANDING_NAMES[life.standing].toLowerCase()}: ${FINDING_STANDING_NAMES[step].toLowerCase()} does not follow.`;
  if (step !== 'fixed' && step !== 'done') return null;
  if (life.standing === 'noted' && !onTheSpot) return 'Offer it first: only small things are put right in passing.';
  if (licence && !holds(licence)) return `It wants the ${licence} licence: leave it to who has one.`;
  return null;
}

/** The customer's word is a few letters at least. */
const LEAST_WORDS = 2;

/**
 * Refuses a step that may not be taken. `today` is the ISO day of the entry, UTC.
 * @throws CoreError unknown `data.findingId` · not-allowed `data.step` · missing `data.words` | `data.day` · not-allowed `data.day`
 */
export function checkFindingStep(data: FindingStepMade, life: FindingLife | undefined, holds: LicenceHeld, today: string): void {
  if (!life) throw new CoreError('unknown', 'data.findingId', 'This system has no such finding.');
  const why = whyNotStep(life, data.step, holds);
  if (why) throw new CoreError('not-allowed', 'data.step', why);
  if (data.step === 'declined' && data.words.trim().length < LEAST_WORDS)
    throw new CoreError('missing', 'data.words', 'Note what the customer said: it stands on the report.');
  if (data.step === 'declined' && data.day !== undefined && data.day <= today)
    throw new CoreError('not-allowed', 'data.day', 'The day to ask again lies after today.');
  if (data.step === 'scheduled' && !/^\d{4}-\d{2}-\d{2}$/.test(data.day ?? ''))
    throw new CoreError('missing', 'data.day', 'Say for which day it is promised, such as 2026-06-18.');
}
