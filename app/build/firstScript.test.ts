import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runInContext, createContext } from 'node:vm';
import { partFirstScript } from './firstScript.cjs';

const FOLDER = '_expo/static/js/web';
const at = (name: string) => `/${FOLDER}/${name}`;
const define = (id: number, uses: number[], body = '') =>
  `__d(function(g,r,i,a,m,e,d){${uses.map((_, n) => `r(d[${n}]);`).join('')}${body}},${id},${JSON.stringify(uses)});\n`;

const made: string[] = [];
afterAll(() => made.forEach((dist) => rmSync(dist, { recursive: true, force: true })));

/** A build in the shape that the bundler gives: a frame, Today (1), Plan (2) and what they share: 10 and 11 for Today, 20 for Plan alone. */
function build(): string {
  const dist = mkdtempSync(join(tmpdir(), 'elm-mist-build-'));
  made.push(dist);
  mkdirSync(join(dist, FOLDER), { recursive: true });
  const put = (name: string, text: string) => writeFileSync(join(dist, FOLDER, name), text);
  const routes = { 0: 100, 1: 3, 2: 1, 3: 2, paths: { 3: at('_layout-3.js'), 1: at('index-1.js'), 2: at('plan-2.js') } };
  const list = ['./_layout.tsx', './index.tsx', './visits/[visitId]/plan.tsx']
    .map((path, n) => `"${path}":{get:()=>r(d[0])(d[${n + 1}],d.paths)}`)
    .join();
  put('entry-a.js', `__d(function(g,r,i,a,m,e,d){m.exports={${list}}},50,${JSON.stringify(routes)});\n${define(100, [])}__r(50);\n`);
  put('__common-b.js', define(10, [11]) + define(11, []) + define(20, [10, 21]) + define(21, []));
  put('_layout-3.js', define(3, []));
  put('index-1.js', define(1, [10]));
  put('plan-2.js', define(2, [10, 20]));
  writeFileSync(
    join(dist, 'index.html'),
    `<head></head>${['__common-b.js', 'entry-a.js'].map((name) => `<script src="${at(name)}" defer></script>`).join('')}`,
  );
  return dist;
}

const ids = (text: string) => [...text.matchAll(/\},(\d+),\[/g)].map((match) => Number(match[1]));

test('the first script keeps what frame and Today use, through whatever they use; the rest waits in another', () => {
  const dist = build();
  partFirstScript(dist);
  const files = readdirSync(join(dist, FOLDER));
  const read = (start: string) => readFileSync(join(dist, FOLDER, files.find((name) => name.startsWith(start)) ?? ''), 'utf8');
  expect(ids(read('__common-'))).toEqual([10, 11]);
  expect(ids(read('__rest-'))).toEqual([20, 21]);
  const page = readFileSync(join(dist, 'index.html'), 'utf8');
  expect(page).not.toContain('__common-b.js');
  expect(page).toContain(files.find((name) => name.startsWith('__common-')));
  // Its own scripts are fetched beside the shared one, and no other screen's.
  for (const name of ['_layout-3.js', 'index-1.js']) expect(page).toContain(`<link rel="preload" as="script" href="${at(name)}">`);
  expect(page).not.toContain('plan-2.js');
});

test('a screen that uses the rest runs after it, fetched once; Today and the frame do not wait for it; what failed is asked for again', async () => {
  const dist = build();
  partFirstScript(dist);
  const files = readdirSync(join(dist, FOLDER));
  const first = readFileSync(join(dist, FOLDER, files.find((name) => name.startsWith('__common-')) ?? ''), 'utf8');
  const rest = at(files.find((name) => name.startsWith('__rest-')) ?? '');
  const ran: string[] = [];
  const ahead: string[] = [];
  let away = true;
  const page = createContext({
    __d: () => undefined,
    addEventListener: () => undefined,
    document: { createElement: () => ({}), head: { appendChild: (link: { href: string }) => ahead.push(link.href) } },
  }) as { __loadBundleAsync: (path: string) => Promise<unknown> };
  runInContext(first, page);
  expect(page.__loadBundleAsync).toBeUndefined();
  page.__loadBundleAsync = (path) => {
    if (away && path === rest) return Promise.reject(new Error('no signal'));
    // The rest takes longer than a screen's own script.
    return new Promise((done) => setTimeout(() => done(ran.push(path)), path === rest ? 20 : 1));
  };
  await page.__loadBundleAsync(at('index-1.js'));
  await page.__loadBundleAsync(at('_layout-3.js'));
  expect([ran, ahead]).toEqual([[at('index-1.js'), at('_layout-3.js')], []]);
  await expect(page.__loadBundleAsync(at('plan-2.js'))).rejects.toThrow('no signal');
  expect(ran).toHaveLength(2);
  away = false;
  await Promise.all([page.__loadBundleAsync(at('plan-2.js')), page.__loadBundleAsync(at('plan-2.js'))]);
  expect(ran.slice(2)).toEqual([rest, at('plan-2.js'), at('plan-2.js')]);
  expect(ahead).toContain(at('plan-2.js'));
});

test('with nothing else to do, the rest and then the screens of a visit run ahead of being asked for', async () => {
  const dist = build();
  partFirstScript(dist);
  const files = readdirSync(join(dist, FOLDER));
  const first = readFileSync(join(dist, FOLDER, files.find((name) => name.startsWith('__common-')) ?? ''), 'utf8');
  const ran: string[] = [];
  let loaded = () => {};
  const page = createContext({
    __d: () => undefined,
    addEventListener: (_: string, then: () => void) => (loaded = then),
    setTimeout: (work: () => void) => work(),
    requestIdleCallback: (work: () => void) => work(),
  }) as { __loadBundleAsync: (path: string) => Promise<unknown> };
  runInContext(first, page);
  page.__loadBundleAsync = (path) => Promise.resolve(ran.push(path));
  loaded();
  await new Promise((done) => setTimeout(done, 1));
  expect(ran).toEqual([at(files.find((name) => name.startsWith('__rest-')) ?? ''), at('plan-2.js')]);
});

test('a build of another shape is refused, not served half', () => {
  const dist = build();
  writeFileSync(join(dist, FOLDER, 'plan-2.js'), '__d(function(){},2,[10,20],"name");\n');
  expect(() => partFirstScript(dist)).toThrow('cannot be read');
});
