import type { Configuration } from '../../equipment';
import { CoreError } from '../../errors';
import type { Section } from '../../method';
import type { Cleaner } from '../../mix';
import type { Power } from '../../people/powers';
import type { Licence } from '../../survey';
import type { EventKind, VisitCoil, VisitEvent } from '../events';
import type { FindingLife } from '../findingLife';
import type { Page } from '../pages';
import type { Stamped } from '../stamped';
import type { PartOff, Refitted } from '../takedown';
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

/** What of a visit an entry is named by. */
export interface TellingState {
  hand: Readonly<Record<string, readonly Section[]>>;
  parts: readonly Refitted<PartOff>[];
}

/** All there is to know of one kind of entry. */
export interface Kind<K extends EventKind> {
  /** What it is, in words that finish "take back: …" and "the server did not take …"; `state` as it was before the entry. */
  words: (event: VisitEvent<K>, state: TellingState) => string;
  /** The page it belongs to: an undo there takes it back. Null where a later entry corrects it, or it is asked about apart. */
  page: Page | null;
  /** Where its data hold words about people and their homes: paths, `*` for each of a list. */
  aboutPeople?: readonly string[];
  /** What it wants, where that is more than working on visits. */
  power?: Power;
  /** Whether a visit that is closed, waits for parts or is cancelled still takes it, and whether an undo then still takes it back. */
  still?: Partial<Record<'closed' | 'paused' | 'cancelled', 'added' | 'undone'>>;
  /** It decides whether foam is on a section: taken back under power, foam would be on again with nobody to rinse it. */
  movesFoam?: true;
  /** Refuses one that must not be added. @throws CoreError naming the field */
  check?: (state: VisitState, event: VisitEvent<K>, frame: VisitFrame) => void;
  /** Refuses an undo of it; `back` where an undo of an undo brings it back. @throws CoreError naming the field */
  checkUndo?: (state: VisitState, event: VisitEvent<K>, meant: { back: boolean; undone: readonly VisitEvent[] }) => void;
  /** What it changes in the state of its visit. */
  reduce: (state: VisitState, event: VisitEvent<K>, configuration: Configuration) => void;
}

/** Kinds of entry, each under its name. */
export type Kinds = { [K in EventKind]: Kind<K> };

/** An entry that must not be added. @throws CoreError not-allowed, naming the field */
export const refuse = (field: string, message: string): never => {
  throw new CoreError('not-allowed', field, message);
};

/** A value with the entry it came by. */
export const stamp = <T>(event: VisitEvent, value: T): Stamped<T> => ({ value, at: event.at, by: event.by, eventId: event.id });
