/** How hard a password is to guess, from 0 to 4 (the scale of zxcvbn, Wheeler 2016, from memory), with what is said of it. */
export const STRENGTH_NAMES = [
  'guessed at once',
  'guessed soon',
  'guessed with some patience',
  'hard to guess',
  'very hard to guess',
] as const;

/** What a new password must reach: a hundred million guesses by somebody who goes by lists and habits. */
export const ENOUGH_STRENGTH = 3;
