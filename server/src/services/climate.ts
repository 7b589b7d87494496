import { learnFluff, usualFluffWeeks, type Climate, type FluffLearned } from '@elm-mist/core/interval';
import { keptFor } from '../store/kept';
import type { Store } from '../store/open';
import { shopOf } from './shop';
import { teacher, teachers } from './teachers';
import { yearOfAir } from './yearOfAir';

/** What the shop's coils told of the weeks of seed fluff, by its last closed visits; null where they told nothing, or where the shop is is not known. */
export const fluffHere = (store: Store): FluffLearned | null =>
  keptFor(store, 'fluff', '', ['closings', 'places', 'weather', 'shop'], () => {
    const { latitudeDeg } = shopOf(store.db);
    const usual = latitudeDeg === null ? null : usualFluffWeeks({ latitudeDeg, climate: yearOfAir(store) });
    return (
      usual &&
      learnFluff(
        [...teachers(store)].flatMap((id) => teacher(store, id).looks),
        usual,
      )
    );
  });

/** The year of the shop's country: its air and what was said of it, with what its coils told; null where nothing is known. */
export function climateHere(store: Store): Climate | null {
  const [air, fluff] = [yearOfAir(store), fluffHere(store)];
  return fluff ? { ...(air ?? { cooling: [], heating: [] }), fluff } : air;
}
