/** The build's files packed once, so that no phone waits for the server to pack them, and the server packs none twice. */
import { readdirSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

const PACKS = /\.(html|js|css|svg|ttf|json|webmanifest)$/;
/** Below it a file fits into one or two packets as it is. */
const LEAST_BYTES = 2048;

/** Writes beside each file of a build that gains by it its packed twins, `.gz` and, for browsers that take it, `.br`. @param dist folder of the build */
export async function packBuild(dist) {
  const files = readdirSync(dist, { recursive: true })
    .map(String)
    .filter((name) => PACKS.test(name));
  for (const name of files) {
    const file = join(dist, name);
    const plain = await readFile(file);
    if (plain.length < LEAST_BYTES) continue;
    const [gz, br] = await Promise.all([
      promisify(gzip)(plain, { level: 9 }),
      promisify(brotliCompress)(plain, {
        params: { [constants.BROTLI_PARAM_QUALITY]: 9, [constants.BROTLI_PARAM_SIZE_HINT]: plain.length },
      }),
    ]);
    await Promise.all([writeFile(`${file}.gz`, gz), writeFile(`${file}.br`, br)]);
  }
}
