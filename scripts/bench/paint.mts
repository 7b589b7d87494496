import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';

const ROOT = join(import.meta.dirname, '../..');

/** Runs in the page; as text, so that no helper of the build is needed there. */
const MEASURE = `new Promise((done) => {
  const started = performance.now();
  const watch = () => {
    const seen = document.querySelector('[data-testid="bead-plan"]') !== null;
    requestAnimationFrame(seen ? () => done(performance.now() - started) : watch);
  };
  document.querySelector('[data-testid="look-next"]').click();
  watch();
})`;

/**
 * Time from the press that gives the last answer of Look to the first frame that shows the plan, ms: the middle of five visits to it,
 * in headless Chromium at phone size against the real server. Null when there is no Chromium.
 */
export async function planPaintMs(executablePath: string | null): Promise<number | null> {
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
    await page.goto(`${url}/visits/demo-visit-14/look`);
    await page.getByTestId('look-next').click();
    await page.getByTestId('as-last-time').click();
    const times: number[] = [];
    for (let round = 0; round < 6; round += 1) {
      await page.goto(`${url}/visits/demo-visit-14/look?part=fennick-hp-out`);
      await page.getByTestId('as-last-time').click();
      await page.getByTestId('look-next').click();
      await page.getByRole('tab', { name: 'Indoor coil', selected: true }).waitFor();
      await page.getByTestId('as-last-time').click();
      const spent = await page.evaluate<number>(MEASURE);
      // The first round loads the route's own script; the others are what a second look costs.
      if (round > 0) times.push(spent);
    }
    return times.sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? null;
  } finally {
    await browser.close();
    await new Promise((done) => {
      server.once('exit', done);
      server.kill('SIGTERM');
    });
    rmSync(data, { recursive: true, force: true });
  }
}
