import type { Corners, PicturePoint } from './corners';

/** What somebody marked on a picture of light through a coil. */
export interface LightMark {
  corners: Corners;
  /** Middle of a grey card beside the coil; it makes two exposures comparable. */
  card: PicturePoint | null;
}

/** Why a picture, or a pair of them, does not tell how open a coil is. */
export const LIGHT_DOUBT_IDS = ['blown', 'daylight', 'no-split', 'card', 'moved', 'uneven'] as const;
/** One of `LIGHT_DOUBT_IDS`. */
export type LightDoubt = (typeof LIGHT_DOUBT_IDS)[number];

/** What one picture told. */
export interface LightMeasured {
  /** Share of the marked area that lets light through, %; null where the picture does not tell. */
  openPct: number | null;
  /** By how much that may be off, points: how it moves with the threshold. */
  doubtPoints: number;
  /** Open share of each cell of a net over the coil, %, row by row; empty where the picture does not tell. */
  cells: number[];
  /** Above it is open; lightness as a share of white. */
  threshold: number;
  /** Share of the variance the split explains. */
  separability: number;
  /** Whose threshold was used: the picture's own, or that of the other by the grey card. */
  by: 'own' | 'card';
  doubts: LightDoubt[];
}

/** Cells of the net that is shown, across. */
export const LIGHT_COLUMNS = 8;
/** Cells down. */
export const LIGHT_ROWS = 6;
