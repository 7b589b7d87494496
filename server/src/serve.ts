import type { AddressInfo } from 'node:net';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import pino from 'pino';
import { runCommand } from './commands';
import { listening } from './listening';
import { openProgram, type Program } from './program';
import { makeReads } from './services/makeReads';
import type { ShopFolders } from './shops';
import { FolderError } from './store/open';
import { tlsOf, type Tls } from './tls';

/**
 * Opens the shop and answers until it is told to stop; or runs a command and ends.
 * @param script of the program's threads: its own file
 */
export async function serve(script: URL): Promise<void> {
  // Whatever it writes is for its own user alone.
  process.umask(0o077);
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

  /** The shop and what its port speaks, or the end of the program with a sentence that says why there is none. */
  async function opened(): Promise<{ program: Program; tls: Tls | null }> {
    try {
      const tls = await tlsOf(process.env['ELM_MIST_TLS'] ?? '', folders.root);
      const program = openProgram({
        authority: tls?.authority ?? null,
        folders,
        webRoot,
        script,
        log,
        tellsTime: process.env['ELM_MIST_CLOCK'] !== 'off',
        proxy: process.env['ELM_MIST_PROXY'] === 'on',
      });
      return { program, tls };
    } catch (error) {
      if (!(error instanceof FolderError)) throw error;
      log.fatal({ data: folders.root }, error.message);
      process.exit(1);
    }
  }

  const { program, tls } = await opened();
  if (process.argv.includes('--rebuild')) {
    const count = await makeReads(program.store, true);
    log.info({ visits: count }, 'what lists read was drawn anew from the entries');
    program.shut();
    process.exit(0);
  }

  const { server, stop } = listening(program, port, process.env['ELM_MIST_HOST'], tls);
  server.on('listening', () => {
    const address = server.address() as AddressInfo;
    log.info({ port: address.port, data: folders.root }, `Elm Mist is at ${tls ? 'https' : 'http'}://localhost:${address.port}`);
  });
  server.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code === 'EADDRINUSE')
      log.fatal({ port }, `Port ${port} is in use. Stop what runs there, or choose another: PORT=4311 npm start`);
    else log.fatal({ err: error }, 'the server cannot listen');
    program.shut();
    process.exit(1);
  });

  let stopping = false;
  async function end(signal: string): Promise<void> {
    if (stopping) return;
    stopping = true;
    log.info({ signal }, 'stopping');
    await stop();
    process.exit(0);
  }
  process.on('SIGTERM', () => void end('SIGTERM'));
  process.on('SIGINT', () => void end('SIGINT'));
}
