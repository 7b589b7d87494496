import type { RequestListener } from 'node:http';
import { dayLater } from '@elm-mist/core/clock';
import type { Logger } from 'pino';
import { createApp } from './app';
import { Changes } from './http/changes';
import { Probes } from './http/probes';
import { Troubles } from './http/troubles';
import { Cards } from './services/cards';
import { MeterSavings } from './services/meterSavings';
import { seedDemoAccounts } from './services/accounts';
import { practiceServer } from './sandbox/practiceServer';
import { Sandboxes } from './sandbox/sandboxes';
import { makeReads } from './services/makeReads';
import { codesAhead } from './services/unitCodes';
import { shopOf, todayOf } from './services/shop';
import { chooseShop, chosenShop, openShop, ownIsThere, type ShopFolders, type WhichShop } from './shops';
import type { Store } from './store/open';
import { passingFolder, sweepPassing } from './store/passing';
import { backupFolder } from './upkeep/backupFiles';
import { Backups } from './upkeep/backups';
import { Upkeep } from './upkeep/upkeep';
import { version as VERSION } from '../package.json';

export interface ProgramOptions {
  folders: ShopFolders;
  /** Folder of the built interface. */
  webRoot: string;
  /** Of the program's threads: its own file. */
  script: URL;
  log: Logger;
  /** Whether answers carry the shop's time, by which phones put theirs right. */
  tellsTime: boolean;
  /** A reverse proxy stands before it, and what it says of who asks and how is believed. */
  proxy: boolean;
  /** Certificate of the shop's own authority, which phones fetch to trust it; null for none. */
  authority?: string | null;
}

/** Shops in a data folder, one of them open; whoever listens on a port hands it what is asked. */
export interface Program {
  answer: RequestListener;
  /** The file of the shop that is open. */
  readonly store: Store;
  /** Lets go of who only listens for what changes. */
  hush: () => void;
  /** Closes the open shop, and its file; nothing is to be asked any more. */
  shut: () => void;
}

/** How often the cards of today and tomorrow are made where they are missing, ms. */
const AHEAD_MS = 600_000;

/** A shop that is open: its file, the thread that reckons for it, who listens, and what answers. */
interface OpenShop {
  which: WhichShop;
  aheadOfPhones: NodeJS.Timeout;
  store: Store;
  changes: Changes;
  probes: Probes;
  cards: Cards;
  meterSavings: MeterSavings;
  upkeep: Upkeep;
  sandboxes: Sandboxes;
  answer: RequestListener;
}

/**
 * Opens the shop that was chosen last, or the demo.
 * @throws FolderError which says why there is none
 */
export function openProgram({ folders, webRoot, script, log, tellsTime, proxy, authority = null }: ProgramOptions): Program {
  function opened(which: WhichShop): OpenShop {
    const { store, seeded } = openShop(folders, which, Date.now());
    sweepPassing(store.file);
    if (seeded !== null) log.info({ visits: seeded }, 'demo data seeded');
    seedDemoAccounts(store);
    const changes = new Changes(store.writes);
    const probes = new Probes(Date.now);
    const troubles = new Troubles(Date.now);
    const cards = new Cards(store, script, (err) => {
      log.error({ err }, 'a visit cannot be summed up');
      troubles.note('GET', '/api/days', 'unread-visit');
    });
    const meterSavings = new MeterSavings(store, script, (err) => log.error({ err }, 'what meters tell could not be reckoned'));
    const backups = new Backups({
      file: store.file,
      folder: backupFolder(store.file, folders.backups, which),
      script,
      zone: () => shopOf(store.db).zone,
      now: Date.now,
      log: (words, about) => log.info(about, words),
    });
    const now = () => new Date();
    const upkeep = new Upkeep({ store, backups, changes, cards, troubles, script, version: VERSION, now });
    // Each practised visit is answered by the same program over a file of its own.
    const sandboxes = new Sandboxes(
      () => passingFolder(store.file),
      folders.migrations,
      Date.now,
      (parts) => practiceServer(parts, { script, webRoot, log }),
    );
    const app = createApp({
      store,
      log,
      webRoot,
      now,
      changes,
      probes,
      cards,
      meterSavings,
      script,
      tellsTime,
      proxy,
      authority,
      upkeep,
      sandboxes,
      shops: { ownIsThere: () => ownIsThere(folders), besideDemo: () => which === 'own', open: switchTo },
    });
    // The first phone of a morning finds its day's cards made; those that are there already cost nothing.
    const aheadOfPhones = setInterval(() => {
      const day = todayOf(store.db, new Date());
      void cards.ahead(day).then(() => cards.ahead(dayLater(day, 1)));
    }, AHEAD_MS);
    aheadOfPhones.unref();
    // What a folder of before lacks is drawn, and today is got ready, behind the first requests.
    const today = todayOf(store.db, new Date());
    void makeReads(store)
      .then(() => codesAhead(store.db))
      .then(() => cards.ahead(today))
      .then(() => cards.ahead(dayLater(today, 1)))
      .then(() => meterSavings.soon())
      .catch((err: unknown) => log.error({ err }, 'what lists read could not be drawn'));
    const answer = app.callback();
    return {
      which,
      aheadOfPhones,
      store,
      changes,
      probes,
      cards,
      meterSavings,
      upkeep,
      sandboxes,
      answer: (request, response) => void answer(request, response),
    };
  }

  function shut({ aheadOfPhones, store, changes, probes, cards, meterSavings, upkeep, sandboxes }: OpenShop): void {
    clearInterval(aheadOfPhones);
    sandboxes.close();
    upkeep.close();
    changes.close();
    probes.close();
    cards.close();
    meterSavings.close();
    store.close();
  }

  /** Opens the other shop in place of this one; the one before is closed once what it answers has gone out. */
  function switchTo(which: WhichShop): void {
    const before = current;
    if (before.which === which) return;
    current = opened(which);
    chooseShop(folders, which);
    setTimeout(() => shut(before), 1000).unref();
  }

  let current = opened(folders.seeds ? chosenShop(folders) : 'demo');
  return {
    answer: (request, response) => current.answer(request, response),
    get store() {
      return current.store;
    },
    hush() {
      current.changes.close();
      current.probes.close();
    },
    shut: () => shut(current),
  };
}
