import { NOZZLES, PRACTICE_SHELF, TOOL_FIGURES, type PlanWay, type PracticeTool, type Side, type Touch } from '@elm-mist/core/trainer';

/** What the hand holds, and how. */
export interface Hand {
  tool: PracticeTool;
  side: Side;
  nozzle: number;
  distanceM: number;
  downDeg: number;
  acrossDeg: number;
  cleaner: string;
  step: 'light' | 'medium' | 'heavy';
}

/** A hand to begin with: nothing is chosen well for the learner. */
export const FIRST_HAND: Hand = {
  tool: 'rinse',
  side: 'outside',
  nozzle: 3,
  distanceM: 0.1,
  downDeg: 0,
  acrossDeg: 0,
  cleaner: PRACTICE_SHELF[0]?.id ?? '',
  step: 'medium',
};

/** What it does, apart from where. */
export function doingOf(hand: Hand): Omit<Touch, 'path'> {
  const { tool, side } = hand;
  if (tool === 'rinse')
    return { tool, side, nozzle: hand.nozzle, distanceM: hand.distanceM, downDeg: hand.downDeg, acrossDeg: hand.acrossDeg };
  if (tool === 'foam') {
    const chemistry = PRACTICE_SHELF.find(({ id }) => id === hand.cleaner)?.chemistry ?? 'neutral';
    return { tool, side, chemistry, step: hand.step };
  }
  return tool === 'brush' ? { tool, side, acrossDeg: hand.acrossDeg } : { tool, side };
}

/** Radius that it works on, m. */
export function reachOf(hand: Hand): number {
  if (hand.tool !== 'rinse') return TOOL_FIGURES[hand.tool].radiusM;
  const nozzle = NOZZLES[hand.nozzle];
  return nozzle ? nozzle.radiusM + nozzle.widens * hand.distanceM : 0.05;
}

/** The plan's way in a line. */
export function wayWords(way: PlanWay): string {
  const parts = [
    way.dryLift ? 'lift the felt dry' : '',
    way.dwellS
      ? `${PRACTICE_SHELF.find(({ chemistry }) => chemistry === way.chemistry)?.name.toLowerCase() ?? way.chemistry}, ${way.step} mix, ${Math.round(way.dwellS.least / 60)} to ${Math.round(way.dwellS.most / 60)} min${way.mists ? ', misted' : ''}`
      : 'water alone',
    `${NOZZLES[way.nozzle]?.name ?? 'water'}: ${way.plan.rinse.direction.toLowerCase()}`,
  ].filter(Boolean);
  return `${parts.join(' · ')}.`;
}
