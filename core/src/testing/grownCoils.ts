import { normals, uniforms } from '../random';
import { growthBand, grownIn, learnGrowth, monthsToLoaded, priorGrowth } from '../interval/regrowth';

/**
 * How often the bands of growth hold what they say, over coils drawn from what is believed before any visit, each after none to five visits.
 * @param coils how many
 * @param seed of the draw
 * @returns shares of the coils that the band of half and the band of nine in ten held
 * @example coverage(1, 1).half <= 1 // true
 */
export function coverage(coils: number, seed: number): { half: number; most: number } {
  const uniform = uniforms(seed);
  const normal = normals(uniform);
  const prior = priorGrowth(10);
  const held = { half: 0, most: 0 };
  for (let n = 0; n < coils; n += 1) {
    // Spread of one visit: an inverse gamma of whole shape, so a sum of exponentials.
    const gamma = -(Math.log(uniform()) + Math.log(uniform()) + Math.log(uniform()));
    const variance = prior.scale / gamma;
    const rate = prior.perMonth + normal() * Math.sqrt(variance / prior.weight);
    const grow = (months: number, looks = 1) => rate * months + normal() * Math.sqrt(variance / looks);
    let belief = prior;
    for (let visit = 0; visit < n % 6; visit += 1) {
      const months = 3 + 6 * uniform();
      const looks = visit % 2 === 0 ? 1 : 0.5 + 2 * uniform();
      belief = learnGrowth(belief, { months, grown: grow(months, looks), looks });
    }
    const months = 30;
    // A coil is not found below clear, and no band goes there.
    const found = Math.max(0, 2 + grow(months));
    const inside = (share: number) => {
      const { low, high } = growthBand(belief, 2, months, share, true);
      return found >= low && found <= high;
    };
    if (inside(0.5)) held.half += 1;
    if (inside(0.9)) held.most += 1;
  }
  return { half: held.half / coils, most: held.most / coils };
}

/** How the coils of one class differ, and how dusty their town is beside what is usual. */
export interface Town {
  /** Standard deviation of a coil’s rate over the mean of its class. */
  differ: number;
  dust: number;
}

/**
 * How often the day on which a coil is loaded lies in the band of nine in ten, over coils that differ as a town’s do and that are graded in whole grades, up
 * to packed.
 * @param town of the coils
 * @param visits that taught each
 * @param coils how many
 * @param seed of the draw
 * @returns share of the coils
 * @example heldIn({ differ: 0.3, dust: 1 }, 1, 10, 1) > 0.5 // true
 */
export function heldIn({ differ, dust }: Town, visits: number, coils: number, seed: number): number {
  const uniform = uniforms(seed);
  const normal = normals(uniform);
  const spread = Math.sqrt(Math.log(1 + differ ** 2));
  let held = 0;
  for (let n = 0; n < coils; n += 1) {
    let belief = priorGrowth(10);
    const rate = (2 / 10) * dust * Math.exp(spread * normal() - spread ** 2 / 2);
    for (let visit = 0; visit < visits; visit += 1) {
      const months = 4 + 8 * uniform();
      const found = Math.min(4, Math.max(0, Math.round(rate * months + 0.5 * normal())));
      belief = learnGrowth(belief, { months, grown: grownIn({ from: '', to: '', left: 0, found }) });
    }
    const { early, late } = monthsToLoaded(belief, 0, 0.9);
    if (2 / rate >= early && 2 / rate <= late) held += 1;
  }
  return held / coils;
}
