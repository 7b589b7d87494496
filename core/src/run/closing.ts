import { CoreError } from '../errors';
import type { VisitCoil } from './events';
import type { SectionProgress, VisitState } from './visitState';
import { CLOSE_ITEMS, type CloseCheck, type CloseItem, type SignOff } from './closeItems';
import { isSigned } from './quote';

/** One line of the closing gate. */
export interface CloseLine {
  item: CloseItem;
  name: string;
  /** Known from what was entered: it is done there, and cannot be ticked here. */
  told: boolean;
  standing: 'done' | 'open' | 'left';
  /** Why it was left open. */
  reason: string;
}

interface Facts {
  state: VisitState;
  indoor: readonly string[];
  outdoor: readonly string[];
  /** Anything was opened, isolated or got wet. */
  worked: boolean;
  foamed: boolean;
}

interface ItemRow {
  name: string;
  when: (facts: Facts) => boolean;
  /** Whether entries show it to be so. */
  done: (facts: Facts) => boolean;
  /** Only entries can show it: it is never ticked here. */
  told: boolean;
}

const begun = (sections: Readonly<Record<string, SectionProgress>> | undefined): boolean =>
  Object.values(sections ?? {}).some((section) => section.phase !== 'waits');
const ticked = ({ state }: Facts, coilIds: readonly string[], steps: readonly string[]): boolean =>
  coilIds.every((coilId) => steps.some((step) => state.tasks[`${coilId}.${step}`]?.doneAt));
const lockedOutNow = ({ lockouts }: Pick<VisitState, 'lockouts'>): boolean =>
  Object.values(lockouts).some((lockout) => lockout?.done.isolated !== undefined);
/**
 * Whether a source is still locked out and nobody has put power back.
 * @param state of the visit
 * @returns true where power has to be restored
 * @example powerLeftOff(foldVisit('v', 'split-cool', [])) // false
 */
export const powerLeftOff = (state: Pick<VisitState, 'lockouts' | 'powerUp'>): boolean =>
  lockedOutNow(state) && state.powerUp.done['power-on'] === undefined;
const mixed = ({ state }: Facts): boolean => Object.values(state.mixes).some((rows) => rows.length > 0);
const never = (): boolean => false;

/** Common practice, no source; the label, the maker's manual and local code outrank it. */
const ROWS: Record<CloseItem, ItemRow> = {
  parts: {
    name: 'All parts back on, no screw over',
    told: true,
    when: ({ state }) => state.parts.length > 0,
    done: ({ state }) => state.parts.every((part) => part.backAt !== null),
  },
  wires: {
    name: 'All wires back where they were',
    told: true,
    when: ({ state }) => state.wires.length > 0,
    done: ({ state }) => state.wires.every((wire) => wire.backAt !== null),
  },
  power: {
    name: 'All power restored, it runs and sounds right',
    told: true,
    when: (facts) => lockedOutNow(facts.state) || facts.state.powerUp.done['power-on'] !== undefined,
    done: (facts) =>
      !lockedOutNow(facts.state) &&
      (facts.state.powerUp.done['power-on'] === undefined || facts.state.powerUp.done['sounds-right'] !== undefined),
  },
  drain: {
    name: 'Drain runs, tested with water',
    told: false,
    when: ({ indoor }) => indoor.length > 0,
    done: (facts) =>
      facts.indoor.every(
        (coilId) =>
          (facts.state.drainTests[coilId] ?? []).length > 0 ||
          facts.state.looks[coilId]?.value === true ||
          ticked(facts, [coilId], ['pan-in', 'pan-ready']),
      ),
  },
  filters: {
    name: 'Filters in, right way round',
    told: false,
    when: ({ indoor }) => indoor.length > 0,
    done: (facts) => ticked(facts, facts.indoor, ['close-in', 'close-front']),
  },
  pad: {
    name: 'Pad flushed, nothing left to be drawn in again',
    told: false,
    when: ({ outdoor }) => outdoor.length > 0,
    done: (facts) => ticked(facts, facts.outdoor, ['pad']),
  },
  tools: { name: 'Tools counted, none left in the unit', told: false, when: ({ worked }) => worked, done: never },
  tidy: { name: 'Place left tidy, gates and doors as found', told: false, when: ({ worked }) => worked, done: never },
  container: {
    name: 'Gun and containers flushed until clear',
    told: false,
    when: mixed,
    done: (facts) => {
      const coilIds = Object.keys(facts.state.mixes).filter((coilId) => (facts.state.mixes[coilId] ?? []).length > 0);
      return ticked(facts, coilIds, ['gun']);
    },
  },
  bottle: { name: 'Bottles shut, and labelled with product and strength', told: false, when: mixed, done: never },
  splash: {
    name: 'Nobody splashed, or the safety sheet was followed',
    told: false,
    when: ({ foamed }) => foamed,
    done: never,
  },
  signed: {
    name: 'Signed by the customer, or nobody in with a photo',
    told: true,
    when: ({ worked }) => worked,
    done: ({ state }) => state.signed !== null,
  },
};

