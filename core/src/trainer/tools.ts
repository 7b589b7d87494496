import type { Chemistry, StrengthStep } from '../mix';

/** What a hand may hold in the practice of rinsing. */
export const PRACTICE_TOOLS = ['vacuum', 'brush', 'blower', 'foam', 'mist', 'rinse'] as const;
/** One of `PRACTICE_TOOLS`. */
export type PracticeTool = (typeof PRACTICE_TOOLS)[number];

/** From which side the coil is worked on: the outside is where the air goes in. */
export type Side = 'inside' | 'outside';

/** What water comes out of. */
export interface Nozzle {
  name: string;
  /** Pressure of the water where it leaves, as a fin feels it, kPa. */
  forceKPa: number;
  /** Distance at which a quarter of it is left, m. */
  halfM: number;
  /** Radius of the wet spot where it leaves, and how much wider it is a metre on, m. */
  radiusM: number;
  widens: number;
  litresPerMin: number;
}

const nozzle = (name: string, forceKPa: number, halfM: number, radiusM: number, widens: number, litresPerMin: number): Nozzle => ({
  name,
  forceKPa,
  halfM,
  radiusM,
  widens,
  litresPerMin,
});

/**
 * Nozzles by the names that a plan gives them. Judgment: pressures in the order of what is felt at the hand, scaled so that what the trade calls
 * gentle bends nothing and what it warns of does.
 */
export const NOZZLES: readonly Nozzle[] = [
  nozzle('mug', 3, 1, 0.06, 0, 6),
  nozzle('low-pressure hand sprayer', 6, 0.4, 0.03, 0.25, 1.2),
  nozzle('shower', 9, 0.6, 0.06, 0.2, 12),
  nozzle('hand over the hose end', 13, 0.6, 0.045, 0.25, 15),
  nozzle('fan nozzle', 24, 0.35, 0.05, 0.35, 11),
  nozzle('straight jet', 90, 0.6, 0.02, 0.06, 13),
  nozzle('small battery washer, low', 60, 0.3, 0.025, 0.3, 3),
  nozzle('washer, low setting', 160, 0.35, 0.025, 0.3, 6),
  nozzle('small battery washer, high', 110, 0.3, 0.025, 0.3, 4.5),
];

/** What the dry tools and the sprayers are: judgment. */
export const TOOL_FIGURES: Record<Exclude<PracticeTool, 'rinse'>, { radiusM: number; litresPerMin: number }> = {
  vacuum: { radiusM: 0.05, litresPerMin: 0 },
  brush: { radiusM: 0.05, litresPerMin: 0 },
  blower: { radiusM: 0.08, litresPerMin: 0 },
  foam: { radiusM: 0.07, litresPerMin: 0.6 },
  mist: { radiusM: 0.12, litresPerMin: 0.3 },
};

/** How well a cleaner loosens soil at its heavy mix, against a non-acid alkaline one. Judgment; labels say nothing of the kind. */
export const POTENCY: Record<Chemistry, number> = {
  water: 0,
  household: 0.35,
  neutral: 0.5,
  'evaporator-foam': 0.55,
  'microchannel-cleaner': 0.55,
  'alkaline-foam': 1,
  // Never offered; it is refused before it is asked.
  acid: 1,
};

/** What a weaker mix keeps of it. Judgment. */
export const STEP_SHARE: Record<StrengthStep, number> = { light: 0.55, medium: 0.8, heavy: 1 };

/** What the hand does in one second: along a line on the face, with a tool. */
export interface Touch {
  tool: PracticeTool;
  side: Side;
  /** From and to, m from the left and from the top of the face. */
  path: readonly [x0: number, y0: number, x1: number, y1: number];
  /** By its place in `NOZZLES`; rinsing only. */
  nozzle?: number;
  /** From the nozzle to the face, m; rinsing only. */
  distanceM?: number;
  /** How far the water points down from level, degrees; rinsing only. */
  downDeg?: number;
  /** How far it, or the brush, points across the fins, degrees: 0 runs between them. */
  acrossDeg?: number;
  /** Foaming only. */
  chemistry?: Chemistry;
  step?: StrengthStep;
}

/** One second of practice: what the hand did, or null for a wait. */
export type Second = Touch | null;
