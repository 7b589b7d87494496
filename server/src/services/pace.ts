import { NEAR_KM, paceOf, type Pace, type PacedStretch } from '@elm-mist/core/interval';
import { greatCircleKm } from '@elm-mist/core/route';
import type { Store } from '../store/open';
import { spotOf, teachers } from './teachers';

/**
 * How fast the shop's coils grow dirty, by its last closed visits, those near by first.
 * @param but a system that is not to teach itself
 * @param place where it stands
 */
export function paceHere(store: Store, but: string, place: Parameters<typeof spotOf>[0]): Pace | null {
  const here = spotOf(place);
  const [far, near]: [PacedStretch[], PacedStretch[]] = [[], []];
  for (const { systemId, at, rows } of teachers(store)) {
    if (systemId === but) continue;
    (here && at && greatCircleKm(here, at) <= NEAR_KM ? near : far).push(...rows);
  }
  return paceOf(far, near);
}
