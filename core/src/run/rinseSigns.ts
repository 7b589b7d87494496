/** What shows that a section is rinsed out, all four of it. Common practice, no source. */
export const RINSE_SIGNS = ['runs-clear', 'no-foam', 'through', 'torch'] as const;
/** One of `RINSE_SIGNS`. */
export type RinseSign = (typeof RINSE_SIGNS)[number];
/** The signs of a finished rinse, in words. */
export const RINSE_SIGN_NAMES: Record<RinseSign, string> = {
  'runs-clear': 'The water runs clear',
  'no-foam': 'No foam follows',
  through: 'Water comes through all over',
  torch: 'Light shows through',
};

/** What may still be wrong with a section: a sign that is missing, or what hands have to see to. */
export const WRONG_SIGNS = [...RINSE_SIGNS, 'clump', 'bent'] as const;
/** One of `WRONG_SIGNS`. */
export type WrongSign = (typeof WRONG_SIGNS)[number];
/** What is still wrong, in words. */
export const WRONG_SIGN_NAMES: Record<WrongSign, string> = {
  'runs-clear': 'The water is still dirty',
  'no-foam': 'Foam still follows',
  through: 'Water does not come through all over',
  torch: 'Light does not show through',
  clump: 'A clump is stuck',
  bent: 'Fins are bent',
};

/** What another pass of a section is, in the order of work. */
export const AGAIN_WAYS = ['brush', 'comb', 'rinse', 'foam'] as const;
/** One of `AGAIN_WAYS`. */
export type AgainWay = (typeof AGAIN_WAYS)[number];
/** The same as an order. */
export const AGAIN_WORDS: Record<AgainWay, string> = {
  brush: 'Brush the clump out along the fins, never across.',
  comb: 'Comb the fins straight, or use a soft brush.',
  rinse: 'Rinse again, from the other side.',
  foam: 'Cleaner again, for its whole dwell.',
};

/**
 * What another pass does, by what was seen: water and hands come first, cleaner only where clean water left it dark.
 * Common practice, no source.
 * @param signs what is still wrong; none where nobody said
 * @returns ways, in the order of work
 * @example againWays(['runs-clear', 'torch']) // ['rinse']
 */
export function againWays(signs: readonly WrongSign[]): AgainWay[] {
  if (signs.every((sign) => sign === 'torch')) return ['foam'];
  return [...(signs.includes('clump') ? (['brush'] as const) : []), ...(signs.includes('bent') ? (['comb'] as const) : []), 'rinse'];
}

/** Where on a section it is still wrong: a second pass goes there and nowhere else. */
export const SPOTS = ['all', 'top-lip', 'bottom-band', 'middle', 'edge'] as const;
/** One of `SPOTS`. */
export type Spot = (typeof SPOTS)[number];
/** Where on a section something is still wrong, in words. */
export const SPOT_NAMES: Record<Spot, string> = {
  all: 'All over',
  'top-lip': 'Top lip',
  'bottom-band': 'Bottom band',
  middle: 'Middle',
  edge: 'One edge',
};
