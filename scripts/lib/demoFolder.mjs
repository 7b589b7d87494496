/**
 * node scripts/lib/demoFolder.mjs FOLDER DAY: a folder of the demo as it is after its first start, with what its day and its meters tell reckoned
 * already. Tests begin with a copy of it, so that each does not seed and reckon the same again.
 */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { createInterface } from 'node:readline';
import { ROOT } from './setup.mjs';
import { SERVER_FILE } from './bundleServer.mjs';

const [folder, day] = process.argv.slice(2);
const child = spawn(process.execPath, [SERVER_FILE], {
  cwd: ROOT,
  env: {
    ...process.env,
    PORT: '0',
    ELM_MIST_DATA: folder,
    ELM_MIST_DEMO_DAY: day,
    ELM_MIST_DEMO: 'on',
    ELM_MIST_LOG: 'info',
    NODE_OPTIONS: '',
  },
  stdio: ['ignore', 'pipe', 'inherit'],
});
child.once('exit', (code) => process.exit(code ?? 1));

/** Where it says that it listens. */
async function address() {
  for await (const line of createInterface({ input: child.stdout })) {
    const port = /"port":(\d+)/.exec(line)?.[1];
    if (port) return `http://localhost:${port}/api`;
  }
  throw new Error('the server ended before it listened');
}

const at = await address();
child.stdout.resume();
const json = { 'Content-Type': 'application/json' };
const ask = async (path, method = 'GET', body = undefined, headers = {}) => {
  const answer = await fetch(`${at}${path}`, { method, headers: { ...json, ...headers }, body: body && JSON.stringify(body) });
  if (!answer.ok) throw new Error(`${path} was answered by ${answer.status}`);
  return answer;
};
const { people } = await (await ask('/me')).json();
const entered = await ask('/sign-in/demo', 'POST', { id: people[0].id, device: 'tests' });
const own = { Cookie: entered.headers.get('set-cookie').split(';')[0] };
await ask(`/days/${day}`, 'GET', undefined, own);
for (let tries = 0; tries < 600; tries += 1) {
  const { meters } = await (await ask('/saved', 'GET', undefined, own)).json();
  if (!meters.behind) break;
  await new Promise((done) => setTimeout(done, 100));
}
// Who asked leaves no device behind.
await ask('/sign-out', 'POST', undefined, own);
child.kill('SIGTERM');
await once(child, 'exit');
