import { existsSync, statfsSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { UpkeepRecord } from '@elm-mist/contract';
import { dayIn } from '@elm-mist/core/clock';
import { count } from 'drizzle-orm';
import type { Changes } from '../http/changes';
import { Problem } from '../http/problem';
import type { Troubles } from '../http/troubles';
import type { Cards } from '../services/cards';
import { shopOf } from '../services/shop';
import type { Store } from '../store/open';
import * as t from '../store/schema';
import type { Backups } from './backups';
import { EntryCount } from './entryCount';
import { inThread } from './inThread';
import { WHOLE_THREAD, type WholeWork } from './wholeOut';

export interface UpkeepOf {
  store: Store;
  backups: Backups;
  changes: Changes;
  cards: Cards;
  troubles: Troubles;
  script: URL;
  version: string;
  now: () => Date;
}

const sizeOf = (path: string): number => (existsSync(path) ? statSync(path).size : 0);

/** How an open shop and its server are, and what keeps it from being lost. */
export class Upkeep {
  readonly backups: Backups;
  readonly troubles: Troubles;
  private readonly startedAt: string;
  private readonly entries = new EntryCount();

  constructor(private readonly of: UpkeepOf) {
    this.backups = of.backups;
    this.troubles = of.troubles;
    this.startedAt = of.now().toISOString();
  }

  async record(): Promise<UpkeepRecord> {
    const { store, changes, cards, version } = this.of;
    const { bavail, bsize } = statfsSync(dirname(store.file));
    return {
      version,
      startedAt: this.startedAt,
      bytes: { file: sizeOf(store.file), log: sizeOf(`${store.file}-wal`), free: bavail * bsize },
      visits: store.db.select({ n: count() }).from(t.visit).get()?.n ?? 0,
      entries: await this.entries.of(store.db),
      following: changes.following(),
      computing: cards.queue(),
      backups: this.backups.told(),
      troubles: this.troubles.told(),
    };
  }

  /** Writes the whole shop into a folder. @throws Problem 507 `whole` */
  async whole(folder: string): Promise<{ path: string; name: string }> {
    const { store, now, script } = this.of;
    const madeAt = now();
    const { name: shop, zone } = shopOf(store.db);
    const name = `${shop || 'shop'} ${dayIn(zone, madeAt.getTime())}.zip`.replace(/[^\p{L}\p{N}.-]+/gu, ' ');
    const work: WholeWork = { file: store.file, to: join(folder, 'whole.zip'), madeAt: madeAt.toISOString() };
    try {
      await inThread(script, WHOLE_THREAD, work);
    } catch (error) {
      const why = error instanceof Error ? error.message : String(error);
      throw new Problem(507, 'whole', `The shop could not be put into a file: ${why}.`, { whole: why });
    }
    return { path: work.to, name };
  }

  close(): void {
    this.backups.close();
  }
}
