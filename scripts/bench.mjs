/** npm run bench: how fast the core, the server and the first screen are, measured on this machine in one run. */
import { checkNode, buildWeb, install, tool } from './lib/setup.mjs';

checkNode();
await install();
if (!(await buildWeb())) process.exit(1);
// Only there once the packages are.
const { bundleServer } = await import('./lib/bundleServer.mjs');
await bundleServer();
process.exit(tool('tsx/dist/cli.mjs', ['scripts/bench/run.mts']));
