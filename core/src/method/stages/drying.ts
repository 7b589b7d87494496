import { DRYING_MARGIN, SKIN_FILM_KG_M2, type DryTime } from '../../dryout';
import type { BecauseInput } from '../../because';
import type { Situation } from '../facts';
import { driesFirst, faceDrying } from '../faceDrying';
import type { FaceDrying } from '../methodFacts';
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
 * Third stage: how fast foam dries on every face, each in its own sun, or all of them in the shade of a sheet.
 * @param situation of the coil
 * @example dryingStage(situationOf(coil(), graded(2), { ...mildDay, site: null }, shelf, house())).value.first // null
 */
export function dryingStage({ coil, context, facts }: Situation): Staged<Drying> {
  const faces = faceDrying(coil, context, facts.keepWet === 'shade');
  const { site } = context;
  const differ = new Set(faces.map((face) => face.dry)).size > 1;
  const nameOf = (id: string) => coil.geometry.faces.find((face) => face.id === id)?.name ?? id;
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
      ...(differ ? faces.flatMap(({ faceId, dry }) => (dry === null ? [] : [dryInput(`Foam on ${nameOf(faceId)} dries in`, dry)])) : []),
      { label: 'Of which trusted', quantity: { kind: 'percent', percent: DRYING_MARGIN * 100 } },
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
