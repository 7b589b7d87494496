/** The server as one file, server/dist/main.cjs. Its lines are as they are in its sources, so that a trace can be read. */
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build, context, stop } from 'esbuild';

const ROOT = resolve(fileURLToPath(import.meta.url), '../../..');
const DIST = join(ROOT, 'server/dist');
export const SERVER_FILE = join(DIST, 'main.cjs');

const bundle = (entryPoints) => ({
  entryPoints,
  outdir: DIST,
  outExtension: { '.js': '.cjs' },
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'cjs',
  logLevel: 'error',
  // Native parts cannot be put into one file; what few shops use is loaded from its own.
  external: ['@node-rs/argon2', 'libsql', 'pdfjs-dist', 'pdfmake', 'selfsigned', 'sharp'],
  banner: { js: "const moduleUrl = require('node:url').pathToFileURL(__filename).href;" },
  define: { 'import.meta.url': 'moduleUrl' },
});
const SERVER = bundle({ main: join(ROOT, 'server/src/main.ts') });

export async function bundleServer() {
  await build(SERVER);
  // Its service would live as long as whoever asked for this, and the shop's machine runs for months.
  await stop();
}

/** Beside it what opens many shops in one process, for the browser tests. */
export const bundleManyShops = () => build(bundle({ manyShops: join(ROOT, 'server/test/manyShops.ts') }));

/** Bundles the server again as its sources are saved. */
export const watchServer = async () => (await context(SERVER)).watch();

if (process.argv[1] === fileURLToPath(import.meta.url)) await (process.argv[2] === 'many' ? bundleManyShops() : bundleServer());
