/** Writes down which test file is running, so that one that never ends can be named. Where to is told by `ELM_MIST_RUNNING`. */
const { rmSync, writeFileSync } = require('node:fs');
const { relative } = require('node:path');

const at = process.env.ELM_MIST_RUNNING;

module.exports = class RunningFile {
  onTestFileStart({ path, context }) {
    if (at) writeFileSync(at, relative(context.config.cwd, path));
  }
  onTestFileResult() {
    if (at) rmSync(at, { force: true });
  }
};
