import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { chmodSync, copyFileSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { PlacePage, ShelfRecord } from '@elm-mist/contract';
import Database from 'libsql';
import { readUntil, RealServer } from './helpers';

jest.setTimeout(240_000);

const SERVER = join(__dirname, '..');
const folders: string[] = [];
const folder = () => {
  const made = mkdtempSync(join(tmpdir(), 'elm-mist-fault-'));
  folders.push(made);
  return made;
};
afterAll(() => folders.forEach((made) => rmSync(made, { recursive: true, force: true })));

/** A data folder of the demo, made once. */
let demo: string;
beforeAll(async () => {
  const server = new RealServer();
  await server.start();
  await server.stop();
  demo = folder();
  copyFileSync(join(server.folder, 'elm-mist.db'), join(demo, 'elm-mist.db'));
  await server.remove();
});
const demoFolder = () => {
  const made = folder();
  copyFileSync(join(demo, 'elm-mist.db'), join(made, 'elm-mist.db'));
  return made;
};
const digest = (file: string) => createHash('sha256').update(readFileSync(file)).digest('hex');

/** A start that has to end by itself, with what it said. */
const start = (data: string, uid?: number) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, ['dist/main.cjs'], {
    cwd: SERVER,
    env: { ...process.env, NODE_OPTIONS: '', PORT: '0', ELM_MIST_DATA: data },
    encoding: 'utf8',
    timeout: 60_000,
    ...(uid === undefined ? {} : { uid }),
  });
  const lines = stdout.trim().split('\n').filter(Boolean);
  return { status, said: (JSON.parse(lines.at(-1) ?? '{"msg":""}') as { msg: string }).msg, stderr };
};

describe('a data folder that cannot be opened is named in a plain sentence, and left as it is', () => {
  test('damaged at its beginning, and foreign', () => {
    const data = demoFolder();
    const file = join(data, 'elm-mist.db');
    writeFileSync(file, Buffer.concat([Buffer.from('not a database at all'), readFileSync(file).subarray(21)]));
    const before = digest(file);
    expect(start(data)).toMatchObject({
      status: 1,
      said: expect.stringMatching(/is damaged, or is no database of this program/),
      stderr: '',
    });
    expect(digest(file)).toBe(before);
    const foreign = folder();
    const other = new Database(join(foreign, 'elm-mist.db'));
    other.exec('create table something (a)');
    other.close();
    expect(start(foreign)).toMatchObject({ status: 1, said: expect.stringMatching(/database of another program/) });
  });

  test('cut off in the middle', () => {
    const data = demoFolder();
    const file = join(data, 'elm-mist.db');
    truncateSync(file, 8192);
    const before = digest(file);
    expect(start(data)).toMatchObject({ status: 1, said: expect.stringMatching(/is damaged/) });
    expect(digest(file)).toBe(before);
  });

  test('empty, and a folder in its place', () => {
    const data = demoFolder();
    const file = join(data, 'elm-mist.db');
    truncateSync(file, 0);
    expect(start(data)).toMatchObject({
      status: 1,
      said: expect.stringMatching(/is empty \(0 bytes\).*npm run restore -- latest/),
      stderr: '',
    });
    expect(statSync(file).size).toBe(0);
    rmSync(file);
    mkdirSync(file);
    expect(start(data)).toMatchObject({ status: 1, said: expect.stringMatching(/elm-mist\.db is a folder/), stderr: '' });
  });

  test('of a newer version', () => {
    const data = demoFolder();
    const file = join(data, 'elm-mist.db');
    const db = new Database(file);
    db.exec("insert into __drizzle_migrations (hash, created_at) values ('later', 99999999999999)");
    db.close();
    const before = digest(file);
    expect(start(data)).toMatchObject({ status: 1, said: expect.stringMatching(/newer version of this program/) });
    expect(digest(file)).toBe(before);
  });

  test('not to be written', () => {
    const data = demoFolder();
    chmodSync(data, 0o555);
    chmodSync(join(data, 'elm-mist.db'), 0o444);
    // Who may write anything is not stopped by this: then the start is tried as somebody who may not.
    const answer = start(data, process.getuid?.() === 0 ? 65534 : undefined);
    chmodSync(data, 0o755);
    expect(answer).toMatchObject({ status: 1, said: expect.stringMatching(/cannot be written/) });
  });
});

