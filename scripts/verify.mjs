/** npm run verify -- <file>: holds a record that was handed over, as JSON or as PDF, against the data folder. The server may be running. */
import { join, resolve } from 'node:path';
import { checkNode, install, ROOT, run } from './lib/setup.mjs';

const file = process.argv[2];
if (!file) {
  console.error('Name the file: npm run verify -- record.json');
  process.exit(2);
}
checkNode();
await install();
// Only there once the packages are.
const { bundleServer, SERVER_FILE } = await import('./lib/bundleServer.mjs');
await bundleServer();
process.exit(
  run(process.execPath, [SERVER_FILE, '--verify', resolve(file)], { env: { ELM_MIST_DATA: join(ROOT, 'data'), ...process.env } }),
);
