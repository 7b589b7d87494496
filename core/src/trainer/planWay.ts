import { requireInRange } from '../errors';
import { PAN_FILL_SHARE } from '../method/panDose';
import { APPLY_S_PER_M2, DEFAULT_HOUSE_RULES, planCoil, type CoilPlan, type HouseRules } from '../method';
import type { Chemistry, StrengthStep } from '../mix';
import { trustedWetS, type FinPack } from './finPack';
import { caseForPlan, type PracticeCase } from './practiceCase';
import { PRACTICE_SHELF } from './practiceShelf';
import { SOIL_G_PER_DEPTH } from './soilTraits';
import { stepPack } from './stepPack';
import { NOZZLES, TOOL_FIGURES, type Second, type Side, type Touch } from './tools';

/** A plan as the hands go about it. */
export interface PlanWay {
  plan: CoilPlan;
  dryLift: boolean;
  chemistry: Chemistry;
  step: StrengthStep;
  dwellS: { least: number; most: number } | null;
  mists: boolean;
  passes: number;
  nozzle: number;
  distanceM: number;
  ways: readonly { from: Side; downDeg: number }[];
  sections: number;
}

/** To lift felt dry from a square metre, s. Judgment. */
export const LIFT_S_PER_M2 = 130;
export const MIST_S_PER_M2 = 25;
/** Beyond this the work ends, whatever it looks like, s. */
export const LONGEST_S = 3 * 3600;
/** Foam is wetted again, or comes off, when so much of the time that it is trusted to stay wet is over. */
const DRY_ENOUGH = 0.8;
export const CLEAR_PCT = 85;
/** How often the soak is looked at, s. */
const LOOKS_EVERY_S = 10;
/** Passes beyond the plan’s where the torch still shows dark, as on a visit; rounds of rinsing, and the depth that runs clear. Judgment. */
const AGAIN = 1;
const MOST_ROUNDS = 8;
/** More sections than a coil is ever cut into. */
const MOST_SECTIONS = 200;
export const RUNS_CLEAR = 0.05;

/**
 * The plan's own way for a case: the planner's decision on this coil with the practice's cleaners.
 * @param given the case
 * @param house the shop's rules, which decide its schools
 * @returns what is done, in what order and how long
 * @throws CoreError as `checkPracticeCase`
 * @example planWay(PRACTICE_CASES[4]).chemistry // 'microchannel-cleaner'
 */
export function planWay(given: PracticeCase, house: HouseRules = DEFAULT_HOUSE_RULES): PlanWay {
  const { coil, survey, context } = caseForPlan(given);
  const plan = planCoil(coil, survey, context, PRACTICE_SHELF, house);
  const chart = PRACTICE_SHELF.find((row) => row.id === plan.cleanerId)?.chart;
  const step = (['heavy', 'medium', 'light'] as const).find((name) => chart?.[name] === plan.waterParts) ?? 'medium';
  return wayOf(plan, given.topOpens, step);
}

/** A plan as the hands go about it. @param topOpens whether the inside can be reached @param step of the strength that is on the coil */
export function wayOf(plan: CoilPlan, topOpens: boolean, step: StrengthStep): PlanWay {
  const rinse = plan.rinseByHand ?? plan.rinse;
  const ways = (rinse.ways ?? []).filter(({ from }) => from === 'outside' || topOpens);
  return {
    plan,
    dryLift: plan.dryLift,
    chemistry: plan.chemistry,
    step,
    dwellS: plan.dwell && { least: plan.dwell.minS, most: plan.dwell.maxS ?? plan.dwell.minS },
    mists: (plan.mists ?? 0) > 0,
    passes: Math.max(1, plan.passes),
    nozzle: Math.max(
      0,
      NOZZLES.findIndex(({ name }) => name === rinse.nozzle),
    ),
    distanceM: Math.max(0.1, rinse.leastDistanceM ?? 0.1),
    ways: ways.length > 0 ? ways : [{ from: 'outside', downDeg: 45 }],
    sections: Math.max(1, plan.sections.length),
  };
}

/** Columns of a face that are worked on as one. */
export type Span = readonly [x0: number, x1: number];

interface Looked {
  /** Mean depth of felt, of what sticks and of what moves, how wet the felt is, and how foam stands. */
  felt: number;
  feltWet: number;
  bound: number;
  loose: number;
  foam: number;
  /** On the inside of it. */
  foamInside: number;
  ageS: number;
  /** Longest that foam stood so far, in the mean, s. */
  soakedS: number;
  dryness: number;
  light: number;
}

