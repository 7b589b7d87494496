import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { DEMO_DAY } from './server';

const SCRIPTS = join(dirname(fileURLToPath(import.meta.url)), '../../scripts/lib');

/**
 * Before the browser tests: the server as it is now, in the one file that is shipped, and a demo folder that each test begins with a copy of. That a
 * folder is seeded at its first start is the server tests' to prove. Where those were just run, both are there.
 */
export default function bundle(): () => void {
  const run = (script: string, ...args: string[]) => execFileSync(process.execPath, [join(SCRIPTS, script), ...args], { stdio: 'inherit' });
  const named = process.env['ELM_MIST_TESTS_DEMO'] as string | undefined;
  if (named && existsSync(named)) {
    process.env['ELM_MIST_SEEDED'] = named;
    run('bundleServer.mjs', 'many');
    return () => undefined;
  }
  run('bundleServer.mjs');
  run('bundleServer.mjs', 'many');
  const folder = mkdtempSync(join(tmpdir(), 'elm-mist-demo-'));
  run('demoFolder.mjs', folder, DEMO_DAY);
  process.env['ELM_MIST_SEEDED'] = folder;
  return () => rmSync(folder, { recursive: true, force: true });
}
