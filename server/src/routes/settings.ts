import type Router from '@koa/router';
import { houseRulesSchema, ownerWordsSchema, parseInput, priceBookSchema, reportWaysSchema } from '@elm-mist/contract';
import type { Schema } from 'yup';
import type { Answers } from '../http/answers';
import { overlaid } from '../services/meanwhile';
import type { Db, Store } from '../store/open';
import * as s from '../store/settings';
import { body } from './asked';

/** What a shop has set once for all its visits: house rules, prices, what is printed, what owners are told. */
export function settingRoutes(router: Router, store: Store, answers: Answers): void {
  /** One record that is read whole and written whole, laid over what others changed meanwhile where it says from what. */
  function kept<T extends object>(
    name: string,
    schema: Schema<T & { was?: Partial<T> | undefined }>,
    read: (db: Db) => T,
    write: (db: Db, record: T) => void,
  ): void {
    router.get(`/${name}`, (ctx) => answers.send(ctx, name, () => read(store.db)));
    router.put(`/${name}`, (ctx) => {
      const { was, ...wanted } = parseInput(schema, body(ctx));
      ctx.body = store.write((tx) => {
        const record = overlaid<T>(read(tx), wanted as unknown as T, was);
        write(tx, record);
        return record;
      });
    });
  }
  kept('house-rules', houseRulesSchema, s.readHouseRules, s.writeHouseRules);
  kept('price-book', priceBookSchema, s.readPriceBook, s.writePriceBook);
  kept('report-ways', reportWaysSchema, s.readReportWays, s.writeReportWays);
  kept('owner-words', ownerWordsSchema, s.readOwnerWords, s.writeOwnerWords);
}
