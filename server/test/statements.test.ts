import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'libsql';
import { apiRouter } from '../src/routes/api';
import { goodRequests } from './goodRequests';
import { DAY, RealServer } from './helpers';

jest.setTimeout(240_000);

/** Whose rows a shop has more of with every year, by what they are asked for by. */
const OWNED = [
  ['event', 'visit_id'],
  ['visit', 'system_id'],
  ['visit_read', 'visit_id'],
  ['visit_coil', 'visit_id'],
  ['photo', 'visit_id'],
  ['open_item', 'system_id'],
  ['due_clock', 'system_id'],
  ['coil', 'system_id'],
  ['system', 'place_id'],
  ['place', 'customer_id'],
] as const;

/** What never ends, and what ends the shop that is asked. */
const LEFT = /\/changes$|^\/api\/whole\.zip$|^\/api\/shops?\/|^\/api\/shop-in/;
const IDS: Record<string, string> = {
  visits: 'demo-visit-12',
  systems: 'fennick-hp',
  places: 'fennick',
  customers: 'customer-fennick',
  cleaners: 'bramble',
  days: DAY,
  weeks: DAY,
};

const server = new RealServer();
const file = join(server.folder, 'statements.json');
let statements: string[] = [];
let answered = 0;

beforeAll(async () => {
  await server.start({ NODE_OPTIONS: `--require ${join(__dirname, 'fixtures/recordStatements.cjs')}`, ELM_MIST_STATEMENTS: file });
  const reads = apiRouter({ store: {}, sandboxes: {} } as never).stack.filter((layer) => layer.methods.includes('GET'));
  for (const { path } of reads) {
    const asked = String(path).replace(/\/(\w+)\/:\w+/g, (_, of: string) => `/${of}/${IDS[of] ?? 'none'}`);
    if (LEFT.test(asked)) continue;
    const answer = await server.fetch(asked.slice(4) + (asked.endsWith('/due') ? '?until=2027-01-01&kinds=filter,coil&q=fen' : ''));
    await answer.arrayBuffer();
    answered += Number(answer.ok);
  }
  for (const { method, path, body: sent, type } of goodRequests()) {
    if (LEFT.test(path)) continue;
    const answer = await server.fetch(path.slice(4), {
      method,
      body: sent as BodyInit,
      headers: { 'Content-Type': type ?? 'application/json' },
    });
    await answer.arrayBuffer();
    answered += Number(answer.ok);
  }
  await server.stop();
  statements = JSON.parse(readFileSync(file, 'utf8')) as string[];
});
afterAll(() => server.remove());

/** How the file would go about each; not those of the steps from one version to the next, which are written another way. */
function ways(): Map<string, string[]> {
  const db = new Database(join(server.folder, 'elm-mist.db'), { readonly: true });
  const asked = statements.filter((words) => /^(select|update|delete|\s+select)/.test(words) && !words.includes('`'));
  const told = asked.map((words): [string, string[]] => {
    const values = Array<string>((words.match(/\?/g) ?? []).length).fill('x');
    const rows = db.prepare(`explain query plan ${words}`).all(...values) as { detail: string }[];
    return [words, rows.map((row) => row.detail)];
  });
  db.close();
  return new Map(told);
}

// It does not depend on how many rows there are: nothing here ever analyses its tables.
test('what is asked of one visit, system, place or customer is found by it: never by going through the years of all of them', () => {
  expect(answered).toBeGreaterThan(90);
  let looked = 0;
  const wrong: string[] = [];
  for (const [statement, steps] of ways())
    for (const [table, column] of OWNED) {
      if (!new RegExp(`"${table}"\\."${column}" (=|in) \\(?\\?`).test(statement)) continue;
      looked += 1;
      const own = steps.filter((step) => new RegExp(`^(SEARCH|SCAN) ${table}\\b`).test(step));
      if (!own.some((step) => new RegExp(`\\b(${column}|id|rowid)=\\?`).test(step))) wrong.push(`${statement}\n  ${steps.join('\n  ')}`);
    }
  expect(wrong).toEqual([]);
  expect(looked).toBeGreaterThan(40);
});

test('no answer goes through all entries, reads or pictures of the shop', () => {
  const wrong = [...ways()].filter(([, steps]) => steps.some((step) => /^SCAN (event|visit_read|photo|open_item|due_clock)\b/.test(step)));
  expect(wrong).toEqual([]);
});
