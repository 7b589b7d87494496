import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(__dirname, '../..');

test('docs/NUMBERS.md cites no file that is not there', () => {
  const cited = [...readFileSync(join(ROOT, 'docs/NUMBERS.md'), 'utf8').matchAll(/`core\/([\w/]+)`/g)].map(([, path = '']) => path);
  expect(cited.length).toBeGreaterThan(60);
  const missing = cited.filter((path) => ![`${path}.ts`, path].some((each) => existsSync(join(ROOT, 'core/src', each))));
  expect(missing).toEqual([]);
});
