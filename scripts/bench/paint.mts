import { withPage } from './withPage.mts';

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
 * Time from the press that gives the last answer of Look to the first frame that shows the plan, ms: the middle of five visits to it. Null when there
 * is no Chromium.
 */
export const planPaintMs = (executablePath: string | null): Promise<number | null> =>
  withPage(executablePath, async (page, url) => {
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
    return times.sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? NaN;
  });

/** Fifteen seconds of a kit, once a second. */
const LONG_TASKS = `new Promise((done) => {
  let [longest, count] = [0, 0];
  const seen = new PerformanceObserver((list) => {
    for (const task of list.getEntries()) { longest = Math.max(longest, task.duration); count += 1; }
  });
  seen.observe({ type: 'longtask' });
  setTimeout(() => done({ longest, count }), 15000);
})`;

/** How long the page of readings is held at most while a kit of some twenty quantities streams into it, ms, and how often beyond 50 ms. Null when there is no Chromium. */
export const kitPageMs = (executablePath: string | null): Promise<{ longest: number; count: number } | null> =>
  withPage(executablePath, async (page, url) => {
    await page.goto(`${url}/visits/demo-visit-13/readings?side=before`);
    await page.getByTestId('kit-start').click();
    await page.getByText('All steady over three minutes.').waitFor();
    return page.evaluate<{ longest: number; count: number }>(LONG_TASKS);
  });
