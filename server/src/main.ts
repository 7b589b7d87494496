import type { AddressInfo } from 'node:net';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import pino from 'pino';
import { createApp } from './app';
import { Changes } from './http/changes';
import { seedDemoOnce } from './demo/seed';
import { localDay } from './demo/day';
import { openStore } from './store/open';

// The same from src, and from dist where all of it is one file.
const here = dirname(fileURLToPath(import.meta.url));
const port = Number(process.env['PORT'] ?? 4310);
const dataFolder = resolve(process.env['ELM_MIST_DATA'] ?? join(here, '../../data'));
const webRoot = resolve(process.env['ELM_MIST_WEB'] ?? join(here, '../../app/dist'));
const log = pino({ level: process.env['ELM_MIST_LOG'] ?? 'info' });

if (!Number.isInteger(port) || port < 0 || port > 65535) {
  log.fatal({ port: process.env['PORT'] }, 'PORT must be a whole number from 0 to 65535');
  process.exit(1);
}

const store = openStore(join(dataFolder, 'elm-mist.db'), join(here, '../drizzle'));
if (process.env['ELM_MIST_DEMO'] !== 'off') {
  const seeded = seedDemoOnce(store, process.env['ELM_MIST_DEMO_DAY'] ?? localDay(new Date()));
  if (seeded) log.info({ visits: seeded.visits }, 'demo data seeded');
}

const changes = new Changes();
const app = createApp({ store, log, webRoot, now: () => new Date(), changes, tellsTime: process.env['ELM_MIST_CLOCK'] !== 'off' });
const server = app.listen(port, () => {
  const address = server.address() as AddressInfo;
  log.info({ port: address.port, data: dataFolder }, `Elm Mist is at http://localhost:${address.port}`);
});

server.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EADDRINUSE')
    log.fatal({ port }, `Port ${port} is in use. Stop what runs there, or choose another: PORT=4311 npm start`);
  else log.fatal({ err: error }, 'the server cannot listen');
  store.close();
  process.exit(1);
});

let stopping = false;
/** Lets requests under way finish, then closes the file. Writes are synchronous, so none is ever cut in half. */
function stop(signal: string): void {
  if (stopping) return;
  stopping = true;
  log.info({ signal }, 'stopping');
  const force = setTimeout(() => server.closeAllConnections(), 5000);
  server.close(() => {
    clearTimeout(force);
    store.close();
    process.exit(0);
  });
  changes.close();
  server.closeIdleConnections();
}
process.on('SIGTERM', () => stop('SIGTERM'));
process.on('SIGINT', () => stop('SIGINT'));
