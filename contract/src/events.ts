import { EVENT_KINDS, type EventKind, type VisitEvent } from '@elm-mist/core/run';
import { lazy, mixed, object, type AnyObject, type Schema } from 'yup';
import { AFTERWARDS } from './eventData/afterwards';
import { ARRIVAL } from './eventData/arrival';
import { CLOSING } from './eventData/closing';
import { DRAIN } from './eventData/drain';
import { FINDINGS } from './eventData/findings';
import { LOCKOUT } from './eventData/lockout';
import { LOOKED } from './eventData/looked';
import { PAUSES } from './eventData/pauses';
import { PLANS } from './eventData/plans';
import { QUOTES } from './eventData/quotes';
import { READINGS } from './eventData/readings';
import { TAKEDOWN } from './eventData/takedown';
import { WASHING } from './eventData/washing';
import { isoInstant, oneOf, recordId, uuidField, words } from './fields';
import { ContractError, parseInput } from './validate';

/** What an entry of each kind holds. */
const DATA_SCHEMAS: Record<EventKind, Schema<AnyObject | null | undefined>> = {
  ...AFTERWARDS,
  ...ARRIVAL,
  ...CLOSING,
  ...DRAIN,
  ...FINDINGS,
  ...LOCKOUT,
  ...LOOKED,
  ...PAUSES,
  ...PLANS,
  ...QUOTES,
  ...READINGS,
  ...TAKEDOWN,
  ...WASHING,
};

/** One event as it crosses the wire; `data` is judged by its kind. */
export const eventSchema = lazy((value: unknown) => {
  const kind = (value as { kind?: unknown } | null)?.kind;
  const known = EVENT_KINDS.includes(kind as EventKind) ? (kind as EventKind) : null;
  return (EVENT_SCHEMAS[known ?? 'unknown'] ??= schemaOf(known));
});

const EVENT_SCHEMAS: Partial<Record<EventKind | 'unknown', Schema>> = {};
const schemaOf = (kind: EventKind | null) =>
  object({
    id: uuidField('The event’s id'),
    visitId: recordId('The visit'),
    at: isoInstant('The time'),
    by: words('Who', 60),
    kind: oneOf('Kind', EVENT_KINDS),
    data: kind ? DATA_SCHEMAS[kind] : mixed<AnyObject>(),
  }).required('The event is missing.');

export const MOST_EVENTS_PER_REQUEST = 100;

/**
 * The entries of a request, one at a time, so that a server can serve others between two of them.
 * @param input body of the request
 * @throws ContractError naming every field at fault, after the last entry
 */
export function* eachEvent(input: unknown): Generator<VisitEvent> {
  const events = (input as { events?: unknown } | null | undefined)?.events;
  if (!Array.isArray(events) || events.length === 0) throw new ContractError({ events: 'Send at least one event.' });
  if (events.length > MOST_EVENTS_PER_REQUEST)
    throw new ContractError({ events: `Send ${MOST_EVENTS_PER_REQUEST} events at most at a time.` });
  const fields: Record<string, string> = {};
  for (const [i, event] of (events as unknown[]).entries())
    try {
      yield parseInput(eventSchema as unknown as Schema<VisitEvent>, event);
    } catch (error) {
      if (!(error instanceof ContractError)) throw error;
      for (const [path, message] of Object.entries(error.fields))
        fields[path === 'body' ? `events[${i}]` : `events[${i}].${path}`] = message;
    }
  if (Object.keys(fields).length > 0) throw new ContractError(fields);
}
