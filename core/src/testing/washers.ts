import { uniforms } from '../random';
import type { FinPack } from '../trainer/finPack';
import type { PlanWay } from '../trainer/planWay';
import { refusal, stepPack } from '../trainer/stepPack';
import { NOZZLES, PRACTICE_TOOLS, type Second, type Side, type Touch } from '../trainer/tools';

/** Does what it is told, but for what is refused. */
export function doAll(pack: FinPack, seconds: Iterable<Second>): void {
  for (const second of seconds) stepPack(pack, second && refusal(pack, second) ? null : second);
}

export const faceOf = (pack: FinPack): [width: number, height: number] => [pack.columns * pack.cellWidthM, pack.lines * pack.cellHeightM];

/** A tool over the whole face, line by line. */
export function* overFace(
  pack: FinPack,
  touch: Omit<Touch, 'path'>,
  { lines = 8, perLine = 6, upwards = false }: { lines?: number; perLine?: number; upwards?: boolean } = {},
): Generator<Second> {
  const [width, height] = faceOf(pack);
  for (let i = 0; i < lines; i += 1) {
    const y = ((upwards ? lines - 1 - i : i) + 0.5) * (height / lines);
    for (let s = 0; s < perLine; s += 1) yield { ...touch, path: [(width * s) / perLine, y, (width * (s + 1)) / perLine, y] };
  }
}

export const waits = (seconds: number): Second[] => Array.from({ length: seconds }, () => null);
export const nozzleAt = (name: string): number => NOZZLES.findIndex((row) => row.name === name);

/** Anything a hand might do, on the face and beside it. */
export function anyTouch(random: () => number, width: number, height: number): Touch {
  const place = (size: number) => (random() * 1.4 - 0.2) * size;
  const tool = PRACTICE_TOOLS[Math.floor(random() * PRACTICE_TOOLS.length)] ?? 'rinse';
  const side: Side = random() < 0.5 ? 'inside' : 'outside';
  return {
    tool,
    side,
    path: [place(width), place(height), place(width), place(height)],
    nozzle: Math.floor(random() * NOZZLES.length),
    distanceM: random() * 0.6,
    downDeg: random() * 90,
    acrossDeg: random() * 90,
    chemistry: random() < 0.5 ? 'alkaline-foam' : 'neutral',
    step: 'heavy',
  };
}

/** Strikes out at random for a quarter of an hour. */
export function* randomHands(pack: FinPack, seed: number): Generator<Second> {
  const random = uniforms(seed);
  for (let i = 0; i < 900;) {
    const touch = random() < 0.4 ? null : anyTouch(random, ...faceOf(pack));
    for (let s = 3 + random() * 12; s > 0 && i < 900; s -= 1, i += 1) yield touch;
  }
}

/**
 * In a hurry: the plan's tools in their order, but half lifted, half soaked, rinsed once and level from outside, from the bottom up, and no torch.
 */
export function* hastyHands(pack: FinPack, way: PlanWay): Generator<Second> {
  if (way.dryLift) yield* overFace(pack, { tool: 'vacuum', side: 'outside' }, { lines: 6, perLine: 5 });
  if (way.dwellS) {
    yield* overFace(pack, { tool: 'foam', side: 'outside', chemistry: way.chemistry, step: way.step }, { lines: 6, perLine: 3 });
    yield* waits(way.dwellS.least / 2);
  }
  const { nozzle, distanceM } = way;
  yield* overFace(pack, { tool: 'rinse', side: 'outside', nozzle, distanceM, downDeg: 0 }, { lines: 8, perLine: 5, upwards: true });
}
