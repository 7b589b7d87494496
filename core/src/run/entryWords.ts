import type { VisitEvent } from './events';
import { kindOf } from './kinds/kinds';
import type { TellingState } from './kinds/kind';

/**
 * An entry in a few words: for the undo that would take it back, and for one that the server did not take.
 * @param event the entry
 * @param state the visit as it stood before it
 * @returns words that finish "take back: …"
 * @example entryWords({ id: 'e', visitId: 'v', at: '', by: '', kind: 'coil.wetted', data: { coilId: 'c' } }, { hand: {}, parts: [] }) // "the coil is wet"
 */
export const entryWords = (event: VisitEvent, state: TellingState): string => kindOf(event).words(event, state);
