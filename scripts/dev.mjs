/** npm run dev: server that restarts on change, and the interface rebuilt as files are saved, both on one address. */
import { watch } from 'node:fs';
import { join } from 'node:path';
import { buildWeb, checkNode, install, ROOT, say, start } from './lib/setup.mjs';

checkNode();
await install();
if (!(await buildWeb())) process.exit(1);
const port = process.env.PORT ?? '4310';
const env = { ...process.env, PORT: port, ELM_MIST_DATA: process.env.ELM_MIST_DATA ?? join(ROOT, 'data') };
const server = start(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'watch', '--clear-screen=false', 'server/src/main.ts'], { env });

let timer = null;
const rebuild = () => {
  clearTimeout(timer);
  timer = setTimeout(async () => {
    if (await buildWeb()) say('interface built: reload the page');
  }, 300);
};
for (const folder of ['core/src', 'contract/src', 'app/src', 'app/public']) watch(join(ROOT, folder), { recursive: true }, rebuild);
say(`open http://localhost:${port}`);
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    server.kill(signal);
    process.exit(0);
  });
