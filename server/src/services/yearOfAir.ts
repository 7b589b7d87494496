import { climateOf, type Climate } from '@elm-mist/core/interval';
import { desc } from 'drizzle-orm';
import { taught } from '../store/memo';
import type { Db, Store } from '../store/open';
import * as t from '../store/schema';
import { shopOf } from './shop';

/** The last so many days that somebody put in tell the climate: two years. */
const MOST_DAYS = 731;

/** The year of the shop's country: degree hours out of the air that was put in, and what somebody said of it; null where neither is there. Simulated air tells none. */
export const yearOfAir = (store: Store): Climate | null => taught(store, 'year of air', () => readYear(store.db));

function readYear(db: Db): Climate | null {
  const days = db
    .select({ day: t.weatherDay.day, air: t.weatherDay.air })
    .from(t.weatherDay)
    .orderBy(desc(t.weatherDay.day))
    .limit(MOST_DAYS)
    .all()
    .flatMap(({ day, air }) => (air ? [{ day, ...air }] : []));
  const [read, asked] = [climateOf(days), shopOf(db).seasons ?? null];
  return read || asked ? { ...(read ?? { cooling: [], heating: [] }), asked } : null;
}
