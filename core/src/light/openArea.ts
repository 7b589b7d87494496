import { GRADE_TABLE, type Grade } from '../survey';
import { aspectOf, cameraMoved, projectionOf } from './corners';
import { fallOff, TILES, type Factor, type FallOff } from './fallOff';
import { LIGHT_COLUMNS, LIGHT_ROWS, type LightDoubt, type LightMark, type LightMeasured } from './kept';
import { otsu, type Split } from './otsu';
import { sampleAround, sampleCard, sampleCoil, type Bitmap, type CoilSamples } from './samples';

// By name: looked up once, not for each of a million samples.
const { cbrt, floor, max, min, round, sqrt } = Math;

/** Both pictures together. */
export interface LightPair {
  before: LightMeasured | null;
  after: LightMeasured | null;
  /** Whether one may be taken from the other. */
  comparable: boolean;
}

/** Samples over a coil at most: more tell no more, and take longer. */
const MOST_SAMPLES = 900_000;
/** So often is the flashlight levelled. */
const LEVELLED = 6;
/** Below these a split is one level with noise, or light that is no torch's. */
const LEAST_SEPARABILITY = 0.78;
const LEAST_CONTRAST = 2.2;
/** A room darker than this is dark, as a share of white. */
const DIM = 0.05;
/** Of what is bright, the share that may be blown. */
const MOST_BLOWN = 0.5;
/** A card has to be within these shares of white, and this even. */
const CARD = { least: 0.02, most: 0.9, spread: 0.25, blown: 0.02 };
/** A threshold may stand this share of the way between dark and bright to either side: what the doubt is reckoned over. */
const SWING = 0.15;
/** A share that moves with the threshold by more points than this is no measurement: the rim of the coil is too dark. Judgment, held against drawn pictures. */
const MOST_DOUBT = 4;

/** Lightness of a luminance (CIE 1976 L*, as a share of white; from memory): noise and edges are about as large in dark as in bright. */
const lightness = (y: number) => (y > 0.008856 ? 1.16 * cbrt(y) - 0.16 : 9.033 * y);
const luminanceOf = (l: number) => (l > 0.08 ? ((l + 0.16) / 1.16) ** 3 : l / 9.033);

/** Share of the darkest samples that tell how dark what is blocked is. */
const DARKEST = 0.02;
/** What is blocked stays below this share of the threshold once it is levelled. */
const MOST_LIFTED = 0.75;
/** Points of a net over the coil, along each side, at which that is looked at. */
const UNLIT_NET = 24;
/** Light so faint, of that in the middle, is a guess where no open slot shows it. */
const FAINT = 0.35;
/** Share of a coil on which what is blocked may be lifted so far, and on which faint light may be a guess. */
const MOST_LIT = { lifted: 0.02, guessed: 0.08 };

/** How much of the coil gets too little light to judge, over what may: above 1 the picture does not tell. @param threshold luminance, levelled */
function unlit({ luminance }: CoilSamples, { factor, shown }: FallOff, threshold: number): number {
  const some = luminance.filter((_, at) => at % 37 === 0).sort();
  const dark = some[floor(some.length * DARKEST)] ?? 0;
  let [lifted, guessed] = [0, 0];
  for (let row = 0; row < UNLIT_NET; row += 1)
    for (let column = 0; column < UNLIT_NET; column += 1) {
      const [u, v] = [(column + 0.5) / UNLIT_NET, (row + 0.5) / UNLIT_NET];
      const light = factor(u, v);
      if (dark > MOST_LIFTED * threshold * light) lifted += 1;
      if (light < FAINT && !shown.has(floor(v * TILES) * TILES + floor(u * TILES))) guessed += 1;
    }
  return max(lifted / MOST_LIT.lifted, guessed / MOST_LIT.guessed) / UNLIT_NET ** 2;
}

interface Looked {
  samples: CoilSamples;
  /** Lightness, levelled for the torch's fall-off. */
  level: Float32Array;
  split: Split | null;
  card: number | null;
  doubts: LightDoubt[];
}

