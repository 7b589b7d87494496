import { COST_NAMES, washCost, type WashCost } from './costs';
import { copyPack, newPack, type FinPack } from './finPack';
import { finishBy, type PlanWay } from './planWay';
import type { PracticeCase } from './practiceCase';
import { lightPct, lightGrade } from './sight';
import { stepPack } from './stepPack';
import { NOZZLES, type Second, type Touch } from './tools';
import type { Grade } from '../survey';

/** One stretch of the same doing: a stroke, or a wait. */
export interface Stroke {
  /** First second, and the one after the last. */
  from: number;
  to: number;
  touch: Touch | null;
}

/** How a wash ended. */
export interface WashEnd {
  cost: WashCost;
  lightPct: number;
  grade: Grade;
  waterL: number;
  solutionL: number;
  minutes: number;
  /** Of the face, percent. */
  bentPct: number;
  /** Of what was there, percent: on the coil still, and washed into the cabinet. */
  leftPct: number;
  insidePct: number;
}

/** What went wrong first and most. */
export interface CostlyStroke {
  stroke: Stroke | null;
  /** Counted from 1; null for the end of the work, where it is stopping that cost. */
  number: number | null;
  /** What it cost, minutes, against going on by the plan from before it. */
  minutes: number;
  /** By cause, the greatest first; those of it that cost anything. */
  causes: { cause: Exclude<keyof WashCost, 'total'>; minutes: number }[];
  words: string;
}

/** The learner's wash beside the plan's. */
export interface Debrief {
  learner: WashEnd;
  plan: WashEnd;
  /** Null where nothing cost a minute. */
  costly: CostlyStroke | null;
}

/** A wait is looked at in pieces of a minute; and so many strokes are followed to their end at most. */
const WAIT_PIECE_S = 60;
const MOST_FOLLOWED = 20;
/** Below this nothing is named, minutes. */
const WORTH_NAMING = 2;

const sameDoing = (a: Second, b: Second): boolean =>
  a === null || b === null
    ? a === b
    : a.tool === b.tool &&
      a.side === b.side &&
      a.nozzle === b.nozzle &&
      a.downDeg === b.downDeg &&
      a.acrossDeg === b.acrossDeg &&
      a.distanceM === b.distanceM &&
      a.chemistry === b.chemistry &&
      a.step === b.step;

/**
 * Seconds of practice as strokes and waits.
 * @param seconds as they were done
 * @returns stretches of the same doing, in order
 * @example strokesOf([null, null])[0].to // 2
 */
export function strokesOf(seconds: readonly Second[]): Stroke[] {
  const strokes: Stroke[] = [];
  seconds.forEach((second, i) => {
    const last = strokes[strokes.length - 1];
    const goesOn = last !== undefined && sameDoing(last.touch, second) && (second !== null || i - last.from < WAIT_PIECE_S);
    if (goesOn) last.to = i + 1;
    else strokes.push({ from: i, to: i + 1, touch: second });
  });
  return strokes;
}

/**
 * A stroke in words, as a sentence begins.
 * @param stroke of the learner
 * @returns how long, with what, from which side
 * @example strokeWords({ from: 0, to: 12, touch: null }) // 'Waiting for 12 s'
 */
export function strokeWords({ touch, from, to }: Stroke): string {
  const took = `${to - from} s`;
  if (!touch) return `Waiting for ${took}`;
  const side = touch.side === 'inside' ? 'from inside' : 'from outside';
  switch (touch.tool) {
    case 'rinse': {
      const down = (touch.downDeg ?? 0) >= 20 ? 'pointed down' : 'level';
      const across = (touch.acrossDeg ?? 0) >= 20 ? ', across the fins' : '';
      return `${took} of the ${NOZZLES[touch.nozzle ?? 0]?.name ?? 'water'} ${side}, ${down}${across}`;
    }
    case 'foam':
      return `${took} of foam ${side}`;
    case 'mist':
      return `${took} of mist ${side}`;
    case 'brush':
      return `${took} with the brush ${side}${(touch.acrossDeg ?? 0) >= 20 ? ', across the fins' : ''}`;
    default:
      return `${took} with the ${touch.tool} ${side}`;
  }
}

