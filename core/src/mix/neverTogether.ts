import { tableOf } from '../errors';
import { commonPractice, type Source } from '../because';
import type { Chemistry } from './label';

/** What a product or a surface is, as far as reactions go. */
export const SUBSTANCES = ['bleach', 'acid', 'ammonia', 'strong-alkali', 'aluminium', 'copper', 'coating', 'neutral'] as const;
/** One of `SUBSTANCES`. */
export type Substance = (typeof SUBSTANCES)[number];

/** A thing that may meet another: a cleaner, a drain treatment, or what the coil is made of. */
export interface Party {
  name: string;
  substances: readonly Substance[];
}

/** What each class of cleaner brings. The household mix holds vinegar. Common practice, no source. */
export const CHEMISTRY_SUBSTANCES: Record<Chemistry, readonly Substance[]> = tableOf('cleaner class', {
  water: [],
  neutral: ['neutral'],
  household: ['acid'],
  'evaporator-foam': ['neutral'],
  'microchannel-cleaner': ['neutral'],
  'alkaline-foam': ['strong-alkali'],
  acid: ['acid'],
});

interface Clash {
  id: string;
  pair: readonly [Substance, Substance];
  makes: string;
  source: Source;
}

/** Pairs that must never meet. Common practice, no source; the safety sheets outrank it. */
export const NEVER_TOGETHER: readonly Clash[] = [
  { id: 'never.bleach-acid', pair: ['bleach', 'acid'], makes: 'chlorine gas', source: commonPractice },
  { id: 'never.bleach-ammonia', pair: ['bleach', 'ammonia'], makes: 'chloramine', source: commonPractice },
  { id: 'never.acid-alkali', pair: ['acid', 'strong-alkali'], makes: 'heat and spatter', source: commonPractice },
  { id: 'never.alkali-aluminium', pair: ['strong-alkali', 'aluminium'], makes: 'hydrogen, and it eats the tube', source: commonPractice },
  { id: 'never.acid-aluminium', pair: ['acid', 'aluminium'], makes: 'hydrogen, and it eats the tube', source: commonPractice },
  { id: 'never.acid-copper', pair: ['acid', 'copper'], makes: 'corroded tube', source: commonPractice },
  { id: 'never.bleach-copper', pair: ['bleach', 'copper'], makes: 'pitted tube', source: commonPractice },
  { id: 'never.bleach-aluminium', pair: ['bleach', 'aluminium'], makes: 'pitted fins', source: commonPractice },
  { id: 'never.alkali-coating', pair: ['strong-alkali', 'coating'], makes: 'a stripped coating', source: commonPractice },
  { id: 'never.acid-coating', pair: ['acid', 'coating'], makes: 'a stripped coating', source: commonPractice },
];

/** Two things that must never meet, and what they would make. */
export interface ClashFound {
  id: string;
  a: string;
  b: string;
  makes: string;
  text: string;
}

/**
 * Every pair among the parties that must not meet. Order of the parties does not matter to what is found.
 * @param parties what meets, each with its substances
 * @returns every pair that must never meet
 * @example clashesAmong([{ name: 'A', substances: CHEMISTRY_SUBSTANCES['alkaline-foam'] }, { name: 'B', substances: CHEMISTRY_SUBSTANCES.neutral }]) // []
 */
export function clashesAmong(parties: readonly Party[]): ClashFound[] {
  const found: ClashFound[] = [];
  parties.forEach((one, i) => {
    for (const other of parties.slice(i + 1)) {
      for (const clash of NEVER_TOGETHER) {
        const [x, y] = clash.pair;
        const meets =
          (one.substances.includes(x) && other.substances.includes(y)) || (one.substances.includes(y) && other.substances.includes(x));
        if (meets)
          found.push({
            id: clash.id,
            a: one.name,
            b: other.name,
            makes: clash.makes,
            text: `${one.name} and ${other.name} never together: ${clash.makes}.`,
          });
      }
    }
  });
  return found;
}
