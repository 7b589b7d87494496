/**
 * Core as two files, core/dist, for whoever asks for them by the condition `bundled`: the browser tests' runner would compile its four hundred
 * files one by one for the few functions that tests use.
 */
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const CORE = resolve(fileURLToPath(import.meta.url), '../../../core');

export const CORE_BUNDLED = '--conditions=elm-mist-bundled';

export async function bundleCore() {
  await build({
    entryPoints: { index: join(CORE, 'src/index.ts'), fullRun: join(CORE, 'src/testing/fullRun.ts') },
    outdir: join(CORE, 'dist'),
    bundle: true,
    // What both use is there once.
    splitting: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    outExtension: { '.js': '.mjs' },
    packages: 'external',
    logLevel: 'error',
  });
}
