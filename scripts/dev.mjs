/** npm run dev: a server that restarts on change, and the interface, changed on the open page as files are saved, both on one address. */
import { join } from 'node:path';
import { checkNode, install, ROOT, say, start } from './lib/setup.mjs';

checkNode();
await install();
const port = Number(process.env.PORT ?? 4310);
const api = port + 1;
const data = process.env.ELM_MIST_DATA ?? join(ROOT, 'data');
// Only there once the packages are.
const { bundleServer, SERVER_FILE, watchServer } = await import('./lib/bundleServer.mjs');
await bundleServer();
await watchServer();
const server = start(process.execPath, ['--watch-path', join(ROOT, 'server/dist'), '--watch-preserve-output', SERVER_FILE], {
  env: { ...process.env, PORT: String(api), ELM_MIST_DATA: data },
});
const pages = start(process.execPath, [join(ROOT, 'node_modules/expo/bin/cli'), 'start', '--port', String(port)], {
  cwd: join(ROOT, 'app'),
  env: { ...process.env, ELM_MIST_API: String(api), EXPO_NO_TELEMETRY: '1', EXPO_OFFLINE: '1', BROWSER: 'none' },
});
say(`open http://localhost:${port}`);
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    server.kill(signal);
    pages.kill(signal);
    process.exit(0);
  });