test.each([0, 40, 120, 300])(
  'killed %d ms after a file was read, an import is there whole at the next start, or not at all',
  async (laterMs) => {
    const server = new RealServer();
    try {
      await server.start();
      const bottles = async () => (await (await server.fetch(`/shelf/files/stock.csv`)).text()).trim().split('\n').length - 1;
      const before = await bottles();
      const body = `product,lot,size L\n${Array.from({ length: 6000 }, (_, i) => `Tansy neutral wash,K${i},4`).join('\n')}\n`;
      const answer = await server.fetch(`/shelf/import?kind=stock&format=csv&by=Wren`, {
        method: 'POST',
        body,
      });
      // Answered line by line: the last but one says that every row was read.
      const { said, reader } = await readUntil(answer.body, (words) => words.includes('6000'));
      await new Promise((done) => setTimeout(done, laterMs));
      await server.stop('SIGKILL');
      await reader.cancel().catch(() => undefined);
      await server.start();
      const after = await bottles();
      expect([before, before + 6000]).toContain(after);
      if (said.includes('"done":true')) expect(after).toBe(before + 6000);
    } finally {
      await server.remove();
    }
  },
);

test('two servers on one folder: the second says so and ends, the first goes on; killed, it leaves the folder free', async () => {
  const first = new RealServer();
  try {
    await first.start();
    expect(start(first.folder)).toMatchObject({ status: 1, said: expect.stringMatching(/Another server has the data folder/) });
    expect((await first.call<PlacePage>('GET', '/places')).body.total).toBe(6);
    await first.stop('SIGKILL');
    await first.start();
    expect((await first.call<PlacePage>('GET', '/places')).body.total).toBe(6);
  } finally {
    await first.remove();
  }
});

test('a disk with no more room: every write is refused in a sentence, none is half written, and reading goes on', async () => {
  const server = new RealServer();
  try {
    await server.start();
    await server.stop();
    // No file of this process may grow beyond this, kB: what a full disk is to the database.
    await server.start({}, 3000);
    const note = (n: number) => ({
      id: `0198a1b2-0000-7000-8000-${String(n).padStart(12, '0')}`,
      visitId: 'demo-visit-15',
      at: new Date(Date.UTC(2026, 5, 11, 15) + n * 1000).toISOString(),
      by: 'Wren Cotter',
      kind: 'note.added',
      data: { text: 'x'.repeat(1900) },
    });
    let taken = 0;
    let refused: { status: number; code: string; message: string } | null = null;
    for (let n = 0; n < 4000 && !refused; n += 40) {
      const events = Array.from({ length: 40 }, (_, i) => note(n + i + 1));
      const answer = await server.call('POST', '/visits/demo-visit-15/events', { events });
      if (answer.status === 200) taken += 40;
      else refused = { status: answer.status, code: answer.body.error.code, message: answer.body.error.message };
    }
    expect(refused).toMatchObject({ status: 507, code: 'storage', message: expect.stringMatching(/disk is full/) });
    expect(taken).toBeGreaterThan(0);
    // What is small may still find a corner; then that is full too, and every place that was answered is there.
    let places = 0;
    let last = 201;
    for (; last === 201 && places < 2000; places += last === 201 ? 1 : 0)
      last = (await server.call('POST', '/places', { customerName: 'A', name: 'Corner', address: 'C', note: 'y'.repeat(1900) })).status;
    expect(last).toBe(507);
    expect((await server.call<PlacePage>('GET', '/places?q=corner')).body.total).toBe(places);
    const count = async () => (await server.call<{ events: unknown[] }>('GET', '/visits/demo-visit-15')).body.events.length;
    expect(await count()).toBe(taken);
    expect((await server.call<ShelfRecord>('GET', '/shelf')).status).toBe(200);
    // With room again nothing is missing, and it goes on.
    await server.stop('SIGKILL');
    await server.start();
    expect(await count()).toBe(taken);
    expect((await server.call('POST', '/visits/demo-visit-15/events', { events: [note(9000)] })).status).toBe(200);
  } finally {
    await server.remove();
  }
});
