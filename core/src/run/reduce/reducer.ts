import type { Configuration } from '../../equipment';
import type { EventKind, VisitEvent } from '../events';
import type { Stamped } from '../stamped';
import type { VisitState } from '../visitState';

/** What an entry of each kind changes in the state of its visit. */
export type Reducers = {
  [Each in EventKind]: (state: VisitState, event: VisitEvent<Each>, configuration: Configuration) => void;
};

/** A value with the entry it came by. */
export const stamp = <T>(event: VisitEvent, value: T): Stamped<T> => ({ value, at: event.at, by: event.by, eventId: event.id });