/**
 * How a pack stands at the end.
 * @param pack the coil
 * @param way the plan for it
 * @returns its light, and what it took and cost
 * @example washEnd(newPack(PRACTICE_CASES[0], 1), planWay(PRACTICE_CASES[0])).grade // 2
 */
export function washEnd(pack: FinPack, way: PlanWay): WashEnd {
  const left = (100 * (pack.startG - pack.gone.ground - pack.gone.inside - pack.gone.lifted)) / pack.startG;
  let bent = 0;
  for (const share of pack.bent) bent += share;
  return {
    cost: washCost(pack, way),
    lightPct: lightPct(pack),
    grade: lightGrade(pack),
    waterL: pack.waterL,
    solutionL: pack.solutionL,
    minutes: pack.seconds / 60,
    bentPct: (100 * bent) / pack.face,
    leftPct: Math.max(0, left),
    insidePct: (100 * pack.gone.inside) / pack.startG,
  };
}

const CAUSES = Object.keys(COST_NAMES) as (keyof typeof COST_NAMES)[];

/**
 * The learner's wash told beside the plan's: how both ended, and the first stroke that cost the most, found by going on by the plan from before it
 * and from after it.
 * @param given the case
 * @param seed of the coil
 * @param seconds as the learner did them
 * @param way the plan's
 * @param options how far it is, told as 0…1, and how coarse its cells are, as in `newPack`
 * @returns both ends and the costly stroke
 * @throws CoreError as `stepPack`
 * @example debrief(PRACTICE_CASES[0], 1, [null], planWay(PRACTICE_CASES[0])).plan.grade // 0
 */
export function debrief(
  given: PracticeCase,
  seed: number,
  seconds: readonly Second[],
  way: PlanWay,
  { told, grain = 1 }: { told?: (share: number) => void; grain?: number } = {},
): Debrief {
  const planned = newPack(given, seed, grain);
  finishBy(planned, way);
  const strokes = strokesOf(seconds);
  // Long runs are followed at some of their strokes first, and the worst stretch stroke by stroke.
  const marks = new Map<number, WashCost>();
  const snapshots: FinPack[] = [];
  const pack = newPack(given, seed, grain);
  let at = 0;
  for (const stroke of strokes) {
    snapshots.push(copyPack(pack));
    for (; at < stroke.to; at += 1) stepPack(pack, seconds[at] ?? null);
  }
  snapshots.push(copyPack(pack));
  const learner = washEnd(pack, way);
  let done = 0;
  const follow = (i: number): WashCost => {
    const known = marks.get(i);
    if (known) return known;
    const from = copyPack(snapshots[Math.min(i, strokes.length)] as FinPack);
    // Beyond the last stroke is what the learner left.
    if (i <= strokes.length) finishBy(from, way);
    const cost = washCost(from, way);
    marks.set(i, cost);
    done += 1;
    told?.(Math.min(1, done / MOST_FOLLOWED));
    return cost;
  };
  let [low, high] = [0, strokes.length + 1];
  while (high - low > 1) {
    const pieces = Math.min(high - low, 6);
    const ends = Array.from({ length: pieces + 1 }, (_, i) => low + Math.round(((high - low) * i) / pieces));
    let best = 0;
    for (let i = 0; i < pieces; i += 1) {
      const rise = (piece: number) => follow(ends[piece + 1] as number).total - follow(ends[piece] as number).total;
      if (rise(i) > rise(best) + 1e-9) best = i;
    }
    [low, high] = [ends[best] as number, ends[best + 1] as number];
  }
  told?.(1);
  const stroke = strokes[low] ?? null;
  const [before, after] = [follow(low), follow(low + 1)];
  const minutes = after.total - before.total;
  if (minutes < WORTH_NAMING) return { learner, plan: washEnd(planned, way), costly: null };
  const causes = CAUSES.map((cause) => ({ cause, minutes: after[cause] - before[cause] }))
    .filter((row) => row.minutes > 0.1)
    .sort((a, b) => b.minutes - a.minutes);
  const most = causes[0];
  const what = stroke ? strokeWords(stroke) : 'Stopping there';
  const words = `${what} cost the most: ${Math.round(minutes)} min more than going on by the plan${most ? `, ${COST_NAMES[most.cause]}` : ''}.`;
  return { learner, plan: washEnd(planned, way), costly: { stroke, number: stroke && low + 1, minutes, causes, words } };
}
