import { learnFluff, usualFluffWeeks, type Climate, type FluffLearned } from '@elm-mist/core/interval';
import { taught } from '../store/memo';
import type { Store } from '../store/open';
import { shopOf } from './shop';
import { teachers } from './teachers';
import { yearOfAir } from './yearOfAir';

/** What the shop's coils told of the weeks of seed fluff, by its last closed visits; null where they told nothing, or where the shop is is not known. */
export const fluffHere = (store: Store): FluffLearned | null =>
  taught(store, 'fluff', () => {
    const { latitudeDeg } = shopOf(store.db);
    const usual = latitudeDeg === null ? null : usualFluffWeeks({ latitudeDeg, climate: yearOfAir(store) });
    return (
      usual &&
      learnFluff(
        teachers(store).flatMap(({ looks }) => looks),
        usual,
      )
    );
  });

/** The year of the shop's country: its air and what was said of it, with what its coils told; null where nothing is known. */
export function climateHere(store: Store): Climate | null {
  const [air, fluff] = [yearOfAir(store), fluffHere(store)];
  return fluff ? { ...(air ?? { cooling: [], heating: [] }), fluff } : air;
}
