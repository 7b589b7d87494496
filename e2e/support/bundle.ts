import { execFileSync } from 'node:child_process';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** Before the browser tests: the server as it is now, in the one file that is shipped. */
export default function bundle(): void {
  execFileSync(process.execPath, [join(dirname(fileURLToPath(import.meta.url)), '../../scripts/lib/bundleServer.mjs')], {
    stdio: 'inherit',
  });
}