/** What a look at some columns shows. */
export function lookAt(pack: FinPack, [from, to]: Span): Looked {
  const { columns, lines, rows, face, traits } = pack;
  const cells = face * rows;
  const perG = 1 / (SOIL_G_PER_DEPTH * pack.cellWidthM * pack.cellHeightM);
  const seen: Looked = { felt: 0, feltWet: 0, bound: 0, loose: 0, foam: 0, foamInside: 0, ageS: 0, soakedS: 0, dryness: 0, light: 0 };
  let n = 0;
  let foamed = 0;
  for (let y = 0; y < lines; y += 1)
    for (let x = from; x < to; x += 1) {
      const cell = y * columns + x;
      n += 1;
      seen.feltWet += pack.matWet[cell] as number;
      seen.soakedS += pack.soakedS[cell] as number;
      let depth = 0;
      for (let k = 0; k < traits.length; k += 1) {
        const felt = (pack.mat[k * face + cell] as number) * perG;
        seen.felt += felt;
        depth += felt;
        for (let z = 0; z < rows; z += 1) {
          const sticks = (pack.bound[k * cells + z * face + cell] as number) * perG;
          seen.bound += sticks;
          const moves = (pack.loose[k * cells + z * face + cell] as number) * perG;
          seen.loose += moves;
          depth += sticks + moves;
        }
      }
      seen.light += Math.exp(-depth);
      seen.foamInside += pack.foam[(rows - 1) * face + cell] as number;
      const skin = pack.foam[cell] as number;
      seen.foam += skin;
      if (skin > 0.1) {
        foamed += 1;
        seen.ageS += pack.foamAgeS[cell] as number;
        seen.dryness = Math.max(seen.dryness, pack.dryness[cell] as number);
      }
    }
  return {
    felt: seen.felt / n,
    feltWet: seen.feltWet / n,
    bound: seen.bound / n,
    loose: seen.loose / n,
    foam: seen.foam / n,
    foamInside: seen.foamInside / n,
    ageS: foamed > 0 ? seen.ageS / foamed : 0,
    soakedS: seen.soakedS / n,
    dryness: seen.dryness,
    light: (seen.light / n) * 100,
  };
}

/**
 * A touch for each second of a whole span, line by line.
 * @param pack the coil
 * @param span columns from and to
 * @param secondsPerM2 how fast
 * @param spacingM between two lines
 * @param upwards from the bottom up instead of top down
 * @param touch what is done
 * @returns each second's touch
 * @example [...overSpan(newPack(PRACTICE_CASES[0], 1), [0, 60], 90, 0.1, false, { tool: 'vacuum', side: 'outside' })].length // 48
 */
export function* overSpan(
  pack: Pick<FinPack, 'cellWidthM' | 'cellHeightM' | 'lines'>,
  [from, to]: Span,
  secondsPerM2: number,
  spacingM: number,
  upwards: boolean,
  touch: Omit<Touch, 'path'>,
): Generator<Touch> {
  const [left, right] = [from * pack.cellWidthM, to * pack.cellWidthM];
  const height = pack.lines * pack.cellHeightM;
  const rowsOfWork = Math.max(1, Math.ceil(height / spacingM));
  const secondsPerRow = Math.max(1, Math.round((secondsPerM2 * (right - left) * height) / rowsOfWork));
  for (let i = 0; i < rowsOfWork; i += 1) {
    const y = ((upwards ? rowsOfWork - 1 - i : i) + 0.5) * (height / rowsOfWork);
    const [a, b] = i % 2 === 0 ? [left, right] : [right, left];
    for (let s = 0; s < secondsPerRow; s += 1)
      yield { ...touch, path: [a + ((b - a) * s) / secondsPerRow, y, a + ((b - a) * (s + 1)) / secondsPerRow, y] };
  }
}

/**
 * The plan's way from how the coil stands now, second by second: what is needed of lifting, foam, soak and rinse, section by section, and a torch at
 * the end of each pass. It looks at the pack before each second, which whoever steps it changes.
 * @param pack the coil
 * @param way the plan's
 * @returns each second
 * @throws CoreError `sections` of the way out of range
 * @example handsOf(newPack(PRACTICE_CASES[1], 1), planWay(PRACTICE_CASES[1])).next().value.tool // 'vacuum'
 */
