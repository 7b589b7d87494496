import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';
import { refused } from '../http/problem';

/** Fewer guesses than a hundred million by somebody who goes by lists and habits (its scale of 0 to 4). */
const LEAST_SCORE = 3;

/** Beside the names that others know there are so many letters at least. */
const LEAST_BESIDE = 6;

let list: ZxcvbnFactory | null = null;

/**
 * Holds a new password against lists of those that leaked, and against what people do to them: rows of keys, doubling, years, the names at hand.
 * Source of the question: OWASP ASVS 4.0.3, 2.1.7, from memory; the lists are the package's.
 * @param names of the person and the shop, that others know too
 * @throws Problem 422 `password`
 */
export function refuseGuessable(password: string, names: readonly string[]): void {
  const around = [...names, 'elm mist'].flatMap((name) => [name, name.replace(/\s/g, ''), ...name.split(/\s+/)]);
  const known = around.map((word) => word.toLowerCase()).filter((word) => word.length > 1);
  // Longest first, so that a whole name goes before its parts.
  const bare = known.sort((a, b) => b.length - a.length).reduce((rest, word) => rest.replaceAll(word, ''), password.toLowerCase());
  const nothingElse = bare.length < password.length && bare.replace(/[^\p{L}]/gu, '').length < LEAST_BESIDE;
  list ??= new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
  if (nothingElse || list.check(password, known).score < LEAST_SCORE)
    throw refused(
      'password',
      'Others would guess this one among the first. Take another: four plain words that have nothing to do with you.',
    );
}