const levelled = ({ columns, rows, luminance }: CoilSamples, factor: Factor | null) => {
  const level = new Float32Array(luminance.length);
  for (let row = 0; row < rows; row += 1)
    for (let column = 0; column < columns; column += 1) {
      const at = row * columns + column;
      level[at] = lightness((luminance[at] as number) / (factor ? factor((column + 0.5) / columns, (row + 0.5) / rows) : 1));
    }
  return level;
};

const medianOf = (values: number[]) => [...values].sort((a, b) => a - b)[floor(values.length / 2)];

/** A pixel on the edge of a slot mixes light, not lightness: half of it is open where its luminance is half way. */
const halfway = (split: Split | null): Split | null =>
  split && { ...split, threshold: lightness((luminanceOf(split.dark) + luminanceOf(split.bright)) / 2) };

function look(bitmap: Bitmap, mark: LightMark, told?: (share: number) => void): Looked {
  const project = projectionOf(mark.corners);
  const aspect = aspectOf(mark.corners, bitmap.width / bitmap.height);
  const seen = bitmap.width * bitmap.height;
  const count = max(10_000, min(MOST_SAMPLES, seen));
  const rows = max(16, round(sqrt(count / aspect)));
  const columns = max(16, round(count / rows));
  const samples = sampleCoil(bitmap, project, columns, rows, told);
  const around = sampleAround(bitmap, project);
  let level = levelled(samples, null);
  let fall: FallOff | null = null;
  // Again and again: each split is by a threshold that what was not levelled yet has bent. First a plane, then what bends it.
  for (let time = 0; time < LEVELLED; time += 1) {
    const split = otsu(level);
    if (!split) break;
    const now = level;
    const found = fallOff(samples, (_, at) => (now[at] as number) > split.threshold, time > 0);
    if (!found) break;
    level = levelled(samples, found.factor);
    fall = found;
  }
  const doubts: LightDoubt[] = [];
  const split = halfway(otsu(level));
  let card: number | null = null;
  if (mark.card) {
    const read = sampleCard(bitmap, mark.card);
    if (read.luminance < CARD.least || read.luminance > CARD.most || read.spread > CARD.spread || read.blown > CARD.blown)
      doubts.push('card');
    else card = read.luminance;
  }
  if (split) {
    let bright = 0;
    let blown = 0;
    for (let i = 0; i < level.length; i += 1)
      if ((level[i] as number) > split.threshold) {
        bright += 1;
        blown += samples.blown[i] as number;
      }
    if (blown > bright * MOST_BLOWN) doubts.push('blown');
    const dark = luminanceOf(split.dark);
    const lit = luminanceOf(split.bright);
    const room = medianOf(around) ?? 0;
    if (room > DIM && lit < room * LEAST_CONTRAST) doubts.push('daylight');
    else if (split.separability < LEAST_SEPARABILITY || lit < dark * LEAST_CONTRAST) doubts.push('no-split');
    else if (fall && unlit(samples, fall, luminanceOf(split.threshold)) > 1) doubts.push('uneven');
  } else doubts.push('no-split');
  return { samples, level, split, card, doubts };
}

/** Above a threshold of lightness: the whole, each cell, and how it moves with the threshold. */
function shares({ samples: { columns, rows }, level }: Looked, split: Split): { openPct: number; doubtPoints: number; cells: number[] } {
  const counts = new Float64Array(LIGHT_COLUMNS * LIGHT_ROWS);
  const open = new Float64Array(LIGHT_COLUMNS * LIGHT_ROWS);
  const swing = SWING * (split.bright - split.dark);
  let lower = 0;
  let higher = 0;
  for (let row = 0; row < rows; row += 1)
    for (let column = 0; column < columns; column += 1) {
      const value = level[row * columns + column] as number;
      const cell = floor((row / rows) * LIGHT_ROWS) * LIGHT_COLUMNS + floor((column / columns) * LIGHT_COLUMNS);
      counts[cell]! += 1;
      if (value > split.threshold) open[cell]! += 1;
      if (value > split.threshold - swing) lower += 1;
      if (value > split.threshold + swing) higher += 1;
    }
  const n = columns * rows;
  return {
    openPct: (open.reduce((sum, each) => sum + each, 0) / n) * 100,
    doubtPoints: max(1, ((lower - higher) / n) * 50),
    cells: Array.from(open, (each, i) => (each / max(1, counts[i]!)) * 100),
  };
}

