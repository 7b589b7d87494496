import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import {
  copyFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { BackupRecord, UpkeepRecord } from '@elm-mist/contract';
import { dayIn } from '@elm-mist/core/clock';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { openFile } from '../src/store/sqlite';
import { backupBegun, backupName, keptBackups } from '../src/upkeep/backupFiles';
import { Backups } from '../src/upkeep/backups';
import { tablesOf } from '../src/upkeep/wholeOut';
import { RealServer } from './helpers';

/** A command of the program, run on a server's folder. */
const command = (server: RealServer, ...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [join(__dirname, '../dist/main.cjs'), ...args], {
    env: { ...process.env, NODE_OPTIONS: '', ELM_MIST_DATA: server.folder, ELM_MIST_WEB: join(server.folder, 'web') },
    encoding: 'utf8',
  });
  return { status, words: stdout + stderr };
};

const waitFor = async (done: () => boolean) => {
  for (let tries = 0; tries < 400 && !done(); tries += 1) await new Promise((next) => setTimeout(next, 25));
};

const fileOf = (server: RealServer) => join(server.folder, 'elm-mist.db');

/** Every row of every table that a shop holds, and every place that its words find. */
function everything(file: string): Record<string, unknown[]> {
  const sqlite = openFile(file, 1000);
  try {
    const rows = Object.fromEntries(
      tablesOf(sqlite).map((table) => [
        table,
        sqlite
          .prepare(`select * from "${table}"`)
          .all()
          .map((row) => JSON.stringify(row))
          .sort(),
      ]),
    );
    return { ...rows, found: sqlite.prepare("select place_id from place_search where place_search match 'quillon'").all() };
  } finally {
    sqlite.close();
  }
}

const note = (n: number) => ({
  id: randomUUID(),
  visitId: 'demo-visit-15',
  at: new Date(Date.UTC(2026, 5, 11, 15, 0, n)).toISOString(),
  by: 'Wren Cotter',
  kind: 'note.added',
  data: { text: `Gate squeaks ${n}` },
});

test('of backups the newest of 7 days, 4 weeks and 12 months stay, and all of the last two days, whatever the order and the gaps', () => {
  const now = Date.UTC(2026, 10, 27, 5);
  const zone = 'America/Chicago';
  const hour = 3_600_000;
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 3 * 365 * 24 }), { minLength: 1, maxLength: 120 }), (hours) => {
      const begun = hours.map((ago) => now - ago * hour);
      const kept = keptBackups(begun, zone, now);
      const young = new Set(begun.filter((at) => now - at < 48 * hour));
      expect([...kept].every((at) => begun.includes(at))).toBe(true);
      expect(kept.has(Math.max(...begun))).toBe(true);
      for (const at of young) expect(kept.has(at)).toBe(true);
      expect([...kept].filter((at) => !young.has(at)).length).toBeLessThanOrEqual(7 + 4 + 12);
      // Thinning out a second time takes nothing more.
      expect(keptBackups([...kept], zone, now)).toEqual(kept);
    }),
  );
  // Two years of nights: a week of days, then weeks, then months, each by its newest.
  const nights = Array.from({ length: 730 }, (_, i) => now - i * 24 * hour);
  const days = [...keptBackups(nights, zone, now)]
    .map((at) => dayIn(zone, at))
    .sort()
    .reverse();
  expect(days.slice(0, 7)).toEqual(nights.slice(0, 7).map((at) => dayIn(zone, at)));
  expect(days).toEqual(expect.arrayContaining(['2026-11-15', '2026-11-08', '2026-10-31', '2026-09-30', '2025-12-31']));
  expect(days).toHaveLength(7 + 2 + 11);
  expect(days.at(-1)).toBe('2025-12-31');
  expect(backupBegun(backupName(now))).toBe(now);
  expect([backupBegun('elm-mist.db'), backupBegun('elm-mist-2026-11-27T05-00-00Z.db.part')]).toEqual([null, null]);
});

