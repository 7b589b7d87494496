/** Runs a tool that has to end: one that does not is stopped with whatever it started, and counts as failed. Node built-ins only. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ROOT, say } from './setup.mjs';

const running = new Set();
const stop = (child) => {
  try {
    // Its group: what it started is stopped with it.
    process.kill(-child.pid, 'SIGKILL');
  } catch {
    // Gone already.
  }
};
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.once(signal, () => {
    running.forEach(stop);
    process.exit(1);
  });

/**
 * Runs an installed node tool.
 * @param script its path under node_modules · options of `spawn`
 * @param seconds it may take; twenty minutes and more are a tool that hangs, not one that is slow
 * @param shown whether its output is shown as it comes; else it is held back, so that two may run side by side
 * @returns its exit code, and what was held back
 */
export const limited = (script, args, options = {}, seconds = 1500, shown = false) =>
  new Promise((done) => {
    const child = spawn(process.execPath, [join(ROOT, 'node_modules', script), ...args], {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'pipe'],
      detached: process.platform !== 'win32',
      ...options,
    });
    running.add(child);
    let output = '';
    const keep = (chunk) => {
      if (shown) process.stdout.write(chunk);
      else output += chunk;
    };
    child.stdout.on('data', keep);
    child.stderr.on('data', keep);
    let late = false;
    const clock = setTimeout(() => {
      late = true;
      say(`${script} did not end within ${seconds} s and was stopped; what it said before that follows`);
      stop(child);
    }, seconds * 1000);
    const end = (code, words = '') => {
      clearTimeout(clock);
      running.delete(child);
      // What it left behind would hold this program's output open.
      stop(child);
      done({ code: late ? 1 : code, output: output + words });
    };
    child.once('error', (error) => end(1, String(error)));
    child.once('exit', (code) => setTimeout(() => end(code ?? 1), 50));
  });
