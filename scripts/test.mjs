/** npm test: every check from a fresh clone. Ends by printing one line alone: N passed, N failed. */
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildWeb, checkNode, chromium, install, ROOT, say, tool } from './lib/setup.mjs';

checkNode();
install();

let passed = 0;
let failed = 0;
const reports = join(ROOT, 'node_modules', '.cache', 'elm-mist');
mkdirSync(reports, { recursive: true });

function check(name, work) {
  const started = Date.now();
  say(`${name} …`);
  const ok = work() === 0;
  if (ok) passed += 1;
  else failed += 1;
  say(`${name}: ${ok ? 'passed' : 'FAILED'} in ${((Date.now() - started) / 1000).toFixed(0)} s`);
}

/** Runs a test runner and takes its own counts; a runner that died without a report counts as one failure. */
function counted(name, report, work, read) {
  const started = Date.now();
  say(`${name} …`);
  rmSync(report, { force: true });
  const status = work();
  const counts = existsSync(report) ? read(JSON.parse(readFileSync(report, 'utf8'))) : { passed: 0, failed: 0 };
  if (counts.passed + counts.failed === 0 || (status !== 0 && counts.failed === 0)) counts.failed += 1;
  passed += counts.passed;
  failed += counts.failed;
  say(`${name}: ${counts.passed} passed, ${counts.failed} failed in ${((Date.now() - started) / 1000).toFixed(0)} s`);
}

for (const project of ['core', 'contract', 'server', 'app', 'e2e', 'scripts'])
  check(`types: ${project}`, () => tool('typescript/bin/tsc', ['-p', project]));
check('lint', () => tool('eslint/bin/eslint.js', ['.', '--max-warnings', '0']));
check('format', () => tool('prettier/bin/prettier.cjs', ['--check', '--log-level', 'warn', '.']));
check('import boundaries', () =>
  tool('dependency-cruiser/bin/dependency-cruise.mjs', [
    '--config',
    '.dependency-cruiser.cjs',
    '--output-type',
    'err',
    'core/src',
    'contract/src',
    'server/src',
    'app/src',
    'e2e',
  ]),
);

const jestReport = join(reports, 'jest.json');
counted(
  'unit and server tests',
  jestReport,
  () => tool('jest/bin/jest.js', ['--json', `--outputFile=${jestReport}`, '--silent=false']),
  (report) => ({ passed: report.numPassedTests, failed: report.numFailedTests + report.numRuntimeErrorTestSuites }),
);

const browser = chromium();
if (browser) {
  check('interface builds', () => (buildWeb() ? 0 : 1));
  const report = join(ROOT, 'e2e', 'test-results', 'report.json');
  counted(
    'browser tests',
    report,
    () =>
      tool('@playwright/test/cli.js', ['test', '--project=phone', '--project=wide'], {
        cwd: join(ROOT, 'e2e'),
        env: { ...process.env, ELM_MIST_CHROMIUM: browser },
      }),
    ({ stats }) => ({ passed: stats.expected, failed: stats.unexpected + stats.flaky }),
  );
} else {
  failed += 1;
}

console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 && passed > 0 ? 0 : 1);
