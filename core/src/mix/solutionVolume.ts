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

export interface SolutionInput {
  /** Fin surface of all rows, m². */
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
 * @throws CoreError out-of-range `finSurfaceM2` | `passes` (1–4)
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
        { label: 'Fin surface, every row', quantity: { kind: 'area', m2: finSurfaceM2 } },
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
