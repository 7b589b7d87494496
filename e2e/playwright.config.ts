import { defineConfig } from '@playwright/test';

const chromium = (process.env['ELM_MIST_CHROMIUM'] as string | undefined) ?? '/usr/bin/chromium-headless-shell';

export default defineConfig({
  testDir: '.',
  // Bundled already, when all tests are run.
  build: { external: ['../core/dist/**'] },
  globalSetup: './support/bundle.ts',
  outputDir: './test-results',
  timeout: 420_000,
  // Patience for a busy machine, which may stand still for half a minute; no check asks how long it took.
  expect: { timeout: 60_000 },
  workers: 3,
  // Each test has a server of its own: whichever is next runs wherever there is room.
  fullyParallel: true,
  retries: 0,
  reporter: [['list'], ['json', { outputFile: './test-results/report.json' }]],
  use: {
    timezoneId: 'America/Chicago',
    locale: 'en-US',
    actionTimeout: 60_000,
    // A trace costs every test a third of its time: with --trace on, when one fails and nobody sees why.
    trace: 'off',
    screenshot: 'only-on-failure',
    // The program is kept on the device where that is what is tested.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: chromium,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  projects: [
    // The longest first.
    { name: 'wide', testMatch: 'specs/mainJob.spec.ts', use: { viewport: { width: 1280, height: 800 } } },
    { name: 'phone', testMatch: 'specs/*.spec.ts', use: { viewport: { width: 390, height: 844 }, hasTouch: true } },
    { name: 'screenshots', testMatch: 'screenshots.ts', use: { viewport: { width: 390, height: 844 } } },
  ],
});
