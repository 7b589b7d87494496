/** What an owner can do, each with a drawing. */
export const OWNER_CARDS = [
  'clearance',
  'filter',
  'fan-speed',
  'set-point',
  'draughts',
  'shade',
  'lint',
  'mowing',
  'dogs',
  'fluff',
] as const;
/** One of `OWNER_CARDS`. */
export type OwnerCardId = (typeof OWNER_CARDS)[number];
