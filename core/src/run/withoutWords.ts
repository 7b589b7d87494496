import type { EventKind, VisitEvent } from './events';

/** What stands where words were. */
export const ERASED = '(erased)';

/** Where entries hold words about people and their homes, by kind; `*` stands for each of a list. */
const WORDS: Partial<Record<EventKind, readonly string[]>> = {
  'story.noted': ['lastService', 'asFound.reduced'],
  'identity.noted': ['serial'],
  'coil.surveyed': ['survey.note'],
  'coil.skipped': ['reason'],
  'coil.checked': ['note'],
  'gate.skipped': ['reason'],
  'power.step': ['why'],
  'part.off': ['which', 'note'],
  'wire.noted': ['note'],
  'photo.added': ['caption'],
  'note.added': ['text'],
  'finding.noted': ['note', 'action'],
  'finding.step': ['words'],
  'finding.closed': ['note'],
  'quote.made': ['note', 'options.*.leaves'],
  'quote.answered': ['name', 'words', 'strokes'],
  'due.set': ['why'],
  'upkeep.set': ['why'],
  'saving.told': ['file', 'changes'],
  'past.noted': ['note'],
  'visit.closed': ['note', 'why', 'coils.*.why', 'upkeep.*.why'],
  'close.checked': ['reason'],
  'visit.signed': ['name', 'reason', 'strokes'],
  'visit.suspended': ['reason', 'lies', 'told'],
  'visit.resumed': ['note'],
  'visit.cancelled': ['reason'],
  'visit.reopened': ['reason'],
};

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
    data: (WORDS[event.kind] ?? []).reduce<unknown>((data, path) => blank(data, path.split('.')), event.data),
  }) as VisitEvent;

/**
 * Where a kind of entry holds such words.
 * @param kind of the entry
 * @returns paths into its data, `*` for each of a list
 * @example wordPaths('note.added') // ['text']
 */
export const wordPaths = (kind: EventKind): readonly string[] => WORDS[kind] ?? [];
