import { createServer, type RequestListener } from 'node:http';
import type { AddressInfo } from 'node:net';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { dayLater } from '@elm-mist/core';
import pino from 'pino';
import { createApp } from './app';
import { runCommand } from './commands';
import { Changes } from './http/changes';
import { followConnections } from './http/connections';
import { Probes } from './http/probes';
import { Troubles } from './http/troubles';
import { Cards } from './services/cards';
import { MeterSavings } from './services/meterSavings';
import { seedDemoAccounts } from './services/accounts';
import { practiceServer } from './sandbox/practiceServer';
import { Sandboxes } from './sandbox/sandboxes';
import { makeReads } from './services/makeReads';
import { systemsAhead } from './services/systemIndex';
import { teachersAhead } from './services/teachers';
import { clocksAhead } from './services/dueIndex';
import { codesAhead } from './services/unitCodes';
import { shopOf, todayOf } from './services/shop';
import { chooseShop, chosenShop, openShop, ownIsThere, type ShopFolders, type WhichShop } from './shops';
import { FolderError, type Store } from './store/open';
import { backupFolder } from './upkeep/backupFiles';
import { Backups } from './upkeep/backups';
import { Upkeep } from './upkeep/upkeep';
import { version as VERSION } from '../package.json';

/** A shop that is open: its file, the thread that reckons for it, who listens, and what answers. */
interface OpenShop {
  which: WhichShop;
  store: Store;
  changes: Changes;
  probes: Probes;
  cards: Cards;
  meterSavings: MeterSavings;
  upkeep: Upkeep;
  sandboxes: Sandboxes;
  answer: RequestListener;
}

/** How long a connection that nobody uses is kept, ms; nginx keeps its own for 60 s (its manual, "keepalive_timeout"; from memory). */
const IDLE_MS = 75_000;

/**
 * Opens the shop and answers until it is told to stop; or runs a command and ends.
 * @param script of the program's threads: its own file
 */
export async function serve(script: URL): Promise<void> {
  // The same from src, and from dist where all of it is one file.
  const here = dirname(fileURLToPath(import.meta.url));
  const port = Number(process.env['PORT'] ?? 4310);
  const webRoot = resolve(process.env['ELM_MIST_WEB'] ?? join(here, '../../app/dist'));
  const log = pino({ level: process.env['ELM_MIST_LOG'] ?? 'info' });
  const folders: ShopFolders = {
    root: resolve(process.env['ELM_MIST_DATA'] ?? join(here, '../../data')),
    migrations: join(here, '../drizzle'),
    seeds: process.env['ELM_MIST_DEMO'] !== 'off',
    demoDay: process.env['ELM_MIST_DEMO_DAY'],
    backups: process.env['ELM_MIST_BACKUPS'],
  };

  if (!Number.isInteger(port) || port < 0 || port > 65535) {
    log.fatal({ port: process.env['PORT'] }, 'PORT must be a whole number from 0 to 65535');
    process.exit(1);
  }

  await runCommand(process.argv.slice(2), folders, webRoot);

  function opened(which: WhichShop): OpenShop {
    const { store, seeded } = openShop(folders, which, Date.now());
    if (seeded !== null) log.info({ visits: seeded }, 'demo data seeded');
    seedDemoAccounts(store);
    const changes = new Changes();
    const probes = new Probes(Date.now);
    const cards = new Cards(store, script);
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
    const troubles = new Troubles(Date.now);
    const upkeep = new Upkeep({ store, backups, changes, cards, troubles, script, version: VERSION, now });
    // Each practised visit is answered by the same program over a file of its own.
    const sandboxes = new Sandboxes(folders.migrations, Date.now, (parts) => practiceServer(parts, { script, webRoot, log }));
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
      tellsTime: process.env['ELM_MIST_CLOCK'] !== 'off',
      proxy: process.env['ELM_MIST_PROXY'] === 'on',
      upkeep,
      sandboxes,
      shops: { ownIsThere: () => ownIsThere(folders), besideDemo: () => which === 'own', open: switchTo },
    });
    // What a folder of before lacks is drawn, and today is got ready, behind the first requests.
    const today = todayOf(store.db, new Date());
    void makeReads(store)
      .then(() => Promise.all([teachersAhead(store), clocksAhead(store), systemsAhead(store), codesAhead(store.db)]))
      .then(() => cards.ahead(today))
      .then(() => cards.ahead(dayLater(today, 1)))
      .then(() => meterSavings.soon())
      .catch((err: unknown) => log.error({ err }, 'what lists read could not be drawn'));
    const answer = app.callback();
    return {
      which,
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

  function shut({ store, changes, probes, cards, meterSavings, upkeep, sandboxes }: OpenShop): void {
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

  /** The open shop, or the end of the program with a sentence that says why there is none. */
  function first(): OpenShop {
    try {
      return opened(folders.seeds ? chosenShop(folders) : 'demo');
    } catch (error) {
      if (!(error instanceof FolderError)) throw error;
      log.fatal({ data: folders.root }, error.message);
      process.exit(1);
    }
  }

  let current = first();
  if (process.argv.includes('--rebuild')) {
    const count = await makeReads(current.store, true);
    log.info({ visits: count }, 'what lists read was drawn anew from the entries');
    shut(current);
    process.exit(0);
  }

  const server = createServer((request, response) => current.answer(request, response));
  // Longer than a proxy before it holds an idle connection: it would send a request into one that has just been closed, and answer 502.
  server.keepAliveTimeout = IDLE_MS;
  server.listen(port, process.env['ELM_MIST_HOST'], () => {
    const address = server.address() as AddressInfo;
    log.info({ port: address.port, data: folders.root }, `Elm Mist is at http://localhost:${address.port}`);
  });
  server.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code === 'EADDRINUSE')
      log.fatal({ port }, `Port ${port} is in use. Stop what runs there, or choose another: PORT=4311 npm start`);
    else log.fatal({ err: error }, 'the server cannot listen');
    shut(current);
    process.exit(1);
  });

  const letGo = followConnections(server);
  let stopping = false;
  /** Lets requests under way finish, then closes the file. Writes are synchronous, so none is ever cut in half. */
  function stop(signal: string): void {
    if (stopping) return;
    stopping = true;
    log.info({ signal }, 'stopping');
    const force = setTimeout(() => server.closeAllConnections(), 5000);
    server.close(() => {
      clearTimeout(force);
      shut(current);
      process.exit(0);
    });
    current.changes.close();
    current.probes.close();
    letGo();
  }
  process.on('SIGTERM', () => stop('SIGTERM'));
  process.on('SIGINT', () => stop('SIGINT'));
}
