import type { FigureSetting, Uncertain } from '../airside';
import { isBeyondDoubt } from '../airside/uncertain';
import { inHeating, judgeable, QUANTITIES, type ReadingSet } from '../readings';
import type { EdgeName } from '../units';
import { devicesOf } from './devices';
import { heatingLines, type HeatingId } from './heatingLines';
import { plainLines, type PlainId } from './plainLines';
import { repeatable, SIGN_IDS, SIGNS, signsRead, type SignId } from './signs';
import { conditionsOf, modelled, type Conditions } from './unitModel';

/** What a line says. `explained`: it moved as the model says it must, and is neither good nor bad by itself. */
export type LineVerdict = 'better' | 'same' | 'worse' | 'explained' | 'not-comparable';

/** One figure before and after. */
export interface ComparedLine {
  sign: SignId | PlainId | HeatingId;
  name: string;
  edge: EdgeName;
  before: Uncertain;
  after: Uncertain;
  /** What of the change is not the weather’s: after less before, less what the model says the air did. */
  effect: Uncertain;
  /** What the change of air alone would have done; 0 where the air was the same. */
  byAir: number;
  verdict: LineVerdict;
  why: string;
}

/** What the wash did, line by line. */
export interface BeforeAfter {
  lines: ComparedLine[];
  /** The air was near enough the same; or both were held against the model; or neither can be. */
  way: 'same-air' | 'model' | 'dry-bulb' | 'none';
  /** Why not, or what was done about it, a sentence. */
  why: string;
  /** The verdict as a whole: by what cooling, lift and power say, never by the drop. */
  whole: 'better' | 'same' | 'worse' | 'open';
}

/** Which way is better; 0 where it is neither by itself. */
const BETTER: Record<SignId, 1 | -1 | 0> = {
  evaporating: 0,
  superheat: 0,
  condensingOver: -1,
  subcooling: 0,
  discharge: 0,
  outdoorRise: -1,
  drop: 0,
  watts: -1,
  coilStatic: -1,
  capacity: 1,
  dried: 0,
  condensate: 0,
  recirculation: -1,
};

/** Air this near counts as the same, K. Common practice, no source. */
const SAME_OUTDOOR_K = 2;
const SAME_RETURN_K = 1.5;
const SAME_WET_K = 0.8;
/** What the model says that the air did may be off by this share. Judgment. */
const MODEL_SHARE = 0.25;

const NEITHER: Partial<Record<SignId, string>> = {
  dried: 'More air over the coil takes less water out of each pound of it: good or bad only beside the rest.',
  condensate: 'It goes with the damp of the house as much as with the cooling.',
  drop: 'The drop falls when more air flows, though more is cooled: it is no measure of the wash.',
  evaporating: 'It rises with the air over the indoor coil; good or bad only beside the rest.',
  superheat: 'Good or bad only beside its target.',
  subcooling: 'Good or bad only beside the plate.',
  discharge: 'It follows the lift; good or bad only beside the rest.',
};

const near = (a: Conditions, b: Conditions): boolean =>
  Math.abs(a.outdoorC - b.outdoorC) <= SAME_OUTDOOR_K &&
  Math.abs(a.returnC - b.returnC) <= SAME_RETURN_K &&
  Math.abs(a.returnWetBulbC - b.returnWetBulbC) <= SAME_WET_K;

/** What can be compared by dry bulb alone, with what an unknown change of humidity may do to it, as a share. Judgment, by the system model. */
const DRY_SIGNS: Partial<Record<SignId, number>> = { condensingOver: 0.05, outdoorRise: 0.04, coilStatic: 0, recirculation: 0 };

/** Read while it heats: the coils have changed their parts. */
const HEATING_WORDS = 'Read while it heats: air rise, watts and outdoor air are shown. Cooling is not judged.';

/** Outdoor and return air much the same by dry bulb. */
const nearDry = (a: ReadingSet, b: ReadingSet): boolean => {
  const apart = (id: 'outdoorIn' | 'returnDb') => Math.abs((a[id]?.value ?? NaN) - (b[id]?.value ?? NaN));
  return apart('outdoorIn') <= SAME_OUTDOOR_K && apart('returnDb') <= SAME_RETURN_K;
};

/** Doubt of a difference between two readings with the same probes: what changes from one to the next, not what is off in both. */
function repeatDoubt(sign: SignId, set: ReadingSet): number {
  const slope = (id: (typeof SIGNS)[SignId]['needs'][number]) => (QUANTITIES[id].edge === 'pressure' ? 1 / 25 : 1);
  if (sign === 'capacity') return 0.25;
  return Math.hypot(...SIGNS[sign].needs.map((id) => (set[id] ? repeatable(id) * slope(id) : 0)));
}

/**
 * Before against after, line by line. Where the air was not the same both are held against what the clean unit would do in its own air, and the shift of
 * what is left over is the effect.
 * @param before readings before the wash
 * @param after readings after it
 * @param setting what the unit is
 * @returns every figure that was read both times with its effect and what that says; lines are empty where nothing was read twice
 * @example beforeAfter({}, {}, { refrigerant: 'R-410A', metering: 'unknown', era: 'unknown', btuh: 36000, pressureKPa: 101.325, ratedA: null }).whole // 'open'
 */
