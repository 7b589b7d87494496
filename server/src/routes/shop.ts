import type Router from '@koa/router';
import { parseInput, shopInputSchema, shopOpenSchema, tariffInputSchema, type ShopYear, type TariffInput } from '@elm-mist/contract';
import type { Answers } from '../http/answers';
import { climateHere } from '../services/climate';
import type { MeterSavings } from '../services/meterSavings';
import { changeShop, shopOf, zoneOf } from '../services/shop';
import { shopSaved } from '../services/shopSaved';
import type { Store } from '../store/open';
import * as s from '../store/settings';
import { askedNumber, body } from './asked';

/** The demo and one's own shop, of which one is open. */
export interface ShopChoice {
  ownIsThere: () => boolean;
  /** The open one is one's own, and the demo lies beside it. */
  besideDemo: () => boolean;
  /** Opens the other. @throws FolderError */
  open: (which: 'demo' | 'own') => void;
}

/** The shop, which one is open, its year, what a kilowatt hour costs it, and what its washes saved. */
export function shopRoutes(router: Router, store: Store, answers: Answers, shops: ShopChoice, meterSavings: MeterSavings | null): void {
  const { db } = store;

  router.get('/shop', (ctx) => answers.send(ctx, 'shop', () => ({ ...shopOf(db), ownIsThere: shops.ownIsThere() })));
  // Apart from the shop itself, which every page asks for: what coils teach takes some reading.
  router.get('/shop/year', (ctx) => answers.send(ctx, 'shop-year', (): ShopYear => ({ climate: climateHere(store) })));
  router.put('/shop', (ctx) => {
    ctx.body = changeShop(store, parseInput(shopInputSchema, body(ctx)));
  });
  router.put('/shop/open', (ctx) => {
    const { which } = parseInput(shopOpenSchema, body(ctx));
    shops.open(which);
    ctx.body = { which };
  });
  router.get('/zone', (ctx) => {
    const latitude = askedNumber(ctx.query, 'latitude', -90, 90);
    ctx.body = { zone: zoneOf(latitude, askedNumber(ctx.query, 'longitude', -180, 180)) };
  });

  router.get('/tariff', (ctx) => answers.send(ctx, 'tariff', () => ({ tariff: s.readTariff(db) })));
  router.put('/tariff', (ctx) => {
    const { tariff } = parseInput(tariffInputSchema, body(ctx)) as TariffInput;
    store.write((tx) => {
      s.writeTariff(tx, tariff);
    });
    ctx.body = { tariff };
  });

  router.get('/saved', (ctx) => {
    meterSavings?.soon();
    const behind = meterSavings?.behind ?? false;
    return answers.send(ctx, `saved ${behind}`, () => shopSaved(db, behind));
  });
}
