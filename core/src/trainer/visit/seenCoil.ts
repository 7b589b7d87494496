import type { CoilBuild } from '../../method';
import type { RinseSign } from '../../run';
import { RINSE_SIGN_NAMES, WRONG_SIGN_NAMES } from '../../run';
import type { Soil } from '../../survey';
import { CLEAR_PCT, lookAt, RUNS_CLEAR } from '../planWay';
import { lightPct, openOfLight, lightPicture } from '../sight';
import type { HiddenCoil } from './hiddenVisit';
import type { WashedCoil } from './washedCoil';

/** What the eye and the thumb find of each soil: its name is the learner's to say. Common practice, no source. */
export const SOIL_LOOKS: Record<Soil, string> = {
  dust: 'Grey powder that comes off on a finger, dry.',
  'seed-fluff': 'A white mat on the face that peels in one piece, seeds in it.',
  lint: 'A blue-grey felt, soft, that smells of washing.',
  grass: 'Short green and brown blades across the fins, more of them low down.',
  'pet-hair': 'Long hairs woven between the fins.',
  'pet-urine': 'A stained corner, low down, that smells sharp; the fins are dull there.',
  mud: 'Brown clods where the lines come in.',
  grease: 'A brown film: a finger slides on it, and water stands in beads.',
  biofilm: 'A slick grey skin that smells of a cellar.',
  salt: 'White crusts along the fin edges.',
  nest: 'Twigs and droppings in one corner.',
};

/** One face as it is looked at. */
export interface SeenFace {
  faceId: string;
  name: string;
  columns: number;
  lines: number;
  /** Light of a torch behind it, 0…255 by cell, line by line. */
  light: number[];
  /** Something wet was on it. */
  wetted: boolean;
  /** What shows whether it is rinsed out, by sign. */
  signs: Record<RinseSign, boolean>;
}

/** A coil as it is looked at. */
export interface SeenCoil {
  coilId: string;
  /** What lies on it, what the fins do under a thumb, and the pan, a sentence each. */
  finds: string[];
  faces: SeenFace[];
}

/**
 * What a look at a coil shows, with a torch and a thumb.
 * @param coil as it is built
 * @param hidden as it really is
 * @param washed as it stands
 * @returns words and pictures, and no grade
 * @example seenCoil(coil(), { soils: ['dust'], grades: {}, stiffness: 'soft', pan: null }, { packs: {}, wrongs: [] }).finds[1] // 'A fin gives under a thumbnail.'
 */
export function seenCoil(coil: CoilBuild, hidden: HiddenCoil, { packs }: WashedCoil): SeenCoil {
  const faces = coil.geometry.faces.flatMap((face) => {
    const pack = packs[face.id];
    if (!pack) return [];
    const { loose, foam, felt } = lookAt(pack, [0, pack.columns]);
    return [
      {
        faceId: face.id,
        name: face.name,
        columns: pack.columns,
        lines: pack.lines,
        wetted: pack.waterL + pack.solutionL > 0,
        light: Array.from(lightPicture(pack), (share) => Math.round(255 * share)),
        signs: {
          'runs-clear': loose < RUNS_CLEAR,
          'no-foam': foam < 0.05,
          through: felt < 0.1,
          torch: lightPct(pack) >= CLEAR_PCT,
        },
      },
    ];
  });
  return {
    coilId: coil.id,
    finds: [
      ...hidden.soils.map((soil) => SOIL_LOOKS[soil]),
      hidden.stiffness === 'soft' ? 'A fin gives under a thumbnail.' : 'A fin stands up to a thumbnail.',
      ...(hidden.pan
        ? [
            `A jug shows that the pan takes ${hidden.pan.litres.toFixed(1)} L, and the drain ${hidden.pan.drainLMin.toFixed(1)} L in a minute.`,
          ]
        : []),
    ],
    faces,
  };
}

/**
 * The signs of a rinse as they are read off a face.
 * @param face as it is seen
 * @returns a sentence each
 * @example signWords({ signs: { 'runs-clear': true, 'no-foam': true, through: true, torch: false } })[3] // 'Light does not show through'
 */
export const signWords = ({ signs }: Pick<SeenFace, 'signs'>): string[] =>
  (Object.keys(RINSE_SIGN_NAMES) as RinseSign[]).map((sign) => (signs[sign] ? RINSE_SIGN_NAMES : WRONG_SIGN_NAMES)[sign]);

/**
 * Open area of a coil for the air, as it stands.
 * @param washed the coil
 * @returns 0.2…1; 1 where it has no face
 * @example openOf({ packs: {}, wrongs: [] }) // 1
 */
export function openOf({ packs }: WashedCoil): number {
  const all = Object.values(packs);
  const areaOf = ({ case: { widthM, heightM } }: (typeof all)[number]) => widthM * heightM;
  const area = all.reduce((sum, pack) => sum + areaOf(pack), 0);
  return area === 0 ? 1 : all.reduce((sum, pack) => sum + openOfLight(lightPct(pack)) * areaOf(pack), 0) / area;
}
