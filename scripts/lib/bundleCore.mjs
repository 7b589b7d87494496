/**
 * Core bundled, core/dist, for whoever asks for them by the condition `bundled`: the browser tests' runner would compile its four hundred
 * files one by one for the few functions that tests use.
 */
import { readdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const CORE = resolve(fileURLToPath(import.meta.url), '../../../core');

export const CORE_BUNDLED = '--conditions=elm-mist-bundled';

export async function bundleCore() {
  const faces = readdirSync(join(CORE, 'src')).filter((folder) => folder !== 'testing');
  await build({
    entryPoints: [...faces.map((folder) => join(CORE, 'src', folder, 'index.ts')), join(CORE, 'src/testing/fullRun.ts')],
    outbase: join(CORE, 'src'),
    outdir: join(CORE, 'dist'),
    bundle: true,
    // What several use is there once.
    splitting: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    outExtension: { '.js': '.mjs' },
    packages: 'external',
    logLevel: 'error',
  });
}
