import { requireInRange, requirePositive } from '../errors';
import { arithmetic, commonPractice, fromMemory, type Because } from '../because';

/** Water kept by fins, kg/m² of fin surface: middle of 0.10–0.15, condensate-retention studies on plain fins (from memory). */
export const RETAINED_FILM_KG_M2 = { low: 0.1, mid: 0.125, high: 0.15 } as const;
/** Liquid that foam carries, as a share of a full wet film: middle of 0.5–0.7. Common practice, no source. */
export const FOAM_SHARE = { low: 0.5, mid: 0.6, high: 0.7 } as const;
/** Run-off, what stays in the gun, second patches. Common practice, no source. */
export const WASTE_FACTOR = 1.4;
/** Share of the first pass that each further one takes. Common practice, no source. */
export const FURTHER_PASS_SHARE = 0.25;

/** What each further row takes beside the first: foam reaches it less. Common practice, no source. */
const ROW_SHARES = [1, 1.4, 1.7] as const;

/**
 * Rows as the mix counts them: the first whole, the others less.
 * @param rows how many rows deep, 1–3
 * @returns factor on what one row takes
 * @throws CoreError out-of-range `rows`
 * @example rowShare(2) // 1.4
 */
export function rowShare(rows: number): number {
  requireInRange('rows', rows, 1, 3);
  return ROW_SHARES[Math.round(rows) - 1] ?? 1;
}

export interface SolutionInput {
  /** Fin surface that foam wets: inner rows at their share, m². */
  finSurfaceM2: number;
  applied: 'foam' | 'wet';
  /** Whole passes expected; those after the first go only where the torch still shows dark. */
  passes: number;
}

export interface SolutionVolume {
  litres: number;
  lowL: number;
  highL: number;
  because: Because;
}

/**
 * Ready mix needed for a coil, L: fin surface × retained film × share carried × waste × rounds; density taken as 1 kg/L.
 * `lowL` and `highL` are the ends of the film itself, without waste.
 * @param input fin surface, m²; how it goes on; passes, 1 to 4
 * @returns ready mix, L, with its reasons
 * @throws CoreError out-of-range `finSurfaceM2` | `passes` (1–4)
 * @example solutionVolume({ finSurfaceM2: 30, applied: 'foam', passes: 1 }).litres > 0 // true
 */
export function solutionVolume({ finSurfaceM2, applied, passes }: SolutionInput): SolutionVolume {
  requirePositive('finSurfaceM2', finSurfaceM2);
  requireInRange('passes', passes, 1, 4);
  const rounds = 1 + FURTHER_PASS_SHARE * (passes - 1);
  const share = applied === 'foam' ? FOAM_SHARE : { low: 1, mid: 1, high: 1 };
  const litres = finSurfaceM2 * RETAINED_FILM_KG_M2.mid * share.mid * WASTE_FACTOR * rounds;
  return {
    litres,
    lowL: finSurfaceM2 * RETAINED_FILM_KG_M2.low * share.low * rounds,
    highL: finSurfaceM2 * RETAINED_FILM_KG_M2.high * share.high * rounds,
    because: {
      id: 'solution-volume',
      title: 'How much mix',
      result: { label: 'Ready mix', quantity: { kind: 'volume', litres } },
      inputs: [
        { label: 'Fin surface, inner rows at less', quantity: { kind: 'area', m2: finSurfaceM2 } },
        { label: 'Film the fins keep', quantity: { kind: 'filmMass', kgM2: RETAINED_FILM_KG_M2.mid } },
        { label: 'Carried as', text: applied === 'foam' ? `foam, × ${FOAM_SHARE.mid}` : 'wet spray' },
        { label: 'Waste', text: `× ${WASTE_FACTOR}` },
        { label: 'Passes', quantity: { kind: 'count', value: passes } },
      ],
      rules: [
        {
          id: 'volume.film',
          because: 'Fins hold a film of 0.10 to 0.15 kg on each square metre.',
          source: fromMemory('Condensate-retention studies on plain fins'),
        },
        {
          id: 'volume.foam',
          because: 'Foam carries half to seven tenths of a full wet film; run-off and what stays in the gun add four tenths.',
          source: commonPractice,
        },
        {
          id: 'volume.passes',
          because: 'A further pass goes only where the torch still shows dark: a quarter of the first.',
          source: commonPractice,
        },
        { id: 'volume.product', because: 'Surface × film × share × waste, and a quarter more for each further pass.', source: arithmetic },
      ],
      changes: ['Wet spray instead of foam takes about two thirds more.', 'A second pass over everything doubles it.'],
    },
  };
}

