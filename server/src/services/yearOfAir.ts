import { climateOf, type Climate } from '@elm-mist/core/interval';
import { desc } from 'drizzle-orm';
import type { Store } from '../store/open';
import * as t from '../store/schema';
import { shopOf } from './shop';

/** The last so many days that somebody put in tell the climate: two years. */
const MOST_DAYS = 731;

const kept = new WeakMap<Store, { stamp: string; climate: Climate | null }>();

/** The year of the shop's country: degree hours out of the air that was put in, and what somebody said of it; null where neither is there. Simulated air tells none. */
export function yearOfAir(store: Store): Climate | null {
  const stamp = store.versions.stamp(['weather', 'shop']);
  const known = kept.get(store);
  if (known?.stamp === stamp) return known.climate;
  const days = store.db
    .select({ day: t.weatherDay.day, air: t.weatherDay.air })
    .from(t.weatherDay)
    .orderBy(desc(t.weatherDay.day))
    .limit(MOST_DAYS)
    .all()
    .flatMap(({ day, air }) => (air ? [{ day, ...air }] : []));
  const [read, asked] = [climateOf(days), shopOf(store.db).seasons ?? null];
  const climate = read || asked ? { ...(read ?? { cooling: [], heating: [] }), asked } : null;
  kept.set(store, { stamp, climate });
  return climate;
}
