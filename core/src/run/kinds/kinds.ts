import { tableOf } from '../../errors';
import type { Power } from '../../people/powers';
import type { EventKind } from '../events';
import { AFTERWARDS } from './afterwards';
import { ARRIVAL } from './arrival';
import { CLOSING } from './closing';
import { DRAIN } from './drain';
import { FINDINGS } from './findings';
import type { Kind, Kinds } from './kind';
import { LOCKOUT } from './lockout';
import { LOOKED } from './looked';
import { PAUSES } from './pauses';
import { PLANS } from './plans';
import { QUOTES } from './quotes';
import { READINGS } from './readings';
import { TAKEDOWN } from './takedown';
import { WASHING } from './washing';

/** Every kind of entry, with all there is to know of it. A new kind is written here, in `EventDataByKind` and in the contract’s `eventData`. */
export const KINDS: Kinds = tableOf('entry', {
  ...ARRIVAL,
  ...LOOKED,
  ...READINGS,
  ...FINDINGS,
  ...QUOTES,
  ...LOCKOUT,
  ...TAKEDOWN,
  ...PLANS,
  ...WASHING,
  ...DRAIN,
  ...PAUSES,
  ...CLOSING,
  ...AFTERWARDS,
});

/** Every kind of entry. */
export const EVENT_KINDS = Object.keys(KINDS) as readonly EventKind[];

/** The kind of an entry, as the table tells it. */
export const kindOf = <K extends EventKind>(event: { kind: K }): Kind<K> => KINDS[event.kind];

/**
 * What an entry to a visit wants of whoever makes it.
 * @param kind of the entry
 * @returns the power
 * @example eventPower('section.rinsed') // 'field'
 */
export const eventPower = (kind: EventKind): Power => KINDS[kind].power ?? 'field';
