const { execFileSync } = require('node:child_process');
const { mkdtempSync, renameSync, rmSync } = require('node:fs');
const { tmpdir } = require('node:os');
const { join } = require('node:path');

/**
 * Before the server tests: the server as it is now, in the one file that is shipped, and a folder of the demo that each test begins with a copy of.
 * Where one is named it is left there, whole or not at all, for the browser tests after these.
 */
module.exports = async () => {
  const { bundleServer } = await import('../../scripts/lib/bundleServer.mjs');
  await bundleServer();
  const made = mkdtempSync(join(tmpdir(), 'elm-mist-demo-'));
  execFileSync(process.execPath, [join(__dirname, '../../scripts/lib/demoFolder.mjs'), made, '2026-06-11'], { stdio: 'inherit' });
  const named = process.env.ELM_MIST_TESTS_DEMO;
  if (named) renameSync(made, named);
  process.env.ELM_MIST_SEEDED = named || made;
  if (!named) process.once('exit', () => rmSync(made, { recursive: true, force: true }));
};
