import { CoreError, tableOf } from '../errors';

/** What an owner is written for. */
export const MESSAGE_KINDS = ['due', 'moved', 'coming'] as const;
/** One of `MESSAGE_KINDS`. */
export type MessageKind = (typeof MESSAGE_KINDS)[number];

/** What can stand in a message in braces, with what it is. */
export const MESSAGE_WORDS = {
  owner: 'The owner’s name',
  shop: 'The shop',
  place: 'The place',
  system: 'The system',
  day: 'The day, of the visit or of being due',
  time: 'When work is to begin',
  was: 'When it was to begin before',
} as const;
/** One of `MESSAGE_WORDS`. */
export type MessageWord = keyof typeof MESSAGE_WORDS;

interface MessageRow {
  name: string;
  usual: string;
  /** What is known when it is written. */
  words: readonly MessageWord[];
}

/** Messages to owners, each in words that a shop may change. */
export const MESSAGE_TABLE: Record<MessageKind, MessageRow> = tableOf('message', {
  due: {
    name: 'Due again',
    usual:
      'Hello {owner}, the coils of {system} at {place} are due for a wash by {day}. Shall we come by? {shop}. If you would rather not be reminded, tell us.',
    words: ['owner', 'shop', 'place', 'system', 'day'],
  },
  moved: {
    name: 'Another time',
    usual: 'Hello {owner}, on {day} we will be at {place} at about {time}, not at {was}. {shop}.',
    words: ['owner', 'shop', 'place', 'system', 'day', 'time', 'was'],
  },
  coming: {
    name: 'A visit planned',
    usual: 'Hello {owner}, we are planned to wash the coils of {system} at {place} on {day} at about {time}. {shop}.',
    words: ['owner', 'shop', 'place', 'system', 'day', 'time'],
  },
});

/** A shop's own words, by what they are for. */
export type OwnerWords = Record<MessageKind, string>;

/**
 * The words until a shop has its own.
 * @returns a message of each kind
 * @example usualWords().moved.includes('{time}') // true
 */
export const usualWords = (): OwnerWords => ({
  due: MESSAGE_TABLE.due.usual,
  moved: MESSAGE_TABLE.moved.usual,
  coming: MESSAGE_TABLE.coming.usual,
});

const BRACED = /\{([^{}]*)\}/g;

/**
 * What is wrong with a message: a word in braces that is not known for it, or a brace without its other half.
 * @param kind what it is for
 * @param text in the shop's words
 * @returns words for whoever writes it; empty where nothing is
 * @example messageTrouble('due', 'Hello {ownr}') // "{ownr} is not known here: {owner}, {shop}, {place}, {system}, {day} are."
 */
export function messageTrouble(kind: MessageKind, text: string): string {
  const { words } = MESSAGE_TABLE[kind];
  if (text.trim() === '') return 'Write something, or nothing can be sent.';
  for (const [, word = ''] of text.matchAll(BRACED))
    if (!(words as readonly string[]).includes(word))
      return `{${word}} is not known here: ${words.map((one) => `{${one}}`).join(', ')} are.`;
  return /[{}]/.test(text.replace(BRACED, '')) ? 'A brace has no other half.' : '';
}

/**
 * A message to an owner.
 * @param kind what it is for
 * @param text in the shop's words
 * @param facts what is known
 * @returns the message
 * @throws CoreError unreadable `text` where a word in braces is not known for that kind
 * @example ownerMessage('due', 'Hello {owner}, due {day}.', { owner: 'Ada', day: '11 June' }) // 'Hello Ada, due 11 June.'
 */
export function ownerMessage(kind: MessageKind, text: string, facts: Partial<Record<MessageWord, string>>): string {
  const trouble = messageTrouble(kind, text);
  if (trouble !== '') throw new CoreError('unreadable', 'text', trouble);
  return text.replace(BRACED, (_, word: MessageWord) => facts[word] ?? '');
}
