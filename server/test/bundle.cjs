const { execFileSync } = require('node:child_process');
const { mkdtempSync, rmSync } = require('node:fs');
const { tmpdir } = require('node:os');
const { join } = require('node:path');

/** Before the server tests: the server as it is now, in the one file that is shipped, and a folder of the demo that each test begins with a copy of. */
module.exports = async () => {
  const { bundleServer } = await import('../../scripts/lib/bundleServer.mjs');
  await bundleServer();
  const folder = mkdtempSync(join(tmpdir(), 'elm-mist-demo-'));
  execFileSync(process.execPath, [join(__dirname, '../../scripts/lib/demoFolder.mjs'), folder, '2026-06-11'], { stdio: 'inherit' });
  process.env.ELM_MIST_SEEDED = folder;
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
};