/**
 * The closing gate of a visit: only what the visit gave cause for. A visit on which nothing was touched asks nothing.
 * @param state of the visit
 * @param coils of it
 * @returns lines, in the order they are gone through
 * @example closingChecks(foldVisit('v', 'split-cool', []), [coil()]) // []
 */
export function closingChecks(state: VisitState, coils: readonly VisitCoil[]): CloseLine[] {
  const of = (role: VisitCoil['role']) =>
    coils.filter((coil) => coil.role === role && begun(state.sections[coil.id])).map((coil) => coil.id);
  const facts: Facts = { state, indoor: of('evaporator'), outdoor: of('condenser'), worked: false, foamed: false };
  facts.foamed = Object.values(state.foamed).some((rows) => rows.length > 0);
  facts.worked =
    facts.indoor.length + facts.outdoor.length + state.parts.length > 0 ||
    lockedOutNow(facts.state) ||
    state.powerUp.done['power-on'] !== undefined;
  return CLOSE_ITEMS.filter((item) => ROWS[item].when(facts)).map((item) => {
    const { name, told, done } = ROWS[item];
    const check = state.closeChecks[item]?.value;
    const isDone = done(facts) || (!told && check?.ok === true);
    const reason = check && !check.ok ? check.reason : '';
    return { item, name, told, standing: isDone ? 'done' : reason ? 'left' : 'open', reason: isDone ? '' : reason };
  });
}

/** Refuses a tick that cannot be. @throws CoreError not-allowed `data.item` · missing `data.reason` */
export function checkCloseCheck(state: VisitState, coils: readonly VisitCoil[], data: CloseCheck, leastReason: number): void {
  const line = closingChecks(state, coils).find((row) => row.item === data.item);
  if (!line) throw new CoreError('not-allowed', 'data.item', 'This visit gives no cause for that.');
  if (data.ok && line.told)
    throw new CoreError('not-allowed', 'data.item', `${line.name}: it is done where it is entered, not ticked here.`);
  if (!data.ok && data.reason.trim().length < leastReason)
    throw new CoreError('missing', 'data.reason', `Say why, in ${leastReason} characters at least: it stands on the report.`);
}

/** Refuses to close with something open that nobody gave a reason for. @throws CoreError not-allowed `kind` */
export function checkClosing(state: VisitState, coils: readonly VisitCoil[]): void {
  const open = closingChecks(state, coils).filter((line) => line.standing === 'open');
  if (open.length > 0)
    throw new CoreError(
      'not-allowed',
      'kind',
      `Still open: ${open.map((line) => line.name.toLowerCase()).join('; ')}. Do it, or say why not.`,
    );
}

/** Refuses a sign-off that is none. @throws CoreError missing `data.name` | `data.strokes` | `data.photoId` */
export function checkSignOff(state: VisitState, data: SignOff): void {
  if (data.who === 'nobody') {
    if (data.photoId === null || !state.photos.some((photo) => photo.value.photoId === data.photoId))
      throw new CoreError('missing', 'data.photoId', 'Take a photo that shows how it was left: nobody was there to sign.');
    return;
  }
  if (data.name.trim() === '') throw new CoreError('missing', 'data.name', 'Write the name of who signs.');
  if (!isSigned(data.strokes))
    throw new CoreError('missing', 'data.strokes', 'The signature is empty: sign in the box, or say that nobody is in.');
}
