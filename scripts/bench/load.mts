import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { load } from '../../server/test/load';
import { demoCookie } from './signIn.mts';

const ROOT = join(import.meta.dirname, '../..');
const VISITS = ['demo-visit-13', 'demo-visit-14', 'demo-visit-15', 'demo-visit-16'];

/** 500 phones that each follow a visit and enter something every twelve seconds, and fifty that never read. @param minutes how long */
export async function loadFigures(minutes: number): Promise<[string, string][]> {
  const data = mkdtempSync(join(tmpdir(), 'elm-mist-load-'));
  const port = 7300 + (process.pid % 500);
  const url = `http://localhost:${port}`;
  const env = { ...process.env, PORT: String(port), ELM_MIST_DATA: data, ELM_MIST_DEMO_DAY: '2026-06-11', ELM_MIST_LOG: 'silent' };
  const server: ChildProcess = spawn(process.execPath, ['server/dist/main.cjs'], { cwd: ROOT, env, stdio: 'ignore' });
  const ready = () =>
    fetch(`${url}/api/health`).then(
      (answer) => answer.ok,
      () => false,
    );
  while (!(await ready())) await new Promise((done) => setTimeout(done, 20));
  try {
    const cookie = await demoCookie(url);
    const figures = await load({
      port,
      cookie,
      pid: () => server.pid ?? null,
      visitIds: VISITS,
      phones: 500,
      deaf: 50,
      seconds: minutes * 60,
      paceMs: 12_000,
    });
    const [early = NaN, late = NaN] = figures.rssMb ?? [];
    const name = `500 phones for ${minutes} min, ${figures.appends.toLocaleString('en-US')} entries`;
    return [
      [`${name}, an answer (limit p99 250 ms)`, `p50 ${figures.p50Ms.toFixed(0)} ms, p99 ${figures.p99Ms.toFixed(0)} ms`],
      [`${name}, memory early and late`, `${early.toFixed(0)} and ${late.toFixed(0)} MB`],
      [`${name}, told of changes`, figures.told.toLocaleString('en-US')],
    ];
  } finally {
    await new Promise((done) => {
      server.once('exit', done);
      server.kill('SIGTERM');
    });
    rmSync(data, { recursive: true, force: true });
  }
}
