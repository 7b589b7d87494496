import type { AddressInfo } from 'node:net';
import { resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import pino from 'pino';
import { listening } from '../src/listening';
import { openProgram } from '../src/program';

/**
 * Shops of tests in one process, one after another or beside each other: each has its own file, port and phones, and what the first of them warmed up
 * serves the rest. Told by its parent what to open and what to close; it ends with it.
 */
interface OpenShop {
  open: { data: string; port: number; demo: boolean; demoDay: string; tellsTime: boolean };
}
interface CloseShop {
  close: { port: number };
}
/** The answer to either, in order. @property failed why it was not done */
interface ShopDone {
  failed?: string;
}

/** The program's folder and its file for threads, from the root of the project. */
const path = (name: string) => resolve(process.cwd(), name);
const stops = new Map<number, () => Promise<void>>();
const log = pino({ level: 'warn' });

async function done(what: OpenShop | CloseShop): Promise<void> {
  if ('close' in what) {
    await stops.get(what.close.port)?.();
    stops.delete(what.close.port);
    return;
  }
  const { data, port, demo, demoDay, tellsTime } = what.open;
  const program = openProgram({
    folders: { root: data, migrations: path('server/drizzle'), seeds: demo, demoDay, backups: undefined },
    webRoot: path('app/dist'),
    script: pathToFileURL(path('server/dist/main.cjs')),
    log,
    tellsTime,
    proxy: false,
  });
  const { server, stop } = listening(program, port);
  await new Promise((listens, fails) => server.once('listening', listens).once('error', fails));
  stops.set((server.address() as AddressInfo).port, stop);
}

let before: Promise<void> = Promise.resolve();
process.on('message', (what: OpenShop | CloseShop) => {
  before = before
    .then(() => done(what))
    .then(
      (): ShopDone => ({}),
      (error: unknown): ShopDone => ({ failed: error instanceof Error ? (error.stack ?? error.message) : String(error) }),
    )
    .then((answer) => void process.send?.(answer));
});
process.on('disconnect', () => process.exit(0));
