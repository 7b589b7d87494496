import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';
import { PASSWORD_LETTERS, type StrengthRecord } from '@elm-mist/contract';
import { ENOUGH_STRENGTH } from '@elm-mist/core/people';
import { refused } from '../http/problem';

/** Beside the names that others know there are so many letters at least. */
const LEAST_BESIDE = 6;

let list: ZxcvbnFactory | null = null;

/**
 * How hard a password is to guess by lists of those that leaked, and by what people do to them: rows of keys, doubling, years, the names at hand.
 * Source of the question: OWASP ASVS 4.0.3, 2.1.7 and 2.1.8, from memory; the lists are the package's.
 * @param names of the person and the shop, that others know too
 * @returns 0 to 4; 0 for names and nothing else
 */
export function strengthOf(password: string, names: readonly string[]): StrengthRecord {
  const around = [...names, 'elm mist'].flatMap((name) => [name, name.replace(/\s/g, ''), ...name.split(/\s+/)]);
  const known = around.map((word) => word.toLowerCase()).filter((word) => word.length > 1);
  // Longest first, so that a whole name goes before its parts.
  const bare = known.sort((a, b) => b.length - a.length).reduce((rest, word) => rest.replaceAll(word, ''), password.toLowerCase());
  const nothingElse = bare.length < password.length && bare.replace(/[^\p{L}]/gu, '').length < LEAST_BESIDE;
  list ??= new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
  const { score } = list.check(password, known);
  return { score: nothingElse ? 0 : score, enough: !nothingElse && score >= ENOUGH_STRENGTH && password.length >= PASSWORD_LETTERS.least };
}

/** Refuses a new password that others guess. @throws Problem 422 `password` */
export function refuseGuessable(password: string, names: readonly string[]): void {
  if (!strengthOf(password, names).enough)
    throw refused(
      'password',
      'Others would guess this one among the first. Take another: four plain words that have nothing to do with you.',
    );
}