test('a backup is made while entries come in, the shop is ruined, and the backup put back; what was there is kept', async () => {
  const server = new RealServer();
  await server.start();
  const append = (n: number) => server.call('POST', '/visits/demo-visit-15/events', { events: [note(n)] });
  await append(1);
  const [made, ...during] = await Promise.all([server.call<BackupRecord>('POST', '/backups'), ...[2, 3, 4, 5].map(append)]);
  expect(made.status).toBe(201);
  expect(during.map(({ status }) => status)).toEqual([200, 200, 200, 200]);
  await append(6);
  const { body } = await server.call<UpkeepRecord>('GET', '/upkeep');
  expect(body.backups.kept).toEqual([made.body]);
  expect(body.bytes.free).toBeGreaterThan(0);
  expect(body).toMatchObject({ version: expect.stringMatching(/^\d+\.\d+\.\d+$/), troubles: { count: 0, last: [] } });
  const copy = await server.fetch(`/backups/${made.body.name}`);
  expect((await copy.arrayBuffer()).byteLength).toBe(made.body.bytes);
  expect((await server.call('GET', '/backups/..%2Felm-mist.db')).status).toBe(404);
  // While the server has the folder nothing is put back.
  expect(command(server, '--restore', 'latest')).toMatchObject({
    status: 2,
    words: expect.stringMatching(/Another server has the data folder/),
  });
  expect(command(server, '--doctor')).toMatchObject({ status: 0, words: expect.stringMatching(/A server has the folder open/) });
  await server.stop();
  const lastly = everything(fileOf(server));

  // The disaster: the middle of the file is overwritten.
  const file = readFileSync(fileOf(server));
  file.fill(0x41, 8192, file.length - 4096);
  writeFileSync(fileOf(server), file);
  const ill = command(server, '--doctor');
  expect(ill.status).toBe(1);
  expect(ill.words).toMatch(/WRONG {2}The file .*damaged[^]*npm run restore/);

  // A backup that is not whole changes nothing.
  const bad = join(server.folder, 'backups', backupName(Date.UTC(2020, 0, 1)));
  copyFileSync(fileOf(server), bad);
  expect(command(server, '--restore', bad)).toMatchObject({ status: 2, words: expect.stringMatching(/damaged|not whole/) });
  expect(readFileSync(fileOf(server)).equals(file)).toBe(true);
  expect(command(server, '--restore', 'nothing.db')).toMatchObject({
    status: 2,
    words: expect.stringMatching(/There is no backup nothing.db/),
  });

  expect(command(server, '--restore').words).toContain(made.body.name);
  const back = command(server, '--restore', 'latest');
  expect(back).toMatchObject({ status: 0, words: expect.stringMatching(/Put back: .*\nIt holds .*\nWhat was there is kept: /) });
  const [, aside = ''] = /kept: (.*)/.exec(back.words) ?? [];
  expect(readFileSync(aside).equals(file)).toBe(true);
  expect(readdirSync(server.folder)).not.toContain('restoring');
  expect(command(server, '--doctor').status).toBe(0);
  const restored = everything(fileOf(server));
  const { event: entries = [], ...rest } = restored;
  expect(rest['customer']).toEqual(lastly['customer']);
  expect(entries.length).toBeGreaterThan(500);
  // Of what came during the backup any may be in it, of what came after it nothing is.
  expect(lastly['event']).toEqual(expect.arrayContaining(entries));
  expect(entries.join()).toContain('Gate squeaks 1');
  expect(entries.join()).not.toContain('Gate squeaks 6');
  await server.start();
  expect((await append(6)).status).toBe(200);
  await server.remove();
}, 60_000);

test('a file that is cut anywhere, empty or no shop is not put back; a good one says what it holds, lets nobody in again, and is its owner’s alone', async () => {
  const server = new RealServer();
  // What a killed program left.
  mkdirSync(join(server.folder, 'backups'));
  for (const end of ['db.part', 'db.part-journal'])
    writeFileSync(join(server.folder, 'backups', `elm-mist-2026-01-01T00-00-00Z.${end}`), 'x');
  // A folder that is there already is not filled by the test's own helper.
  cpSync(process.env['ELM_MIST_SEEDED'] ?? '', server.folder, { recursive: true });
  await server.start();
  const made = (await server.call<BackupRecord>('POST', '/backups')).body;
  const backups = join(server.folder, 'backups');
  expect(readdirSync(backups)).toEqual([made.name]);
  const good = readFileSync(join(backups, made.name));
  for (const path of [fileOf(server), `${fileOf(server)}-wal`, join(backups, made.name)])
    expect([path, statSync(path).mode & 0o077]).toEqual([path, 0]);
  const { cookie } = server;
  expect((await server.call('GET', '/shop')).status).toBe(200);
  await server.stop();
  const before = readFileSync(fileOf(server));
  const cut = join(server.folder, 'cut.db');
  for (const share of [0, 0.001, 0.01, 0.3, 0.5, 0.9, 0.999]) {
    writeFileSync(cut, good.subarray(0, Math.floor(good.length * share)));
    expect([share, command(server, '--restore', cut)]).toEqual([
      share,
      { status: 2, words: expect.stringMatching(/empty|damaged|not whole|no shop/) as string },
    ]);
    expect(readFileSync(fileOf(server)).equals(before)).toBe(true);
  }
  rmSync(cut);
  const other = openFile(cut, 1000);
  other.exec('create table __drizzle_migrations (id, hash, created_at)');
  other.close();
  expect(command(server, '--restore', cut)).toMatchObject({ status: 2, words: expect.stringMatching(/holds no shop/) as string });
  expect(command(server, '--restore', 'latest')).toMatchObject({
    status: 0,
    words: expect.stringMatching(/It holds \d+ customers, \d+ visits and \d{3,} entries\. Everybody signs in again\./) as string,
  });
  await server.start();
  // The device that the backup knew is not let in by it.
  const answer = await fetch(`http://localhost:${server.port}/api/shop`, { headers: { Cookie: cookie } });
  expect(answer.status).toBe(401);
  await server.remove();
}, 60_000);