/** Face and row that one can of foam covers, m²: about half to one whole face set of a small condenser. Common practice, no source. */
export const CAN_YIELD_M2 = 0.75;
/** Fewer uses than this say nothing yet of what a can covers. */
const LEAST_USES = 2;

/** One use of cans on one coil. */
export interface CanUse {
  cans: number;
  /** Face area times rows that they covered, m². */
  coveredM2: number;
}

/**
 * What a can really covers, from use: the middle of what past coils took.
 * @param uses one for each coil that cans were used on
 * @returns m² of face and row a can; null while there are too few uses
 * @throws CoreError out-of-range `cans` | `coveredM2`
 * @example learnedCanYield([{ cans: 2, coveredM2: 1.2 }, { cans: 1, coveredM2: 0.8 }]) // 0.7
 */
export function learnedCanYield(uses: readonly CanUse[]): number | null {
  const yields = uses
    .map(({ cans, coveredM2 }) => requirePositive('coveredM2', coveredM2) / requirePositive('cans', cans))
    .sort((a, b) => a - b);
  if (yields.length < LEAST_USES) return null;
  const middle = (yields.length - 1) / 2;
  return ((yields[Math.floor(middle)] ?? 0) + (yields[Math.ceil(middle)] ?? 0)) / 2;
}

/** Cans for a coil. */
export interface CanCount {
  /** What will be used, in cans. */
  cans: number;
  /** What to carry: whole cans. */
  carry: number;
  litres: number;
  because: Because;
}

/**
 * How many cans a coil takes. A can is not gun foam: it goes by what a can covers, not by the film on the fins.
 * @param input face area, m²; rows 1–3; passes 1–4; size of a can, L; what a can covers, m² of face and row, where use has taught it
 * @returns cans used and carried, and the litres of them
 * @throws CoreError out-of-range, naming the argument
 * @example cansFor({ faceAreaM2: 1.3, rows: 1, passes: 1, packL: 0.53, learnedM2: null }).carry // 2
 */
export function cansFor(input: { faceAreaM2: number; rows: number; passes: number; packL: number; learnedM2: number | null }): CanCount {
  const { rows, passes, learnedM2 } = input;
  const faceAreaM2 = requirePositive('faceAreaM2', input.faceAreaM2);
  const packL = requirePositive('packL', input.packL);
  requireInRange('rows', rows, 1, 3);
  requireInRange('passes', passes, 1, 4);
  const yieldM2 = requirePositive('learnedM2', learnedM2 ?? CAN_YIELD_M2);
  const cans = (faceAreaM2 * rowShare(rows) * (1 + FURTHER_PASS_SHARE * (passes - 1))) / yieldM2;
  const carry = Math.ceil(cans - 1e-9);
  return {
    cans,
    carry,
    litres: cans * packL,
    because: {
      id: 'solution-volume',
      title: 'How many cans',
      result: { label: 'Cans to carry', quantity: { kind: 'count', value: carry } },
      inputs: [
        { label: 'Face area', quantity: { kind: 'area', m2: faceAreaM2 } },
        { label: 'Rows', quantity: { kind: 'count', value: rows } },
        { label: 'A can covers, face and row', quantity: { kind: 'area', m2: yieldM2 } },
        { label: 'Passes', quantity: { kind: 'count', value: passes } },
      ],
      rules: [
        learnedM2 === null
          ? { id: 'cans.usual', because: 'A can does about half to one whole face set of a small condenser.', source: commonPractice }
          : { id: 'cans.learned', because: 'What cans covered on this shop’s own coils, the middle of it.', source: arithmetic },
        { id: 'cans.whole', because: 'Face times rows by what a can covers; whole cans are carried.', source: arithmetic },
      ],
      changes: ['A second pass over everything takes as many again.'],
    },
  };
}