export function* handsOf(pack: FinPack, way: PlanWay): Generator<Second, void> {
  const spans = Array.from({ length: requireInRange('sections', way.sections, 1, MOST_SECTIONS) }, (_, i): Span => [
    Math.round((i * pack.columns) / way.sections),
    Math.round(((i + 1) * pack.columns) / way.sections),
  ]);
  for (const span of spans) {
    const found = lookAt(pack, span);
    if (way.dryLift && found.felt > 0.15 && found.feltWet < 0.5)
      yield* overSpan(pack, span, LIFT_S_PER_M2, TOOL_FIGURES.vacuum.radiusM * 1.2, false, { tool: 'vacuum', side: 'outside' });
    // What has soaked already, and was not rinsed to its end, is rinsed first.
    if (found.foam < 0.2 && found.loose > RUNS_CLEAR && found.soakedS > (way.dwellS?.least ?? Infinity) / 2)
      yield* rinseClear(pack, span, way);
    for (let pass = 0; pass < way.passes + AGAIN; pass += 1) {
      const now = lookAt(pack, span);
      if (now.light >= CLEAR_PCT && now.foam < 0.05) break;
      if (way.chemistry !== 'water' && way.dwellS && now.bound > 0.05) yield* foamOver(pack, span, way, now);
      yield* soak(pack, span, way);
      yield* rinseClear(pack, span, way);
    }
  }
}

/** Foam from the bottom up, on every side that is rinsed and has none. */
export function* foamOver(pack: FinPack, span: Span, way: PlanWay, now: Looked): Generator<Second> {
  const foam = { tool: 'foam' as const, chemistry: way.chemistry, step: way.step };
  const spacing = TOOL_FIGURES.foam.radiusM * 1.2;
  if (now.foam < 0.2) yield* overSpan(pack, span, APPLY_S_PER_M2, spacing, true, { ...foam, side: 'outside' });
  if (pack.rows > 1 && now.foamInside < 0.2 && way.ways.some(({ from }) => from === 'inside'))
    yield* overSpan(pack, span, APPLY_S_PER_M2, spacing, true, { ...foam, side: 'inside' });
}

/** Until it runs clear, or water does no more. */
export function* rinseClear(pack: FinPack, span: Span, way: PlanWay): Generator<Second> {
  let loose = lookAt(pack, span).loose;
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    yield* rinseOnce(pack, span, way);
    const { loose: still, light, bound } = lookAt(pack, span);
    // What sticks would go with more foam, not with more water.
    if (still < RUNS_CLEAR || light >= CLEAR_PCT || still > loose * 0.8 || still < bound / 4) return;
    loose = still;
  }
}

/** One sweep of the jet over a square metre of one row, s; it is swept until it runs clear. Common practice, no source. */
const SWEEP_S_PER_M2 = 90;

function* rinseOnce(pack: FinPack, span: Span, way: PlanWay): Generator<Second> {
  const jet = NOZZLES[way.nozzle]!;
  const spot = (jet.radiusM + jet.widens * way.distanceM) * 1.2;
  for (const { from, downDeg } of way.ways) {
    const rinse = { tool: 'rinse' as const, side: from, nozzle: way.nozzle, distanceM: way.distanceM, downDeg };
    for (const touch of overSpan(pack, span, SWEEP_S_PER_M2 * pack.rows, spot, false, rinse)) {
      yield touch;
      const pan = pack.case.pan;
      if (pan && pack.panL >= pan.litres * PAN_FILL_SHARE) while (pack.panL > 0.02) yield null;
    }
  }
}

/** Until foam has stood as long as the plan wants, kept wet where the plan mists, and off sooner where it would dry. */
function* soak(pack: FinPack, span: Span, way: PlanWay): Generator<Second> {
  if (!way.dwellS) return;
  const { least, most } = way.dwellS;
  const wanted = least + (most - least) * 0.6;
  for (;;) {
    const now = lookAt(pack, span);
    if (now.foam < 0.05 || now.ageS >= wanted) return;
    const nearlyDry = now.dryness >= (DRY_ENOUGH * trustedWetS(pack, 'outside')) / pack.dryS.outside;
    if (nearlyDry && !way.mists) return;
    if (nearlyDry) yield* overSpan(pack, span, MIST_S_PER_M2, TOOL_FIGURES.mist.radiusM * 1.2, false, { tool: 'mist', side: 'outside' });
    else for (let s = 0; s < LOOKS_EVERY_S; s += 1) yield null;
  }
}

/**
 * Works on a coil by a plan to its end.
 * @param pack the coil, which is changed
 * @param way the plan's
 * @param told each second as it was done
 * @returns how many seconds it took
 * @throws CoreError `sections` of the way out of range
 * @example finishBy(newPack(PRACTICE_CASES[0], 1), planWay(PRACTICE_CASES[0])) > 60 // true
 */
export function finishBy(pack: FinPack, way: PlanWay, told?: (second: Second) => void): number {
  let seconds = 0;
  for (const second of handsOf(pack, way)) {
    stepPack(pack, second);
    told?.(second);
    seconds += 1;
    if (seconds > LONGEST_S) break;
  }
  return seconds;
}