test('a backup of tomorrow does not keep the next nights from theirs, nor is it thinned out; a full disk is reported in words', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'elm-mist-nights-'));
  const now = Date.UTC(2026, 5, 11, 12);
  const future = backupName(now + 40 * 86_400_000);
  writeFileSync(join(folder, future), '');
  const made: string[] = [];
  const backups = (script: string) =>
    new Backups({
      file: join(folder, 'shop.db'),
      folder,
      script: new URL(`data:text/javascript,${encodeURIComponent(script)}`),
      zone: () => 'America/Chicago',
      now: () => now,
      log: (words, about) => made.push('why' in about ? `${words}, ${JSON.stringify(about['why'])}` : words),
      nightly: false,
    });
  // A thread that writes what it was asked for.
  const works = backups(
    "import { parentPort, workerData } from 'node:worker_threads'; import { writeFileSync } from 'node:fs'; writeFileSync(workerData.work.to, 'x'); parentPort.postMessage('done');",
  );
  works.look();
  await waitFor(() => made.length > 0);
  expect(made).toEqual(['backup made']);
  expect(readdirSync(folder).sort()).toEqual([backupName(now), future].sort());
  works.look();
  expect(made).toHaveLength(1);
  works.close();
  rmSync(join(folder, backupName(now)));
  const full = backups("throw { code: 'SQLITE_FULL', rawCode: 13 };");
  await expect(full.make()).rejects.toMatchObject({ status: 507, message: 'The backup could not be made: the disk is full.' });
  full.close();
  rmSync(folder, { recursive: true });
});

test('a ZIP that unpacks to far more than a shop holds is refused before it fills memory or the disk', async () => {
  const server = new RealServer();
  await server.start();
  const zip = join(server.folder, 'shop.zip');
  await server.stop();
  expect(command(server, '--shop-out', zip).status).toBe(0);
  const parts = unzipSync(readFileSync(zip));
  const before = readFileSync(fileOf(server));
  const bomb = (name: string, bytes: Uint8Array) => {
    const at = Object.keys(parts).indexOf(name);
    const spoiled = Object.fromEntries(Object.entries(parts).map(([key, value], i) => [key, i === at ? bytes : value]));
    writeFileSync(zip, zipSync(spoiled, { level: 1 }));
  };
  const rows = Object.keys(parts).find((name) => name.endsWith('event.jsonl')) ?? '';
  expect(rows).not.toBe('');
  // One row without an end, and many that are nothing.
  for (const bytes of [new Uint8Array(66_000_000).fill(0x20), new Uint8Array(17_000_000).fill(0x78)]) {
    bomb(rows, bytes);
    expect(command(server, '--shop-in', zip)).toMatchObject({ status: 2, words: expect.stringMatching(/which no shop has/) as string });
    expect(readFileSync(fileOf(server)).equals(before)).toBe(true);
  }
  await server.remove();
}, 120_000);

