import { CoreError } from '../errors';
import { liftCell } from './dryLift';
import { soilG, type FinPack } from './finPack';
import { foamCell, mistCell, standSecond } from './foaming';
import { rinseSpot } from './rinsing';
import { SOIL_G_PER_DEPTH } from './soilTraits';
import { NOZZLES, TOOL_FIGURES, type Second, type Touch } from './tools';
import { vetoOf } from './vetoOf';

// By name: looked up once, not for each cell of each second.
const { ceil, floor, hypot, max, min } = Math;

/** Felt dries through in so many times what a skin of foam takes. Judgment. */
const FELT_DRIES = 6;

/**
 * Why a touch is refused: the rules of the planner, in its own words.
 * @param pack the coil
 * @param touch what is about to be done
 * @returns a sentence, or null where nothing speaks against it
 * @example refusal(newPack(PRACTICE_CASES[4], 1), { tool: 'foam', side: 'outside', path: [0, 0, 1, 1], chemistry: 'alkaline-foam' }) // "Strong alkali or acid eats the wall of a microchannel tube itself."
 */
export function refusal(pack: FinPack, touch: Touch): string | null {
  if (touch.side === 'inside' && !pack.case.topOpens) return 'The inside of this coil cannot be reached.';
  if (touch.tool !== 'foam' || !touch.chemistry) return null;
  return vetoOf(pack.case, touch.chemistry);
}

/** Each spot along the path of a second, so close that none is left out. */
function alongPath({ path: [x0, y0, x1, y1] }: Touch, radius: number, each: (spot: [number, number], share: number) => void): void {
  const steps = max(1, ceil(hypot(x1 - x0, y1 - y0) / (radius * 0.5)));
  for (let i = 0; i < steps; i += 1) {
    const t = (i + 0.5) / steps;
    each([x0 + (x1 - x0) * t, y0 + (y1 - y0) * t], 1 / steps);
  }
}

function touchCells(pack: FinPack, touch: Touch, perG: number): void {
  if (touch.tool === 'rinse') {
    const jet = NOZZLES[touch.nozzle ?? 0];
    if (!jet) return;
    pack.waterL += jet.litresPerMin / 60;
    pan(pack, jet.litresPerMin / 60);
    alongPath(touch, jet.radiusM + jet.widens * (touch.distanceM ?? 0.1), (spot, share) => rinseSpot(pack, touch, spot, share, perG));
    return;
  }
  const { tool } = touch;
  const { radiusM, litresPerMin } = TOOL_FIGURES[tool];
  if (tool === 'foam') pack.solutionL += litresPerMin / 60;
  else pack.waterL += litresPerMin / 60;
  pan(pack, litresPerMin / 60);
  const { columns, lines, cellWidthM, cellHeightM } = pack;
  alongPath(touch, radiusM, ([sx, sy], share) => {
    const [x0, x1] = [max(0, floor((sx - radiusM) / cellWidthM)), min(columns - 1, floor((sx + radiusM) / cellWidthM))];
    const [y0, y1] = [max(0, floor((sy - radiusM) / cellHeightM)), min(lines - 1, floor((sy + radiusM) / cellHeightM))];
    for (let y = y0; y <= y1; y += 1)
      for (let x = x0; x <= x1; x += 1) {
        const far = (((x + 0.5) * cellWidthM - sx) ** 2 + ((y + 0.5) * cellHeightM - sy) ** 2) / radiusM ** 2;
        if (far > 1) continue;
        const cell = y * columns + x;
        if (tool === 'foam') foamCell(pack, touch, cell, 1 - 0.5 * far, share, perG);
        else if (tool === 'mist') mistCell(pack, touch, cell);
        else liftCell(pack, touch, tool, cell, 1 - 0.5 * far, share);
      }
  });
}

/** Water over an indoor coil runs into the pan, and over it where the drain is too slow. */
function pan(pack: FinPack, litres: number): void {
  const under = pack.case.pan;
  if (!under) return;
  pack.panL += litres;
  if (pack.panL <= under.litres) return;
  pack.spilledL += pack.panL - under.litres;
  pack.panL = under.litres;
}

/**
 * One second of practice, in place.
 * @param pack the coil, which is changed
 * @param second what the hand did, or null for a wait
 * @throws CoreError not-allowed `touch` where it is refused; out-of-range `path` where it is no number
 * @example stepPack(newPack(PRACTICE_CASES[0], 1), null) // undefined
 */
export function stepPack(pack: FinPack, second: Second): void {
  if (second) {
    if (!second.path.every(Number.isFinite)) throw new CoreError('out-of-range', 'path', 'The stroke has no place on the face.');
    const why = refusal(pack, second);
    if (why) throw new CoreError('not-allowed', 'touch', why);
    touchCells(pack, second, 1 / (SOIL_G_PER_DEPTH * pack.cellWidthM * pack.cellHeightM));
  }
  standSecond(pack);
  const dries = 1 / (pack.dryS.outside * FELT_DRIES);
  for (let cell = 0; cell < pack.face; cell += 1) pack.matWet[cell] = max(0, (pack.matWet[cell] as number) - dries);
  const under = pack.case.pan;
  if (under) pack.panL = max(0, pack.panL - under.drainLMin / 60);
  pack.seconds += 1;
}

/** Soil that is on the coil and soil that left it, against what it began with, g: 0 but for rounding. */
export const soilMissingG = (pack: FinPack): number => pack.startG - soilG(pack) - pack.gone.ground - pack.gone.inside - pack.gone.lifted;
