/** npm run plans: whole plans as work orders in plain words, for the situations of core/src/testing/situations.ts; with a word, those that it stands in. */
import { checkNode, install, tool } from './lib/setup.mjs';

checkNode();
await install();
process.exit(tool('tsx/dist/cli.mjs', ['scripts/plans/print.mts', ...process.argv.slice(2)]));
