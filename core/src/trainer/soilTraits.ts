import type { Soil } from '../survey';

/** How one kind of soil behaves in the practice of rinsing. */
export interface SoilTraits {
  /** Share of it that sticks when it is found. */
  bound: number;
  /** Share of what sticks that lets go in a second: in water, and under foam at full strength. */
  byWater: number;
  byFoam: number;
  /** Pressure that moves it along, kPa. */
  needsKPa: number;
}

const traits = (bound: number, byWater: number, byFoam: number, needsKPa: number): SoilTraits => ({ bound, byWater, byFoam, needsKPa });

/** Soils of the trade as figures. Judgment: their order follows what shifts each of them, their size was tuned to whole washes. */
export const SOIL_TRAITS: Record<Soil, SoilTraits> = {
  dust: traits(0.35, 0.004, 0.007, 3),
  'seed-fluff': traits(0.4, 0.002, 0.006, 5),
  lint: traits(0.45, 0.001, 0.006, 6),
  grass: traits(0.4, 0.002, 0.006, 6),
  'pet-hair': traits(0.45, 0.001, 0.005, 7),
  'pet-urine': traits(0.7, 0.004, 0.007, 3),
  mud: traits(0.6, 0.004, 0.006, 6),
  grease: traits(0.95, 0.0001, 0.006, 4),
  biofilm: traits(0.85, 0.0006, 0.007, 4),
  salt: traits(0.5, 0.02, 0.02, 2),
  nest: traits(0.5, 0.001, 0.004, 9),
};

/** Soil that lets 1/e of the light of a torch through, g/m² of face. Judgment. */
export const SOIL_G_PER_DEPTH = 100;
