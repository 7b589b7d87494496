/** npm run screenshots: the pictures in docs/screenshots, made again from the demo data. */
import { join } from 'node:path';
import { buildWeb, checkNode, chromium, install, ROOT, tool } from './lib/setup.mjs';

checkNode();
await install();
const browser = await chromium();
if (!browser) process.exit(1);
if (!(await buildWeb())) process.exit(1);
process.exit(
  tool('@playwright/test/cli.js', ['test', '--project=screenshots'], {
    cwd: join(ROOT, 'e2e'),
    env: { ...process.env, ELM_MIST_CHROMIUM: browser },
  }),
);
