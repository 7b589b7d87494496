/** npm run doctor, restore, shop-out, shop-in and verify: one thing done to a data folder. */
import { join } from 'node:path';
import { checkNode, install, ROOT, run } from './lib/setup.mjs';

checkNode();
await install({ all: false });
// Only there once the packages are.
const { bundleServer, SERVER_FILE } = await import('./lib/bundleServer.mjs');
await bundleServer();
const data = process.env.ELM_MIST_DATA ?? join(ROOT, 'data');
process.exit(run(process.execPath, [SERVER_FILE, ...process.argv.slice(2)], { env: { ...process.env, ELM_MIST_DATA: data } }));
