/** What shows that a section is rinsed out. Common practice, no source. */
export const RINSE_SIGNS = ['runs-clear', 'no-foam', 'through', 'torch'] as const;
/** One of `RINSE_SIGNS`. */
export type RinseSign = (typeof RINSE_SIGNS)[number];
/** The signs of a finished rinse, good and bad, in words. */
export const RINSE_SIGN_NAMES: Record<RinseSign, { good: string; bad: string }> = {
  'runs-clear': { good: 'The water runs clear', bad: 'The water is still dirty' },
  'no-foam': { good: 'No foam follows', bad: 'Foam still follows' },
  through: { good: 'Water comes through all over', bad: 'Water does not come through all over' },
  torch: { good: 'The torch shows through', bad: 'The torch shows dark' },
};

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
