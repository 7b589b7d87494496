import type { ShopInput, ShopRecord } from '@elm-mist/contract';
import { dayIn, isZone } from '@elm-mist/core/clock';
import zoneAt from '@photostructure/tz-lookup';
import type { Db, Store } from '../store/open';
import * as q from '../store/settings';
import * as t from '../store/schema';
import { keepsAnOwner } from './keepsAnOwner';
import { overlaid } from './meanwhile';

/** Marks a data folder that holds the demo shop. */
export const DEMO_SEEDED = 'demo-seeded';

/** The time zone of a place; this machine's where that is not known. */
export function zoneOf(latitudeDeg: number | null, longitudeDeg: number | null): string {
  const machine = Intl.DateTimeFormat().resolvedOptions().timeZone;
  if (latitudeDeg === null || longitudeDeg === null) return machine;
  try {
    const found = zoneAt(latitudeDeg, longitudeDeg);
    return isZone(found) ? found : machine;
  } catch {
    return machine;
  }
}

/** A shop that nobody has described yet: what an older folder knew of it, and this machine's own clock. */
function undescribed(db: Db): t.StoredShop {
  const before = q.storedRules(db);
  const anywhere = db
    .select({ latitudeDeg: t.place.latitudeDeg, longitudeDeg: t.place.longitudeDeg, altitudeM: t.place.altitudeM })
    .from(t.place)
    .limit(1)
    .get();
  return {
    name: before?.shopName ?? '',
    address: '',
    latitudeDeg: anywhere?.latitudeDeg ?? null,
    longitudeDeg: anywhere?.longitudeDeg ?? null,
    altitudeM: anywhere?.altitudeM ?? null,
    zone: zoneOf(anywhere?.latitudeDeg ?? null, anywhere?.longitudeDeg ?? null),
    currency: 'USD',
    crew: (before?.crew ?? []).map((name, i) => ({ id: `crew-${i + 1}`, name, licences: [], archived: false })),
    setUp: anywhere ? ['shop', 'crew', 'cleaner', 'places'] : [],
  };
}

export const shopOf = (db: Db): ShopRecord => ({
  ...(q.storedShop(db) ?? undescribed(db)),
  demo: q.readMeta(db, DEMO_SEEDED) !== undefined,
});

/** The shop's own calendar day. */
export const todayOf = (db: Db, now: Date): string => dayIn(shopOf(db).zone, now.getTime());

/** @throws Problem 409 when somebody changed the same thing meanwhile */
export function changeShop(store: Store, input: ShopInput): ShopRecord {
  return store.write((db) => {
    const { demo, ...now } = shopOf(db);
    const { was, ...wanted } = input;
    const next = overlaid<t.StoredShop>(now, { ...now, ...wanted }, was);
    q.writeShop(db, next);
    keepsAnOwner(db);
    return { ...next, demo };
  });
}
