import { soilG, type FinPack } from './finPack';
import type { PlanWay } from './planWay';
import { lightGrade } from './sight';
import { SOIL_G_PER_DEPTH } from './soilTraits';

/** What a wash costs in minutes: the work itself, and what is to be put right after it. */
export interface WashCost {
  /** Minutes that it took. */
  work: number;
  /** Soil that stayed: washed again. */
  again: number;
  /** Fins to comb. */
  comb: number;
  /** Foam that dried on. */
  baked: number;
  /** Foam that stood longer than the label says. */
  soaked: number;
  /** Water over the pan. */
  spill: number;
  /** Soil washed into the cabinet. */
  inside: number;
  total: number;
}

/** Each part in words, in the order that it is told. */
export const COST_NAMES: Record<Exclude<keyof WashCost, 'total'>, string> = {
  work: 'the work',
  again: 'washing again what stayed',
  comb: 'combing folded fins',
  baked: 'loosening foam that dried on',
  soaked: 'foam left on beyond its label',
  spill: 'mopping up what ran over the pan',
  inside: 'soil washed into the cabinet',
};

/** Minutes for each: a depth of soil over a square metre, a grade that it is left at, folded, baked and oversoaked square metres, a litre spilled, a gram inside. Judgment. */
const MINUTES = { depth: 60, grade: 15, comb: 150, baked: 40, soaked: 30, litre: 15, gram: 0.08 };

/**
 * What the wash of a coil comes to, all in minutes, so that speed and care weigh against each other as on a visit.
 * @param pack as it was left
 * @param way the plan for it, whose label says how long foam may stand
 * @returns minutes by cause
 * @example washCost(newPack(PRACTICE_CASES[0], 1), planWay(PRACTICE_CASES[0])).work // 0
 */
export function washCost(pack: FinPack, way: PlanWay): WashCost {
  const cellM2 = pack.cellWidthM * pack.cellHeightM;
  const most = way.dwellS ? way.dwellS.most : 600;
  let [bent, baked, soaked] = [0, 0, 0];
  for (let cell = 0; cell < pack.face; cell += 1) {
    bent += pack.bent[cell] as number;
    if ((pack.soakedS[cell] as number) > most * 1.25) soaked += 1;
    for (let z = 0; z < pack.rows; z += 1)
      if (pack.baked[z * pack.face + cell]) {
        baked += 1;
        break;
      }
  }
  const cost = {
    work: pack.seconds / 60,
    again: (soilG(pack) / SOIL_G_PER_DEPTH) * MINUTES.depth + lightGrade(pack) * MINUTES.grade,
    comb: bent * cellM2 * MINUTES.comb,
    baked: baked * cellM2 * MINUTES.baked,
    soaked: soaked * cellM2 * MINUTES.soaked,
    spill: pack.spilledL * MINUTES.litre,
    inside: pack.gone.inside * MINUTES.gram,
  };
  return { ...cost, total: Object.values(cost).reduce((sum, part) => sum + part, 0) };
}
