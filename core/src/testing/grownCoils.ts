import { normals, uniforms } from '../random';
import { growthBand, learnGrowth, priorGrowth } from '../interval/regrowth';

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
    const found = 2 + grow(months);
    const inside = (share: number) => {
      const { low, high } = growthBand(belief, 2, months, share, true);
      return found >= low && found <= high;
    };
    if (inside(0.5)) held.half += 1;
    if (inside(0.9)) held.most += 1;
  }
  return { half: held.half / coils, most: held.most / coils };
}
