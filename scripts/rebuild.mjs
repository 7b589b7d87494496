/** npm run rebuild: draws what lists read again from the entries, in the data folder. The server must not be running. */
import { join } from 'node:path';
import { checkNode, install, ROOT, run } from './lib/setup.mjs';

checkNode();
await install({ all: false });
// Only there once the packages are.
const { bundleServer, SERVER_FILE } = await import('./lib/bundleServer.mjs');
await bundleServer();
process.exit(run(process.execPath, [SERVER_FILE, '--rebuild'], { env: { ELM_MIST_DATA: join(ROOT, 'data'), ...process.env } }));
