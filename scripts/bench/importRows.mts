import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoCookie } from './signIn.mts';

const ROOT = join(import.meta.dirname, '../..');
const ROWS = 50_000;

export interface ImportFigures {
  rows: number;
  seconds: number;
  /** Longest that another request waited meanwhile, ms. */
  longestWaitMs: number;
  /** Growth of the server's largest memory over what it had before, MB; null where the system does not tell. */
  memoryMb: number | null;
}

const peakMb = (pid: number): number | null => {
  try {
    const line = /VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'));
    return line ? Number(line[1]) / 1024 : null;
  } catch {
    return null;
  }
};

/** A stock file of 50,000 rows sent to the real server, with other requests asked all the while. */
export async function importFigures(format: 'csv' | 'json'): Promise<ImportFigures> {
  const data = mkdtempSync(join(tmpdir(), 'elm-mist-import-'));
  const port = 6300 + (process.pid % 1000);
  const url = `http://localhost:${port}/api`;
  const child = spawn(process.execPath, ['server/dist/main.cjs'], {
    cwd: ROOT,
    env: { ...process.env, PORT: String(port), ELM_MIST_DATA: data, ELM_MIST_LOG: 'silent' },
    stdio: 'ignore',
  });
  const healthy = () =>
    fetch(`${url}/health`).then(
      (answer) => answer.ok,
      () => false,
    );
  while (!(await healthy())) await new Promise((done) => setTimeout(done, 20));
  const Cookie = await demoCookie(`http://localhost:${port}`);
  const before = peakMb(child.pid ?? 0);
  const csv = `product,lot,expires,size L,left L\r\n${Array.from({ length: ROWS }, (_, i) => `Tansy neutral wash,"L ${i}",2027-0${(i % 9) + 1}-15,3.785,${(i % 38) / 10}`).join('\r\n')}\r\n`;
  const row = (i: number) => ({ product: 'Tansy neutral wash', lot: `L ${i}`, expires: '2027-05-15', 'size L': '3.785', 'left L': '1.5' });
  const body = format === 'csv' ? csv : JSON.stringify({ stock: Array.from({ length: ROWS }, (_, i) => row(i)) });
  let running = true;
  let longestWaitMs = 0;
  const asking = (async () => {
    while (running) {
      const asked = performance.now();
      await healthy();
      longestWaitMs = Math.max(longestWaitMs, performance.now() - asked);
      await new Promise((done) => setTimeout(done, 5));
    }
  })();
  const started = performance.now();
  const answer = await fetch(`${url}/shelf/import?kind=stock&format=${format}`, { method: 'POST', headers: { Cookie }, body });
  const last = (await answer.text()).trim().split('\n').at(-1) ?? '';
  const seconds = (performance.now() - started) / 1000;
  running = false;
  await asking;
  const { added } = JSON.parse(last) as { added?: number };
  if (added !== ROWS) throw new Error(`the import ended with ${last}`);
  const after = peakMb(child.pid ?? 0);
  await new Promise((done) => {
    child.once('exit', done);
    child.kill('SIGTERM');
  });
  rmSync(data, { recursive: true, force: true });
  return { rows: ROWS, seconds, longestWaitMs, memoryMb: before !== null && after !== null ? after - before : null };
}
