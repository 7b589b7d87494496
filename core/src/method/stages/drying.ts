import { DRYING_MARGIN, SKIN_FILM_KG_M2, type DryTime } from '../../dryout';
import type { BecauseInput } from '../../because';
import type { Situation } from '../facts';
import { driesFirst, faceDrying } from '../faceDrying';
import type { CoilBuild, FaceDrying } from '../methodFacts';
import type { Staged } from '../staged';

/** How fast foam dries on this coil, as it will be worked. */
export interface Drying {
  faces: FaceDrying[];
  /** The face that dries first; null indoors or when no air was noted. */
  first: DryTime | null;
}

/** Where the drying of foam comes from. */
export const BALANCE = {
  kind: 'memory',
  name: 'Surface energy balance with the natatorium wind function, ASHRAE Handbook — HVAC Applications',
} as const;

/**
 * A drying time as an input of a reason.
 * @param label what it is the drying time of
 * @param dry seconds or never
 * @example dryInput('Foam dries in', 'never').text // "does not dry"
 */
export const dryInput = (label: string, dry: DryTime): BecauseInput =>
  dry === 'never' ? { label, text: 'does not dry' } : { label, quantity: { kind: 'duration', seconds: dry } };

/**
 * How long foam stays wet, as inputs of a reason: face by face where the sun makes them differ, else once for all.
 * @param coil whose faces they are
 * @param faces drying of each
 * @returns nothing where no air was noted
 * @example dryInputs(coil(), []) // []
 */
export function dryInputs({ geometry }: Pick<CoilBuild, 'geometry'>, faces: readonly FaceDrying[]): BecauseInput[] {
  const known = faces.filter((face): face is FaceDrying & { dry: DryTime } => face.dry !== null);
  const [first] = known;
  if (!first) return [];
  const nameOf = (id: string) => geometry.faces.find((face) => face.id === id)?.name ?? id;
  const differ = new Set(known.map((face) => face.dry)).size > 1;
  return [
    ...(differ
      ? known.map(({ faceId, dry }) => dryInput(`Foam on ${nameOf(faceId)} dries in`, dry))
      : [dryInput('Foam dries in', first.dry)]),
    { label: 'Of which trusted', quantity: { kind: 'percent', percent: DRYING_MARGIN * 100 } },
  ];
}

/**
 * Third stage: how fast foam dries on every face, each in its own sun, or all of them in the shade of a sheet.
 * @param situation of the coil
 * @example dryingStage(situationOf(coil(), graded(2), { ...mildDay, site: null }, shelf, house())).value.first // null
 */
export function dryingStage({ coil, context, facts }: Situation): Staged<Drying> {
  const faces = faceDrying(coil, context, facts.keepWet === 'shade');
  const { site } = context;
  return {
    value: { faces, first: driesFirst(faces) },
    inputs: [
      ...(site
        ? [
            { label: 'Air', quantity: { kind: 'temperature' as const, celsius: site.dryBulbC } },
            { label: 'Humidity', quantity: { kind: 'percent' as const, percent: site.rhPct } },
            { label: 'Wind', quantity: { kind: 'speed' as const, ms: site.windMs } },
          ]
        : []),
      { label: 'Film on the skin', quantity: { kind: 'filmMass', kgM2: SKIN_FILM_KG_M2 } },
      ...dryInputs(coil, faces),
    ],
    rules: [
      {
        id: 'dry.balance',
        because: 'Heat from air and sun against the heat that evaporation takes, solved for the skin temperature.',
        source: { kind: 'memory', name: 'Penman (1948) with the natatorium wind function, ASHRAE Handbook — HVAC Applications' },
      },
    ],
  };
}