export function beforeAfter(before: ReadingSet, after: ReadingSet, setting: FigureSetting): BeforeAfter {
  const [was, is] = [judgeable(before, setting.heats), judgeable(after, setting.heats)];
  const heating = inHeating(before, setting.heats) || inHeating(after, setting.heats);
  const [readBefore, readAfter] = [signsRead(was, setting), signsRead(is, setting)];
  const [airBefore, airAfter] = [conditionsOf(was, setting), conditionsOf(is, setting)];
  const sameAir = airBefore !== null && airAfter !== null && near(airBefore, airAfter);
  const byModel =
    airBefore && airAfter && !sameAir
      ? devicesOf(setting).flatMap(({ device, share }) => {
          const of = { ...setting, metering: device };
          const [cleanBefore, cleanAfter] = [modelled(of, airBefore), modelled(of, airAfter)];
          return cleanBefore && cleanAfter ? [{ before: cleanBefore, after: cleanAfter, share }] : [];
        })
      : [];
  const way: BeforeAfter['way'] = heating
    ? 'none'
    : sameAir
      ? 'same-air'
      : byModel.length > 0
        ? 'model'
        : nearDry(was, is)
          ? 'dry-bulb'
          : 'none';
  const lines: ComparedLine[] = SIGN_IDS.flatMap((sign) => {
    const [first, second] = [readBefore[sign], readAfter[sign]];
    if (!first || !second) return [];
    const { name, edge, needs, model } = SIGNS[sign];
    // What the air did; where the plate does not tell the metering device, with each, and how far they differ is in doubt.
    const moves = byModel.map(({ before: clean, after: later, share }) => ({ by: model(later) - model(clean), share }));
    const byAir = moves.reduce((sum, { by, share }) => sum + by * share, 0);
    const apart = Math.sqrt(moves.reduce((sum, { by, share }) => sum + share * (by - byAir) ** 2, 0));
    const effect = {
      value: second.value - first.value - byAir,
      u: Math.hypot(
        repeatDoubt(sign, was),
        repeatDoubt(sign, is),
        byAir * MODEL_SHARE,
        apart,
        way === 'dry-bulb' ? (DRY_SIGNS[sign] ?? 0) * Math.abs(first.value) : 0,
      ),
    };
    const unsteady = needs.some((id) => was[id]?.steady === false || is[id]?.steady === false);
    const said = unsteady
      ? ({ verdict: 'not-comparable', why: 'One of them was taken before the system had come to rest.' } as const)
      : way === 'none' || (way === 'dry-bulb' && DRY_SIGNS[sign] === undefined)
        ? ({ verdict: 'not-comparable', why: 'The air was not the same, or not measured, both times.' } as const)
        : verdictOf(sign, effect);
    return [{ sign, name, edge, before: first, after: second, effect, byAir, ...said }];
  });
  // They are told, and decide nothing.
  const why = heating ? HEATING_WORDS : WAY_WORDS[way];
  return {
    lines: heating ? [...heatingLines(was, is), ...plainLines(was, is, false)] : [...lines, ...plainLines(was, is, sameAir)],
    way,
    why,
    whole: wholeOf(heating ? [] : lines),
  };
}

const WAY_WORDS: Record<BeforeAfter['way'], string> = {
  'same-air': 'Outdoor and return air were much the same both times.',
  model:
    'The air was not the same: what the model says it did is taken off each change. The model is a stand-in for this unit, with a quarter of its share in doubt.',
  'dry-bulb':
    'Humidity is missing: cooling and moisture cannot be compared. Outdoor and return air were much the same, so the outdoor coil can.',
  none: 'Outdoor air, return air and its wet bulb are needed both times before anything can be compared.',
};

function verdictOf(sign: SignId, { value, u }: Uncertain): { verdict: LineVerdict; why: string } {
  const neither = NEITHER[sign];
  if (neither !== undefined) return { verdict: 'explained', why: neither };
  if (!isBeyondDoubt({ value, u })) return { verdict: 'same', why: 'The change is within what the instruments can tell.' };
  const better = Math.sign(value) === BETTER[sign];
  return {
    verdict: better ? 'better' : 'worse',
    why: better ? 'The change is more than the instruments’ doubt.' : 'It moved the wrong way by more than the instruments’ doubt.',
  };
}

/** Lines that decide, weightiest first. */
const DECIDING: readonly SignId[] = ['capacity', 'condensingOver', 'watts', 'coilStatic', 'outdoorRise'];

function wholeOf(lines: readonly ComparedLine[]): BeforeAfter['whole'] {
  const said = DECIDING.flatMap((sign) => lines.filter((line) => line.sign === sign && line.verdict !== 'not-comparable'));
  if (said.length === 0) return 'open';
  const deciding = said.find((line) => line.verdict === 'better' || line.verdict === 'worse');
  return deciding ? (deciding.verdict as 'better' | 'worse') : 'same';
}

/** What a compared line says. */
export const LINE_WORDS: Record<ComparedLine['verdict'], string> = {
  better: 'better',
  same: 'the same',
  worse: 'worse',
  explained: 'no measure',
  'not-comparable': 'not comparable',
};

/** What the comparison says as a whole. */
export const WHOLE_WORDS: Record<BeforeAfter['whole'], string> = {
  better: 'The wash shows: better.',
  same: 'No change that these readings can show.',
  worse: 'Worse than before.',
  open: 'Not comparable yet.',
};
