import type { CoilShape, Construction, Guard } from '@elm-mist/core';

export interface FormFace {
  name: string;
  width: string;
  wallSide: boolean;
  /** Degrees clockwise from north; null when nobody noted it. */
  facesDeg: number | null;
  /** A wall or fence before it: how high above the middle of the face, how far off; both empty for none. */
  fenceHeight: string;
  fenceDistance: string;
}

/** Near enough for the sun on a face: eight directions. */
export const DIRECTIONS = ['North', 'North-east', 'East', 'South-east', 'South', 'South-west', 'West', 'North-west'].map((label, i) => ({
  value: i * 45,
  label,
}));
export const nearest = (degrees: number): number => (Math.round(degrees / 45) % 8) * 45;

/** What the form of a coil holds, as typed. */
export interface CoilFormValues {
  name: string;
  construction: Construction;
  shape: CoilShape;
  rows: number;
  finsPerInch: string;
  height: string;
  guards: Guard;
  topOpens: boolean;
  makerWaterOnly: boolean;
  faces: FormFace[];
}
