/**
 * Shipped as server/dist/main.cjs: runs the program beside it with the compiled code that its last run left, which takes a third off a start
 * and off each of its threads. The keep is never needed: what is missing, of another engine, or cannot be written is compiled as ever.
 */
const { closeSync, fsyncSync, openSync, readFileSync, renameSync, rmSync, writeFileSync } = require('node:fs');
const { createRequire } = require('node:module');
const { join } = require('node:path');
const { Script } = require('node:vm');
const { isMainThread } = require('node:worker_threads');

/** Its name holds a hash of what it is, so that no code is kept for another program; put in when it is bundled. */
const program = join(__dirname, process.env.ELM_MIST_PROGRAM);
const kept = `${program}.code`;

const read = () => {
  try {
    return readFileSync(kept);
  } catch {
    return undefined;
  }
};

const script = new Script(`(function (require, bring, __filename, __dirname) {${readFileSync(program, 'utf8')}\n})`, {
  filename: program,
  cachedData: read(),
});

/** Whole or not at all, even when the power goes. */
function keep() {
  const half = `${kept}.${process.pid}`;
  try {
    const file = openSync(half, 'wx');
    writeFileSync(file, script.createCachedData());
    fsyncSync(file);
    closeSync(file);
    renameSync(half, kept);
  } catch {
    // A program that lies where it may not write, or a full disk.
    rmSync(half, { force: true });
  }
}

// After a run that served; a command uses too little of the program.
if (isMainThread && script.cachedDataRejected !== false && process.argv.length === 2) process.once('exit', keep);

// Threads begin here as well.
script.runInThisContext()(createRequire(program), (name) => import(name), join(__dirname, 'main.cjs'), __dirname);
