/**
 * The server as one file, server/dist/program-HASH.cjs, and what starts it, server/dist/main.cjs: several times as fast as from its sources, which
 * are some hundred files. Its lines are as they are written there, so that a trace can be read.
 */
import { mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build, stop } from 'esbuild';

const ROOT = resolve(fileURLToPath(import.meta.url), '../../..');
const DIST = join(ROOT, 'server/dist');
export const SERVER_FILE = join(DIST, 'main.cjs');

const common = { bundle: true, platform: 'node', target: 'node20', format: 'cjs', logLevel: 'error' };

/**
 * What the program imports only once it needs it is brought by its first file: the engine refuses an import of code that was kept.
 * @throws Error for one that names no package by a plain word
 */
function brought(source) {
  const text = source.replace(/\bimport\(("[\w@./-]+")\)/g, 'bring($1)');
  // But for types in comments.
  const left = /^(?!\s*(?:\/\/|\*)).*(?<![{|<] ?)\bimport\(.*$/m.exec(text);
  if (left) throw new Error(`The server imports in a way that kept code cannot: ${left[0].trim()}`);
  return text;
}

const whole = {
  ...common,
  outdir: DIST,
  outExtension: { '.js': '.cjs' },
  // Native parts cannot be put into one file; what few shops use is loaded from its own.
  external: ['@node-rs/argon2', 'libsql', 'pdfjs-dist', 'pdfmake', 'selfsigned', 'sharp'],
  // Koa asks of each answer whether it is one of Node's web client, and the name alone loads all of that client: nothing here is one.
  banner: { js: "const moduleUrl = require('node:url').pathToFileURL(__filename).href;\nclass WebResponse {}" },
  define: { 'import.meta.url': 'moduleUrl', Response: 'WebResponse' },
};

export async function bundleServer() {
  const { outputFiles } = await build({
    ...whole,
    entryPoints: { program: join(ROOT, 'server/src/main.ts') },
    entryNames: '[name]-[hash]',
    write: false,
  });
  const [{ path, text }] = outputFiles;
  const program = basename(path);
  mkdirSync(DIST, { recursive: true });
  writeFileSync(path, brought(text));
  await build({
    ...common,
    entryPoints: [join(ROOT, 'server/build/main.cjs')],
    outfile: SERVER_FILE,
    define: { 'process.env.ELM_MIST_PROGRAM': JSON.stringify(program) },
  });
  // What was made before goes; the program's own compiled code stays.
  const own = ['main.cjs', program, `${program}.code`];
  for (const file of readdirSync(DIST)) if (!own.includes(file)) rmSync(join(DIST, file), { force: true, recursive: true });
  // Its service would live as long as whoever asked for this, and the shop's machine runs for months.
  await stop();
}

/** Beside it what opens many shops in one process, for the browser tests; it goes with the next program. */
export const bundleManyShops = () => build({ ...whole, entryPoints: { manyShops: join(ROOT, 'server/test/manyShops.ts') } });

if (process.argv[1] === fileURLToPath(import.meta.url)) await (process.argv[2] === 'many' ? bundleManyShops() : bundleServer());