test('a whole shop goes out as one file and comes in as it was, pictures too; what was changed, cut off or is none is refused', async () => {
  const server = new RealServer();
  await server.start();
  // A picture whose bytes hold what a ZIP ends its parts with, and a sheet.
  const picture = Buffer.concat([
    Buffer.from([0xff, 0xd8, 0xff, 0xe0]),
    strToU8('PK\x07\x08PK\x01\x02'),
    Buffer.alloc(3000, 7),
    Buffer.from([0xff, 0xd9]),
  ]);
  const photoId = randomUUID();
  const photoPart = `files/photo/bytes/${photoId}.jpeg`;
  const put = (path: string, type: string, body: Buffer) =>
    server.fetch(`${path}`, { method: 'PUT', headers: { 'Content-Type': type }, body: new Uint8Array(body) });
  expect((await put(`/visits/demo-visit-15/photos/${photoId}`, 'image/jpeg', picture)).status).toBe(201);
  const answer = await server.fetch(`/whole.zip`);
  expect(answer.headers.get('content-disposition')).toMatch(/Cotter/);
  const zip = new Uint8Array(await answer.arrayBuffer());
  await server.stop();
  const parts = unzipSync(zip);
  expect(Buffer.from(parts[photoPart] ?? []).equals(picture)).toBe(true);
  expect(strFromU8(parts['log.csv'] ?? new Uint8Array())).toContain('Quillon');
  const was = everything(fileOf(server));

  const other = new RealServer();
  const path = join(other.folder, 'shop.zip');
  const bringIn = (bytes: Uint8Array) => {
    writeFileSync(path, bytes);
    return command(other, '--shop-in', path, '--shop', 'own');
  };
  const own = join(other.folder, 'own/elm-mist.db');
  const changed = {
    ...parts,
    'rows/customer.jsonl': strToU8(strFromU8(parts['rows/customer.jsonl'] ?? zip).replace('Quillon', 'Quillan')),
  };
  expect(bringIn(zipSync(changed))).toMatchObject({ status: 2, words: expect.stringMatching(/"customer" was changed/) });
  const { [photoPart]: _gone, ...without } = parts;
  expect(bringIn(zipSync(without))).toMatchObject({ status: 2, words: expect.stringMatching(/"photo" was changed, or is not all there/) });
  expect(bringIn(zip.slice(0, zip.length - 40))).toMatchObject({ status: 2, words: expect.stringMatching(/cannot be read/) });
  expect(bringIn(zipSync({ 'a.txt': strToU8('nothing') }))).toMatchObject({ status: 2, words: expect.stringMatching(/no whole shop/) });
  const newer = strToU8(strFromU8(parts['shop.json'] ?? zip).replace(/"schema": \d+/, '"schema": 9999999999999'));
  expect(bringIn(zipSync({ ...parts, 'shop.json': newer }))).toMatchObject({
    status: 2,
    words: expect.stringMatching(/newer version/),
  });
  expect(existsSync(own)).toBe(false);

  expect(bringIn(zip)).toMatchObject({ status: 0, words: expect.stringMatching(/Brought in: Cotter & Vane Coil Care/) });
  expect(everything(own)).toEqual(was);
  // A second time what was there is kept.
  expect(bringIn(zip).words).toMatch(/What was there is kept/);
  expect(everything(own)).toEqual(was);
  await other.remove();
  await server.remove();
}, 60_000);

test('the doctor names what is missing, what is old and what to do, and a file of before is backed up before its schema is changed', async () => {
  const server = new RealServer();
  expect(command(server, '--doctor')).toMatchObject({
    status: 1,
    words: expect.stringMatching(/There is no shop in it[^]*npm start makes one/),
  });
  expect(command(server, '--doctor', '--shop', 'mine')).toMatchObject({ status: 2, words: expect.stringMatching(/demo or own/) });
  const fixture = join(__dirname, 'fixtures', 'demo-engine-4.db.gz');
  const { gunzipSync } = await import('node:zlib');
  writeFileSync(fileOf(server), gunzipSync(readFileSync(fixture)));
  const before = openFile(fileOf(server), 1000);
  const steps = (sqlite: typeof before) => (sqlite.prepare('select count(*) as n from __drizzle_migrations').get() as { n: number }).n;
  const old = steps(before);
  before.close();
  await server.start();
  await server.stop();
  const [backup = ''] = readdirSync(join(server.folder, 'backups'));
  const kept = openFile(join(server.folder, 'backups', backup), 1000);
  expect(steps(kept)).toBe(old);
  kept.close();
  const sqlite = openFile(fileOf(server), 1000);
  expect(steps(sqlite)).toBeGreaterThan(old);
  sqlite.pragma('foreign_keys = OFF');
  sqlite.exec('delete from customer; delete from place_search where rowid = (select min(rowid) from place_search)');
  sqlite.close();
  const { status, words } = command(server, '--doctor');
  expect(status).toBe(1);
  expect(words).toMatch(/WRONG {2}Rows point at nothing: \d+ of place/);
  expect(words).toMatch(/places can be found by words[^]*npm run rebuild/);
  rmSync(join(server.folder, 'backups'), { recursive: true });
  expect(command(server, '--doctor').words).toMatch(/heed {3}There is no backup/);
  truncateSync(fileOf(server), 100);
  expect(command(server, '--doctor').words).toMatch(/WRONG {2}The file .* damaged/);
  await server.remove();
}, 60_000);
