import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(__dirname, '../..');
const read = (file: string) => readFileSync(join(ROOT, file), 'utf8');
const there = (path: string) => existsSync(join(ROOT, path));

test('docs/NUMBERS.md cites no file that is not there', () => {
  const cited = [...read('docs/NUMBERS.md').matchAll(/`core\/([\w/]+)`/g)].map(([, path = '']) => path);
  expect(cited.length).toBeGreaterThan(60);
  const missing = cited.filter((path) => ![`core/src/${path}.ts`, `core/src/${path}`].some(there));
  expect(missing).toEqual([]);
});

const FOLDERS = ['', 'core/src/', 'server/src/', 'app/src/', 'contract/src/', 'server/', 'app/'];
const ENDS = ['', '.ts', '.tsx', '.cjs', '.test.ts', '.test.tsx', '.reference.test.ts', '/index.ts'];

test.each(['docs/DECISIONS.md', 'docs/ARCHITECTURE.md'])('%s cites no file that is not there', (file) => {
  const cited = [...read(file).matchAll(/`([\w-]+\/[\w./-]+)`/g)].map(([, path = '']) => path);
  expect(cited.length).toBeGreaterThan(30);
  const missing = cited.filter((path) => {
    // As jest names a test: without its last part.
    const name = path.replace(/\.(reference\.)?test$|\/$/, '');
    const inSource = name.replace(/^(core|contract|server|app)\//, '$1/src/');
    return ![name, inSource].some((one) => FOLDERS.some((folder) => ENDS.some((end) => there(folder + one + end))));
  });
  expect(missing).toEqual([]);
});
