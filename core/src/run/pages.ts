/** Where in a visit something is entered; an undo on a page takes back what was entered there and nothing else. */
export const PAGES = [
  'look',
  'plan',
  'mix',
  'wash',
  'takedown',
  'power-up',
  'run-sheet',
  'readings',
  'check',
  'findings',
  'close',
] as const;
/** One of `PAGES`. */
export type Page = (typeof PAGES)[number];
