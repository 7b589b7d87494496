import type { FinPack } from './finPack';
import type { Touch } from './tools';

// By name: looked up once, not for each cell of each second.
const { abs, exp, min, PI, sin } = Math;

/** Share of felt that each dry tool takes in a second, dry and wet, and of what is loose in the row that it reaches. Judgment. */
const TAKES = {
  vacuum: { dry: 0.6, wet: 0.05, loose: 0.12 },
  brush: { dry: 0.4, wet: 0.06, loose: 0.03 },
  blower: { dry: 0.35, wet: 0.02, loose: 0.08 },
} as const;
/** A brush pushed across fins folds so much of them in a second, on fins that bear so much, kPa. Judgment. */
const BRUSH_FOLDS = { share: 0.25, ofKPa: 60 };

/**
 * A dry tool on one cell: felt and what is loose comes away, dry far better than wet; a brush across the fins folds them.
 * A blower wants the inside, to push back the way the air came; the others want the side that the felt is on.
 */
export function liftCell(pack: FinPack, touch: Touch, tool: keyof typeof TAKES, cell: number, weight: number, dt: number): void {
  const { face, rows, traits, mat, loose, gone } = pack;
  const takes = TAKES[tool];
  const cells = face * rows;
  const wet = pack.matWet[cell] as number;
  const reaches = touch.side === 'outside' || tool === 'blower';
  const rate = reaches ? takes.dry * (1 - wet) + takes.wet * wet : 0;
  const z = touch.side === 'outside' ? 0 : rows - 1;
  const dryness = 1 - (pack.water[z * face + cell] as number);
  const felt = 1 - exp(-rate * weight * dt);
  const row = 1 - exp(-takes.loose * dryness * weight * dt);
  // What a blower sends the way of the air ends in the cabinet.
  const to = tool === 'blower' ? (touch.side === 'inside' ? 'ground' : 'inside') : 'lifted';
  for (let k = 0; k < traits.length; k += 1) {
    const [m, l] = [k * face + cell, k * cells + z * face + cell];
    const [off, out] = [(mat[m] as number) * felt, (loose[l] as number) * row];
    mat[m] = (mat[m] as number) - off;
    loose[l] = (loose[l] as number) - out;
    gone[to] += off + out;
  }
  pack.matFoam[cell] = (pack.matFoam[cell] as number) * (1 - felt);
  if (tool === 'brush') {
    const across = sin((min(90, abs(touch.acrossDeg ?? 0)) * PI) / 180);
    const folds = BRUSH_FOLDS.share * across * (BRUSH_FOLDS.ofKPa / (pack.bendsKPa[cell] as number)) * weight * dt;
    pack.bent[cell] = min(1, (pack.bent[cell] as number) + folds);
  }
}
