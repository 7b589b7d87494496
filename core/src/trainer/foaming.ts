import type { FinPack } from './finPack';
import { POTENCY, STEP_SHARE, type Touch } from './tools';

// By name: looked up once, not for each cell of each second.
const { exp, max, min } = Math;

/** Foam that a second on one place brings, and what of it comes past felt and past a row. Judgment. */
const BRINGS = 1.2;
const PAST_FELT = 1.5;
const PAST_A_ROW = 0.6;
/** Skin of foam that is not the outermost dries this much slower. Judgment. */
const SHELTERED = 0.35;
/** What of loose soil sticks again where foam dries, and how much slower foam works there afterwards. Judgment. */
const BAKES = 0.6;
const BAKED_RATE = 0.4;

/** Foam on one cell from one side, as far as felt and rows let it. */
export function foamCell(pack: FinPack, touch: Touch, cell: number, weight: number, dt: number, perG: number): void {
  const { face, rows, traits, mat } = pack;
  const strength = POTENCY[touch.chemistry ?? 'water'] * STEP_SHARE[touch.step ?? 'medium'];
  let comes = min(1, BRINGS * weight * dt);
  if (touch.side === 'outside') {
    let felt = 0;
    for (let k = 0; k < traits.length; k += 1) felt += mat[k * face + cell] as number;
    const past = exp(-PAST_FELT * felt * perG);
    pack.matFoam[cell] = min(1, (pack.matFoam[cell] as number) + comes * (1 - past));
    comes *= past;
    pack.matWet[cell] = 1;
  }
  for (let i = 0; i < rows; i += 1) {
    const at = (touch.side === 'outside' ? i : rows - 1 - i) * face + cell;
    const had = pack.foam[at] as number;
    if (comes > 0.02) {
      // Fresh foam over old begins its time again only as far as it is new.
      const has = min(1, had + comes);
      const fresh = has > 0 ? (has - had) / has : 0;
      pack.strength[at] = max(strength, (pack.strength[at] as number) * (1 - fresh));
      pack.foamAgeS[at] = (pack.foamAgeS[at] as number) * (1 - fresh);
      pack.dryness[at] = 0;
      pack.foam[at] = has;
      pack.water[at] = 1;
    }
    comes *= PAST_A_ROW;
  }
}

/** Mist keeps foam from drying, from the side that it comes from. */
export function mistCell(pack: FinPack, touch: Touch, cell: number): void {
  const { face, rows } = pack;
  pack.dryness[(touch.side === 'outside' ? 0 : rows - 1) * face + cell] = 0;
  if (touch.side === 'outside') pack.matWet[cell] = 1;
}

/** A second of standing: foam loosens and dries, water loosens a little, and dries too. */
export function standSecond(pack: FinPack): void {
  const { face, rows, traits, loose, bound, foam, dryness, dryS } = pack;
  const cells = face * rows;
  for (let z = 0; z < rows; z += 1) {
    const skin = z === 0 ? 1 / dryS.outside : (z === rows - 1 ? 1 : SHELTERED) / dryS.inside;
    for (let cell = 0; cell < face; cell += 1) {
      const at = z * face + cell;
      const stands = foam[at] as number;
      const wet = pack.water[at] as number;
      if (stands <= 0 && wet <= 0) continue;
      const slow = pack.baked[at] ? BAKED_RATE : 1;
      const strength = stands * (pack.strength[at] as number);
      for (let k = 0; k < traits.length; k += 1) {
        const kind = traits[k];
        const i = k * cells + at;
        const sticks = bound[i] as number;
        if (!kind || sticks <= 0) continue;
        const rate = kind.byFoam * strength * slow + kind.byWater * wet;
        const lets = (sticks * rate) / (1 + rate);
        bound[i] = sticks - lets;
        loose[i] = (loose[i] as number) + lets;
      }
      pack.water[at] = max(0, wet - skin * 0.5);
      if (stands <= 0) continue;
      pack.foamAgeS[at] = (pack.foamAgeS[at] as number) + 1;
      pack.soakedS[cell] = max(pack.soakedS[cell] as number, pack.foamAgeS[at]);
      dryness[at] = (dryness[at] as number) + skin;
      if (dryness[at] < 1) continue;
      pack.baked[at] = 1;
      foam[at] = 0;
      for (let k = 0; k < traits.length; k += 1) {
        const i = k * cells + at;
        const sticks = (loose[i] as number) * BAKES;
        loose[i] = (loose[i] as number) - sticks;
        bound[i] = (bound[i] as number) + sticks;
      }
    }
  }
}
