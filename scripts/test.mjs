/** npm test: every check from a fresh clone. Ends by printing one line alone: N passed, N failed. */
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { FIRST_SCREEN_LIMIT_KB, firstScreenKb } from './lib/firstScreen.mjs';
import { limited } from './lib/limited.mjs';
import { buildWeb, checkNode, chromium, install, ROOT, say } from './lib/setup.mjs';

checkNode();
// The browser comes from another source than the packages: both are fetched at once.
const browserReady = chromium();
await install();

let passed = 0;
let failed = 0;
const reports = join(ROOT, 'node_modules', '.cache', 'elm-mist');
mkdirSync(reports, { recursive: true });
// One demo folder for the server tests, who make it, and for the browser tests after them.
const beside = mkdtempSync(join(tmpdir(), 'elm-mist-tests-'));
process.env.ELM_MIST_TESTS_DEMO = join(beside, 'demo');
process.once('exit', () => rmSync(beside, { recursive: true, force: true }));
const seconds = (since) => `${((Date.now() - since) / 1000).toFixed(0)} s`;

/** With its output held back until it ends, so that two may run side by side. */
const quietly = (script, args, options) => limited(script, args, options);

async function check(name, work) {
  const started = Date.now();
  const { code, output } = await work();
  if (code === 0) passed += 1;
  else failed += 1;
  if (code !== 0 && output) console.log(output);
  say(`${name}: ${code === 0 ? 'passed' : 'FAILED'} in ${seconds(started)}`);
}

/** Runs a test runner and takes its own counts; a runner that died without a report counts as one failure. */
async function counted(name, report, work, read) {
  const started = Date.now();
  say(`${name} …`);
  rmSync(report, { force: true });
  const { code, output } = await work();
  const counts = existsSync(report) ? read(JSON.parse(readFileSync(report, 'utf8'))) : { passed: 0, failed: 0 };
  if (counts.passed + counts.failed === 0 || (code !== 0 && counts.failed === 0)) counts.failed += 1;
  passed += counts.passed;
  failed += counts.failed;
  if (counts.failed > 0 && output) console.log(output);
  say(`${name}: ${counts.passed} passed, ${counts.failed} failed in ${seconds(started)}`);
}

/** Two at a time, in the order given: there are two cores on the smallest machine that is meant. */
async function sideBySide(jobs) {
  const waiting = [...jobs];
  const lane = async () => {
    for (let job = waiting.shift(); job; job = waiting.shift()) await job();
  };
  await Promise.all([lane(), lane()]);
}

const SOURCES = ['core/src', 'contract/src', 'server/src', 'app/src', 'e2e'];
/** Tests of some of the projects, as one job; what a failed test left open must not keep the rest from being told. */
const jest = (name, ...projects) => {
  const report = join(reports, `jest-${projects[0]}.json`);
  const args = ['--json', `--outputFile=${report}`, '--silent=false', '--maxWorkers=1', '--verbose', '--forceExit'];
  const reporters = ['--reporters=default', `--reporters=${join(ROOT, 'scripts/lib/runningFile.cjs')}`];
  const running = `${report}.running`;
  return () =>
    counted(
      name,
      report,
      async () => {
        rmSync(running, { force: true });
        const env = { ...process.env, ELM_MIST_RUNNING: running };
        const told = await quietly('jest/bin/jest.js', [...args, ...reporters, '--selectProjects', ...projects], { env });
        // Stopped in the middle of a file: that is the one which does not end.
        return existsSync(running) ? { ...told, output: `${told.output}\nStopped in ${readFileSync(running, 'utf8')}\n` } : told;
      },
      (told) => ({ passed: told.numPassedTests, failed: told.numFailedTests + told.numRuntimeErrorTestSuites }),
    );
};
const browser = await browserReady;
// The longest first, so that neither core waits for the other at the end.
await sideBySide([
  jest('server tests', 'server'),
  jest('core tests', 'core'),
  jest('interface and contract tests', 'app', 'contract'),
  ...(browser
    ? [
        async () => {
          await check('interface builds', async () => ({ code: (await buildWeb({ workers: 1, through: quietly })) ? 0 : 1 }));
          await check(`first screen's script within ${FIRST_SCREEN_LIMIT_KB} kB`, async () => {
            const kb = firstScreenKb(join(ROOT, 'app/dist'));
            return {
              code: kb <= FIRST_SCREEN_LIMIT_KB ? 0 : 1,
              output: `The first screen waits for ${kb.toFixed(1)} kB of script, gzipped.`,
            };
          });
        },
      ]
    : []),
  () => check('format', () => quietly('oxfmt/bin/oxfmt', ['--check', '.'])),
  () => check('lint', () => quietly('oxlint/bin/oxlint', ['--type-aware', '--report-unused-disable-directives', '--deny-warnings', '.'])),
  // Everything at once; then what must do without a page, and what must do without a page and a server: contract with core.
  ...['.', 'server', 'contract'].map(
    (project) => () => check(`types: ${project === '.' ? 'all' : project}`, () => quietly('typescript-native/bin/tsc', ['-p', project])),
  ),
  () => check('what is exported is used', () => quietly('knip/bin/knip.js', ['--no-progress'])),
  () =>
    check('import boundaries', () =>
      quietly('dependency-cruiser/bin/dependency-cruise.mjs', ['--config', '.dependency-cruiser.cjs', '--output-type', 'err', ...SOURCES]),
    ),
]);

if (browser) {
  // Only there once the packages are.
  const { bundleCore, CORE_BUNDLED } = await import('./lib/bundleCore.mjs');
  await bundleCore();
  const report = join(ROOT, 'e2e', 'test-results', 'report.json');
  await counted(
    'browser tests',
    report,
    () =>
      limited(
        '@playwright/test/cli.js',
        ['test', '--project=phone', '--project=wide'],
        { cwd: join(ROOT, 'e2e'), env: { ...process.env, ELM_MIST_CHROMIUM: browser, NODE_OPTIONS: CORE_BUNDLED } },
        1800,
        true,
      ),
    ({ stats }) => ({ passed: stats.expected, failed: stats.unexpected + stats.flaky }),
  );
} else {
  failed += 1;
}

console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 && passed > 0 ? 0 : 1);
