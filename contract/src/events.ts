import { EVENT_KINDS, type EventKind, type VisitEvent } from '@elm-mist/core';
import { array, lazy, mixed, object, type AnyObject, type Schema } from 'yup';
import { CLOSING } from './eventData/closing';
import { FINDINGS } from './eventData/findings';
import { LOOKED } from './eventData/looked';
import { POWER } from './eventData/power';
import { WASHING } from './eventData/washing';
import { isoInstant, oneOf, recordId, uuidField, words } from './fields';
import { ContractError, parseInput } from './validate';

const DATA_SCHEMAS: Record<EventKind, Schema<AnyObject | null | undefined>> = { ...LOOKED, ...FINDINGS, ...POWER, ...WASHING, ...CLOSING };

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

const ENVELOPE_KEYS = 6;
const PLAIN_ID = /^[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;
const PLAIN_INSTANT = /^20\d\d-(0[1-9]|1[0-2])-(0[1-9]|1\d|2[0-8])T([01]\d|2[0-3]):[0-5]\d:[0-5]\d\.\d{3}Z$/;
const PLAIN_NAME = /^[\p{L}\p{N}][\p{L}\p{N} .’'-]{0,58}[\p{L}\p{N}.]$/u;

/**
 * Whether everything of an event but its data is plainly as it has to be. Most are; the rest goes through the whole schema, which says what is
 * wrong with it.
 */
function isPlain(event: unknown): event is VisitEvent {
  if (typeof event !== 'object' || event === null) return false;
  const { id, visitId, at, by, kind } = event as Record<string, unknown>;
  return (
    Object.keys(event).length === ENVELOPE_KEYS &&
    typeof id === 'string' &&
    PLAIN_ID.test(id) &&
    typeof visitId === 'string' &&
    /^[A-Za-z0-9-]{1,64}$/.test(visitId) &&
    typeof at === 'string' &&
    PLAIN_INSTANT.test(at) &&
    typeof by === 'string' &&
    PLAIN_NAME.test(by) &&
    EVENT_KINDS.includes(kind as EventKind)
  );
}

/**
 * Entries as they were sent, judged: the same as `eventsInputSchema`, with what is plain of them not gone through the long way.
 * @param input body of the request
 * @throws ContractError naming every field at fault
 */
export function parseEvents(input: unknown): VisitEvent[] {
  const events = (input as { events?: unknown } | null)?.events;
  const quick =
    Array.isArray(events) && events.length > 0 && events.length <= MOST_EVENTS_PER_REQUEST && events.every((event) => isPlain(event));
  if (!quick) return parseInput(eventsInputSchema, input).events;
  try {
    return events.map((event) => ({ ...event, data: parseInput(DATA_SCHEMAS[event.kind], event.data) }) as VisitEvent);
  } catch (error) {
    if (!(error instanceof ContractError)) throw error;
    // Once more the long way, which names each field by its place.
    return parseInput(eventsInputSchema, input).events;
  }
}

export const MOST_EVENTS_PER_REQUEST = 100;

export const eventsInputSchema = object({
  events: array(eventSchema)
    .required('Events are missing.')
    .min(1, 'Send at least one event.')
    .max(MOST_EVENTS_PER_REQUEST, `Send ${MOST_EVENTS_PER_REQUEST} events at most at a time.`),
}) as unknown as Schema<{ events: VisitEvent[] }>;