/** The split of another picture, at this one's exposure. */
const borrowed = (split: Split, factor: number): Split => {
  const at = (level: number) => lightness(luminanceOf(level) * factor);
  return { ...split, threshold: at(split.threshold), dark: at(split.dark), bright: at(split.bright) };
};

function measured(own: Looked, other: Looked | null): LightMeasured {
  const lent =
    own.doubts.includes('no-split') && other?.split && own.card !== null && other.card !== null && other.doubts.length === 0
      ? borrowed(other.split, own.card / other.card)
      : null;
  const doubts = lent ? own.doubts.filter((doubt) => doubt !== 'no-split') : own.doubts;
  const split = lent ?? own.split;
  const told = {
    threshold: split?.threshold ?? 0,
    separability: own.split?.separability ?? 0,
    by: lent ? ('card' as const) : ('own' as const),
    doubts,
  };
  // A card that cannot be read spoils nothing where it is not needed.
  const nothing = { openPct: null, doubtPoints: 0, cells: [] };
  if (!split || doubts.some((doubt) => doubt !== 'card')) return { ...nothing, ...told };
  const found = shares(own, split);
  if (!lent && found.doubtPoints > MOST_DOUBT) return { ...nothing, ...told, doubts: [...doubts, 'uneven'] };
  return { ...found, ...told };
}

/** A picture with what was marked on it. */
export interface LightPicture {
  bitmap: Bitmap;
  mark: LightMark;
}

/**
 * How much of a coil lets the light of a torch through, before and after: perspective taken out by the marked corners, the torch's fall-off levelled,
 * dark split from bright by Otsu's threshold. Where a picture is all of one level it is judged by the other's threshold, if a grey card makes the two
 * exposures one.
 * @param before picture as found, or null
 * @param after picture as left, or null
 * @param told how far it is, 0 to 1
 * @returns shares in %, or what keeps them from being told
 * @throws CoreError `corners` that cross, lie in a line, or outside the picture
 * @example measureLight(null, null) // { before: null, after: null, comparable: false }
 */
export function measureLight(before: LightPicture | null, after: LightPicture | null, told?: (share: number) => void): LightPair {
  const pictures = [before, after];
  const count = pictures.filter(Boolean).length;
  let past = 0;
  const [first, second] = pictures.map((picture) => {
    if (!picture) return null;
    const looked = look(picture.bitmap, picture.mark, (share) => told?.((past + share) / count));
    past += 1;
    return looked;
  }) as [Looked | null, Looked | null];
  const aspect = ({ bitmap }: LightPicture) => bitmap.width / bitmap.height;
  const moved =
    before !== null &&
    after !== null &&
    cameraMoved({ corners: before.mark.corners, aspect: aspect(before) }, { corners: after.mark.corners, aspect: aspect(after) });
  const [found, left] = [first && measured(first, second), second && measured(second, first)];
  if (moved) left?.doubts.push('moved');
  const known = (of: LightMeasured | null) => of !== null && of.openPct !== null;
  return { before: found, after: left, comparable: !moved && known(found) && known(left) };
}

/**
 * The grade that an open share would be.
 * @param openPct share of the light, %
 * @returns grade 0 to 4 by the light test's scale
 * @example gradeOfLight(38) // 2
 */
export function gradeOfLight(openPct: number): Grade {
  return GRADE_TABLE.find(({ lightPct: [least] }) => openPct >= least)?.grade ?? 4;
}
