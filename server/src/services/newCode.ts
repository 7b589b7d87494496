import { randomInt } from 'node:crypto';

/** Codes are read aloud: no letter is taken for another. */
const CODE_LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789';
const CODE_LENGTH = 12;

/** A code of twelve signs in groups of four: 58 bits. */
export const newCode = (): string =>
  Array.from({ length: CODE_LENGTH }, (_, i) => (i > 0 && i % 4 === 0 ? '-' : '') + CODE_LETTERS[randomInt(CODE_LETTERS.length)]).join('');
