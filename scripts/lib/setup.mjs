/** Set-up that start, test, dev and bench share. Node built-ins only: it runs before anything is installed. */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import firstScript from '../../app/build/firstScript.cjs';
import { addressed } from './addressed.mjs';
import { packBuild } from './packed.mjs';

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '../..');
export const say = (text) => console.log(`elm-mist: ${text}`);

/** Ends the program with a sentence. */
export function giveUp(text) {
  console.error(`elm-mist: ${text}`);
  process.exit(1);
}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) giveUp(`Node 20.19 or later is needed; this is ${process.versions.node}.`);
}

/** Runs a command with its output shown. @returns its exit code */
export const run = (command, args, options = {}) => spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options }).status ?? 1;

/** Runs a node tool that was installed here. */
export const tool = (script, args, options = {}) => run(process.execPath, [join(ROOT, 'node_modules', script), ...args], options);

export const start = (command, args, options = {}) => spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options });

/** Waits for a started command. @returns its exit code */
const ended = (child) =>
  new Promise((done) => {
    child.once('error', () => done(1));
    child.once('exit', (code) => done(code ?? 1));
  });

const hashOf = (parts) => {
  const hash = createHash('sha256');
  for (const part of parts) hash.update(part);
  return hash.digest('hex');
};
const read = (file) => (existsSync(file) ? readFileSync(file, 'utf8') : '');

/** Taken by npm before the lock beside it; there only while it installs. */
const ADDRESSED = join(ROOT, 'npm-shrinkwrap.json');

/** Installs what the lock says, with addresses at first; a registry that keeps packages elsewhere is asked for each. @returns npm's exit code */
async function installed(args) {
  const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';
  const ci = (...more) => ended(start(npm, ['ci', '--no-audit', '--no-fund', '--prefer-offline', ...args, ...more]));
  writeFileSync(ADDRESSED, addressed(read(join(ROOT, 'package-lock.json'))));
  const code = await ci('--replace-registry-host=always');
  rmSync(ADDRESSED, { force: true });
  return code === 0 ? 0 : ci();
}

/**
 * Installs from the lock file when nothing is installed yet, or something else is.
 * @param all with what only tests and checks need; a shop's own machine does without
 */
export async function install({ all = true } = {}) {
  // Left by an install that was cut off.
  rmSync(ADDRESSED, { force: true });
  const stamp = join(ROOT, 'node_modules', '.elm-mist-installed');
  const wanted = hashOf([read(join(ROOT, 'package-lock.json')), process.versions.modules]);
  const there = read(stamp);
  if (there === wanted || (!all && there === `${wanted} to run`)) return;
  say('installing packages');
  if ((await installed(all ? [] : ['--omit=dev'])) !== 0) giveUp('the packages could not be installed; the lines above say why.');
  writeFileSync(stamp, all ? wanted : `${wanted} to run`);
}

function* filesUnder(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* filesUnder(path);
    else if (!/\.test\.tsx?$/.test(entry.name)) yield path;
  }
}

/**
 * Builds the interface when its sources changed since the last build.
 * @param options.workers how many files are compiled at once
 * @param options.through runs the builder and gives its exit code and output; by default its output is shown as it comes
 * @returns false when it could not be built
 */
export async function buildWeb({
  workers = availableParallelism(),
  through = async (script, args, options) => ({ code: tool(script, args, options), output: '' }),
} = {}) {
  const sources = ['core/src', 'contract/src', 'app/src', 'app/public'].flatMap((folder) => [...filesUnder(join(ROOT, folder))]);
  const settings = [
    'app/app.json',
    'app/package.json',
    'app/metro.config.js',
    'app/babel.config.js',
    'app/build/compile.cjs',
    'app/build/directNames.cjs',
    'app/build/firstScript.cjs',
    'app/build/minify.cjs',
    'scripts/lib/packed.mjs',
    'scripts/lib/shell.mjs',
    'package-lock.json',
  ].map((file) => join(ROOT, file));
  const wanted = hashOf([...sources, ...settings].flatMap((file) => [file.slice(ROOT.length), readFileSync(file)]));
  const dist = join(ROOT, 'app', 'dist');
  const stamp = join(dist, '.built-from');
  if (read(stamp) === wanted) return true;
  say('building the interface (about a minute the first time)');
  const { code, output } = await through(
    'expo/bin/cli',
    ['export', '-p', 'web', '--output-dir', 'dist', '--max-workers', String(workers)],
    {
      cwd: join(ROOT, 'app'),
      env: { ...process.env, CI: '1', EXPO_NO_TELEMETRY: '1', EXPO_OFFLINE: '1', NODE_ENV: 'production' },
    },
  );
  if (code !== 0) {
    if (output) console.log(output);
    console.error('elm-mist: the interface could not be built; the lines above say why.');
    return false;
  }
  firstScript.partFirstScript(dist);
  // Only there once the packages are.
  const { makeShell } = await import('./shell.mjs');
  const { count, size } = await makeShell(dist);
  await packBuild(dist);
  say(`interface built: ${count} files, ${(size / 1e6).toFixed(1)} MB, open with no signal`);
  writeFileSync(stamp, wanted);
  return true;
}

// The shell draws the same pages without a window's own works, with a sixth less work for the machine.
const BROWSERS = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium', '/usr/bin/chromium-browser'];
const BROWSER_PACKAGES = ['chromium-headless-shell', 'chromium'];

/** Path of a Chromium for the browser tests, installed with apt-get when it is missing and that is allowed; else null, having said what to install. */
export async function chromium() {
  const named = process.env.ELM_MIST_CHROMIUM;
  if (named) return existsSync(named) ? named : giveUp(`ELM_MIST_CHROMIUM names no file: ${named}`);
  const found = () => BROWSERS.find((path) => existsSync(path)) ?? null;
  if (found()) return found();
  const root = process.getuid?.() === 0;
  const apt = spawnSync('apt-get', ['--version'], { stdio: 'ignore' }).status === 0;
  if (root && apt) {
    say('installing Chromium for the browser tests');
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    await ended(start('apt-get', ['update', '-qq'], { env, stdio: 'ignore' }));
    for (const name of BROWSER_PACKAGES) {
      await ended(
        start('apt-get', ['install', '-y', '-qq', '--no-install-recommends', name], { env, stdio: ['ignore', 'ignore', 'inherit'] }),
      );
      if (found()) return found();
    }
  }
  console.error(
    'elm-mist: the browser tests need Chromium. On Debian: apt-get install chromium-headless-shell, or chromium. Elsewhere: set ELM_MIST_CHROMIUM to its path.',
  );
  return null;
}
