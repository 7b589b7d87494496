import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';

const ROOT = join(import.meta.dirname, '../..');

/** Work on a page of headless Chromium at phone size, against the real server on the demo, signed in as its owner. Null when there is no Chromium. */
export async function withPage<T>(executablePath: string | null, work: (page: Page, url: string) => Promise<T>): Promise<T | null> {
  if (!executablePath) return null;
  const data = mkdtempSync(join(tmpdir(), 'elm-mist-paint-'));
  const port = 5300 + (process.pid % 1000);
  const url = `http://localhost:${port}`;
  const env = { ...process.env, PORT: String(port), ELM_MIST_DATA: data, ELM_MIST_DEMO_DAY: '2026-06-11', ELM_MIST_LOG: 'silent' };
  const server = spawn(process.execPath, ['server/dist/main.cjs'], { cwd: ROOT, env, stdio: 'ignore' });
  const ready = () =>
    fetch(`${url}/api/health`).then(
      (answer) => answer.ok,
      () => false,
    );
  for (let tries = 0; tries < 200 && !(await ready()); tries += 1) await new Promise((done) => setTimeout(done, 50));
  const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'] });
  try {
    const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
    await page.request.post(`${url}/api/sign-in/demo`, { data: { id: 'wren-cotter', device: 'bench' } });
    return await work(page, url);
  } finally {
    await browser.close();
    await new Promise((done) => {
      server.once('exit', done);
      server.kill('SIGTERM');
    });
    rmSync(data, { recursive: true, force: true });
  }
}
