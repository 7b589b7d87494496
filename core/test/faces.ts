import { readdirSync } from 'node:fs';
import { join } from 'node:path';

const SRC = join(__dirname, '../src');

/** Every name that a folder of core shows, in one object. */
export const faces = (): Record<string, unknown> =>
  Object.assign(
    {},
    ...readdirSync(SRC)
      .filter((folder) => folder !== 'testing')
      .map((folder) => require(join(SRC, folder, 'index.ts')) as object), // oxlint-disable-line typescript/no-require-imports,
  ) as Record<string, unknown>;
