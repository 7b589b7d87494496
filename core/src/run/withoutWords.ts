import type { VisitEvent } from './events';
import { KINDS } from './kinds/kinds';

/** What stands where words were. */
export const ERASED = '(erased)';

function blank(value: unknown, [step, ...rest]: readonly string[]): unknown {
  if (step === undefined) return Array.isArray(value) ? [] : typeof value === 'string' && value !== '' ? ERASED : value;
  if (step === '*') return Array.isArray(value) ? value.map((item) => blank(item, rest)) : value;
  if (typeof value !== 'object' || value === null || !(step in value)) return value;
  return { ...value, [step]: blank((value as Record<string, unknown>)[step], rest) };
}

/**
 * An entry with nothing in it that tells of a person or their home: what was done, measured and used stays.
 * @param event as it was made
 * @returns the same id, time, kind and who of the crew; words are "(erased)", signatures empty
 * @example withoutWords({ id: 'a', visitId: 'v', at: '', by: 'Wren', kind: 'note.added', data: { text: 'Key under the pot' } }).data // { text: '(erased)' }
 */
export const withoutWords = (event: VisitEvent): VisitEvent =>
  ({
    ...event,
    data: (KINDS[event.kind].aboutPeople ?? []).reduce<unknown>((data, path) => blank(data, path.split('.')), event.data),
  }) as VisitEvent;
