/** npm start: everything from a fresh clone to a running program on one port. */
import { createServer } from 'node:net';
import { join } from 'node:path';
import { buildWeb, checkNode, giveUp, install, ROOT, say, start } from './lib/setup.mjs';

checkNode();
const port = Number(process.env.PORT ?? 4310);
if (!Number.isInteger(port) || port < 0 || port > 65535)
  giveUp(`PORT must be a whole number from 0 to 65535; it is "${process.env.PORT}".`);

const free = await new Promise((done) => {
  const probe = createServer();
  probe.once('error', () => done(false));
  probe.listen(port, () => probe.close(() => done(true)));
});
if (!free) giveUp(`Port ${port} is in use. Stop what runs there, or choose another: PORT=${port + 1} npm start`);

await install({ all: false });
if (!(await buildWeb())) process.exit(1);
// Only there once the packages are.
const { bundleServer, SERVER_FILE } = await import('./lib/bundleServer.mjs');
await bundleServer();
const data = process.env.ELM_MIST_DATA ?? join(ROOT, 'data');
say(`starting; data in ${data}`);
const secure = !['', 'off'].includes(process.env.ELM_MIST_TLS ?? '');
if (port > 0) say(`open ${secure ? 'https' : 'http'}://localhost:${port}`);
const server = start(process.execPath, [SERVER_FILE], {
  // Two heaps for all threads of the C library, not one a thread: 200 phones take a sixth less memory, and wait no longer.
  env: { NODE_ENV: 'production', MALLOC_ARENA_MAX: '2', ...process.env, PORT: String(port), ELM_MIST_DATA: data },
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 1));
