import { execFileSync } from 'node:child_process';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { ShopSavedRecord } from '@elm-mist/contract';
import { DEMO_DAY, TestServer } from './server';

/**
 * Before the browser tests: the server as it is now, in the one file that is shipped, and a demo folder that each test begins with a copy of. That a
 * folder is seeded at its first start is the server tests' to prove.
 */
export default async function bundle(): Promise<() => Promise<void>> {
  execFileSync(process.execPath, [join(dirname(fileURLToPath(import.meta.url)), '../../scripts/lib/bundleServer.mjs')], {
    stdio: 'inherit',
  });
  const seeded = new TestServer();
  await seeded.start();
  // What the day shows of its visits, and what meters tell, is reckoned before it is copied; who asked for it leaves no device behind.
  for (let tries = 0; tries < 600; tries += 1) {
    const { meters } = (await (await seeded.fetch('/saved')).json()) as ShopSavedRecord;
    if (!meters.behind) break;
    await new Promise((done) => setTimeout(done, 100));
  }
  for (const path of [`/days/${DEMO_DAY}`, '/sign-out']) {
    const answer = await seeded.fetch(path, { method: path === '/sign-out' ? 'POST' : 'GET' });
    if (!answer.ok) throw new Error(`${path} was answered by ${answer.status}`);
  }
  await seeded.stop();
  process.env['ELM_MIST_SEEDED'] = seeded.data;
  return () => seeded.remove();
}
