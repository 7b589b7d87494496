import { execFile } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ImportLine, PlacePage, SystemDetail } from '@elm-mist/contract';
import { chainOf, LOG_COLUMNS, sealOf, unitCode, type SystemRecordFile } from '@elm-mist/core/record';
import type { VisitEvent } from '@elm-mist/core/run';
import { unzipSync } from 'fflate';
import Database from 'libsql';
import Papa from 'papaparse';
import { RealServer } from './helpers';

jest.setTimeout(240_000);

const server = new RealServer();
beforeAll(() => server.start());
afterAll(() => server.remove());

const SYSTEM = 'fennick-hp';
const fetched = (path: string) => server.fetch(`${path}`);
const table = async (path: string) => {
  const answer = await fetched(path);
  expect(answer.headers.get('content-disposition')).toMatch(/^attachment; filename=/);
  return Papa.parse<Record<string, string>>((await answer.text()).replace(/^\ufeff/, ''), { header: true, skipEmptyLines: true }).data;
};
const bringIn = async (csv: string, more = ''): Promise<Extract<ImportLine, { done: true }>> => {
  const answer = await server.fetch(`/places/past${more}`, { method: 'POST', body: csv });
  return JSON.parse((await answer.text()).trim().split('\n').at(-1) ?? '') as never;
};
/** As `npm run verify` does; beside this test, so that connections that end meanwhile are seen to. */
const verify = (file: string): Promise<{ status: number; words: string }> =>
  new Promise((done) => {
    const env = { ...process.env, NODE_OPTIONS: '', ELM_MIST_DATA: server.folder };
    execFile(process.execPath, ['dist/main.cjs', '--verify', file], { cwd: join(__dirname, '..'), env }, (error, stdout, stderr) =>
      done({ status: error ? Number(error.code) : 0, words: stdout + stderr }),
    );
  });

describe('the log as a file', () => {
  test('commas, quotes, line breaks and other alphabets come back as they were, and JSON says the same', async () => {
    const name = 'Zoë "the\nhedge", Łódź; שלום עולם, مرحبا';
    const detail = (await server.call<SystemDetail>('GET', `/systems/${SYSTEM}`)).body;
    const { customerName, latitudeDeg, longitudeDeg, altitudeM, note } = detail.place;
    const changed = { customerName, name: 'Fennick terrace', address: '7, "Lantern" Row', latitudeDeg, longitudeDeg, altitudeM, note };
    expect((await server.call('PUT', `/places/${detail.place.id}`, changed)).status).toBe(200);
    const visit = detail.history.find((row) => row.standing === 'closed');
    const entry = {
      id: randomUUID(),
      visitId: visit?.id,
      at: '2026-06-11T23:00:00.000Z',
      by: name,
      kind: 'note.added',
      data: { text: name },
    };
    expect((await server.call('POST', `/visits/${visit?.id}/events`, { events: [entry] })).status).toBe(200);

    const rows = await table('/log');
    expect(Object.keys(rows[0] ?? {})).toEqual(LOG_COLUMNS.map((column) => column.name));
    const asJson = (await (await fetched('/log?format=json')).json()) as Record<string, string | number | null>[];
    expect(rows).toEqual(
      asJson.map((row) => Object.fromEntries(Object.entries(row).map(([key, value]) => [key, value === null ? '' : String(value)]))),
    );
    // What a closed visit was called stays.
    expect(rows.filter((row) => row['visit id'] === visit?.id).map((row) => row['street'])).not.toContain('7, "Lantern" Row');
    const entries = await table(`/visits/${visit?.id}/entries`);
    const noted = entries.find((row) => row['id'] === entry.id);
    // By whom is known from who is signed in, whatever the entry says.
    expect(noted?.['by']).toBe('Wren Cotter');
    expect(JSON.parse(noted?.['data'] ?? '')).toEqual({ text: name });
    const whole = (await (await fetched(`/visits/${visit?.id}/whole`)).json()) as { events: VisitEvent[]; chain: string[] };
    expect(whole.chain).toEqual(entries.map((row) => row['hash']));
    expect(chainOf(whole.events).map((link) => link.hash)).toEqual(whole.chain);
  });

  test('an entry from the future gets the time of receipt and keeps what the phone said; a resend is the same entry, under a new name too', async () => {
    const note = (at: number) => ({
      id: randomUUID(),
      visitId: 'demo-visit-15',
      at: new Date(at).toISOString(),
      by: 'Wren Cotter',
      kind: 'note.added',
      data: { text: 'Gate squeaks' },
    });
    const [ahead, near, back] = [note(Date.now() + 3_600_000), note(Date.now() + 60_000), note(Date.now() - 86_400_000)];
    const send = (events: object[]) => server.call<{ added: number }>('POST', '/visits/demo-visit-15/events', { events });
    expect((await send([ahead, near, back])).body).toMatchObject({ added: 3 });
    const rows = await table('/visits/demo-visit-15/entries');
    const row = (id: string) => rows.find((one) => one['id'] === id);
    expect(row(ahead.id)).toMatchObject({ said: ahead.at });
    expect(Math.abs(Date.parse(row(ahead.id)?.['at'] ?? '') - Date.now())).toBeLessThan(60_000);
    expect(row(ahead.id)?.['received']).toBe(row(ahead.id)?.['at']);
    expect(row(near.id)).toMatchObject({ at: near.at, said: '' });
    // Dated back by a day: when it came shows.
    expect(Date.parse(row(back.id)?.['received'] ?? '') - Date.parse(row(back.id)?.['at'] ?? '')).toBeGreaterThan(86_000_000);
    const { crew, ...shop } = (await server.call<{ crew: { id: string; name: string }[] }>('GET', '/shop')).body;
    const named = (name: string) =>
      server.call('PUT', '/shop', { ...shop, crew: crew.map((one) => (one.id === 'wren-cotter' ? { ...one, name } : one)) });
    expect((await named('Wren Cotter-Vane')).status).toBe(200);
    expect(await send([ahead, near, back])).toMatchObject({ status: 200, body: { added: 0 } });
    expect(await send([{ ...near, data: { text: 'Another' } }])).toMatchObject({ status: 409 });
    await server.stop();
    await server.start();
    expect(await send([ahead, near, back])).toMatchObject({ status: 200, body: { added: 0 } });
    expect((await named('Wren Cotter')).status).toBe(200);
  });

  test('no cell starts a formula in a spreadsheet, and what goes out comes back in as it was', async () => {
    const name = '=HYPERLINK("http://elsewhere.example","Bramble")';
    const cleaner = {
      name,
      chemistry: 'neutral',
      form: 'concentrate',
      chart: { light: '10:1', medium: '6:1', heavy: '4:1' },
      dwellMinS: 300,
      dwellMaxS: 600,
      packL: 3.8,
      packPrice: 30,
    };
    expect((await server.call('POST', '/cleaners', cleaner)).status).toBe(201);
    const entry = {
      id: randomUUID(),
      visitId: 'demo-visit-15',
      at: '2026-06-11T15:00:00.000Z',
      by: 'Wren Cotter',
      kind: 'note.added',
      data: { text: '@SUM(A1)' },
    };
    expect((await server.call('POST', '/visits/demo-visit-15/events', { events: [entry] })).status).toBe(200);
    for (const path of ['/shelf/files/products.csv', '/log', '/visits/demo-visit-15/entries']) {
      const text = (await (await fetched(path)).text()).replace(/^\ufeff/, '');
      const cells = Papa.parse<string[]>(text, { skipEmptyLines: true }).data.flat();
      expect(cells.filter((cell) => /^[=+@\t\r]/.test(cell) || /^-(?!\d)/.test(cell))).toEqual([]);
    }
    const csv = await (await fetched('/shelf/files/products.csv')).text();
    expect(csv).toContain(`'=HYPERLINK`);
    const answer = await server.fetch('/shelf/import?kind=products&format=csv', { method: 'POST', body: csv });
    const last = JSON.parse((await answer.text()).trim().split('\n').at(-1) ?? '') as { added?: number; changed?: number };
    expect(last).toMatchObject({ done: true, added: 0, changed: 0 });
  });

  test('days and a system narrow it; what makes no sense is refused by name', async () => {
    const all = await table('/log');
    const own = await table(`/log?system=${SYSTEM}&from=2025-01-01&to=2026-06-11`);
    expect(own.length).toBeGreaterThan(0);
    expect(own.length).toBeLessThan(all.length);
    expect(own.every((row) => (row['day'] ?? '') >= '2025-01-01')).toBe(true);
    for (const [asked, status, field] of [
      ['?from=soon', 422, 'from'],
      ['?from=2026-06-11&to=2026-06-10', 422, 'to'],
      ['?format=xls', 422, 'format'],
      ['?system=nobody', 404, undefined],
    ] as const) {
      const { status: was, body } = await server.call('GET', `/log${asked}`);
      expect(was).toBe(status);
      if (field) expect(body.error.fields).toHaveProperty(field);
    }
  });

  test('every column of the files is documented, and nothing else', () => {
    const doc = readFileSync(join(__dirname, '../../docs/FORMATS.md'), 'utf8');
    const section = doc.slice(doc.indexOf('## The log'), doc.indexOf('## A visit'));
    const told = [...section.matchAll(/^\| `([^`]+)` +\| (.+?) +\|$/gm)].map((row) => [row[1], row[2]]);
    expect(told).toEqual(LOG_COLUMNS.map((column) => [column.name, column.says]));
  });
});

describe('the record of a system', () => {
  test('holds against the data; a change in the data or in the file is found and named', async () => {
    const record = (await server.call<SystemRecordFile>('GET', `/systems/${SYSTEM}/record`)).body;
    expect(record.visits.length).toBeGreaterThan(1);
    expect(record.visits.every((visit) => visit.chain.length > 2)).toBe(true);
    const file = join(server.folder, 'record.json');
    writeFileSync(file, JSON.stringify(record, null, 2));
    const whole = await verify(file);
    expect(whole.words).toContain('It holds.');
    expect(whole.status).toBe(0);

    const better = structuredClone(record);
    const [first] = better.visits;
    if (first?.washes[0]) first.washes[0].gradeAfter = 4;
    writeFileSync(file, JSON.stringify(better));
    expect(await verify(file)).toMatchObject({ status: 1, words: expect.stringContaining('THE FILE WAS CHANGED') as string });
    const { seal, ...told } = better;
    expect(seal).toBe(record.seal);
    writeFileSync(file, JSON.stringify({ ...told, seal: sealOf(told) }));
    expect(await verify(file)).toMatchObject({ status: 1, words: expect.stringContaining('its washes do not follow') as string });

    writeFileSync(file, JSON.stringify(record));
    const last = record.visits.at(-1);
    const db = new Database(join(server.folder, 'elm-mist.db'));
    const row = db.prepare("select seq, data from event where visit_id = ? and kind = 'coil.surveyed' order by seq").get(last?.visitId) as {
      seq: number;
      data: string;
    };
    db.prepare('update event set data = ? where seq = ?').run(row.data.replace(/"note":"/, '"note":"Later words '), row.seq);
    db.close();
    const found = await verify(file);
    expect(found.status).toBe(1);
    const nth = (last?.chain.findIndex((link) => link.kind === 'coil.surveyed') ?? -1) + 1;
    expect(found.words).toContain(`Entry ${nth} of ${last?.chain.length} (coil.surveyed`);
  });

  test('what is no record is said, not thrown', async () => {
    const file = join(server.folder, 'other.json');
    writeFileSync(file, '{"format":"a list"}');
    expect(await verify(file)).toMatchObject({ status: 2, words: expect.stringContaining('no record of a system') as string });
    writeFileSync(file, '%PDF-1.7 nothing');
    expect((await verify(file)).status).toBe(2);
    expect((await verify(join(server.folder, 'nowhere.json'))).words).toContain('There is no file');
  });
});

describe('older records', () => {
  const HEAD = 'Site,Date,Side,Found,Left,Cleaner,Opened from inside,Technician,Notes';
  test('become closed visits of their days that trends, due dates and later visits read', async () => {
    const before = (await server.call<SystemDetail>('GET', `/systems/${SYSTEM}`)).body;
    const end = await bringIn(
      [
        HEAD,
        'Fennick terrace,2022-06-20,outdoor,4,1,"Foam, the strong one",yes,Odile,"Fluff, a ""mat"""',
        'Fennick terrace,2022-06-20,indoor,2,0,Water,,Odile,',
        'fennick terrace,2023-06-18,,3,0,Bramble,no,,',
      ].join('\r\n'),
    );
    expect(end).toMatchObject({ imported: true, rows: 3, bad: 0, added: 2 });
    const after = (await server.call<SystemDetail>('GET', `/systems/${SYSTEM}`)).body;
    expect(after.history).toHaveLength(before.history.length + 2);
    const oldest = after.history.at(-1);
    expect(oldest).toMatchObject({ day: '2022-06-20', standing: 'closed', by: 'Odile', note: 'Fluff, a "mat"' });
    expect(oldest?.coils.map((coil) => [coil.worstBefore, coil.worstAfter, coil.cleanerName])).toEqual([
      [4, 1, 'Foam, the strong one'],
      [2, 0, 'Water'],
    ]);
    expect(oldest?.nextDue).toMatch(/^2022|^2023/);
    const record = (await server.call<SystemRecordFile>('GET', `/systems/${SYSTEM}/record`)).body;
    expect(record.visits[0]?.washes[0]?.washedWith).toBe('Foam, the strong one, by the shop’s older records');
    // The same file again changes nothing.
    expect(await bringIn(`${HEAD}\nFennick terrace,2023-06-18,outdoor,0,0,,,,`)).toMatchObject({ added: 0, same: 1 });
    expect((await server.call<SystemDetail>('GET', `/systems/${SYSTEM}`)).body.history).toHaveLength(after.history.length);
  });

  test('every faulty row is named, and none is written unless the others are wanted alone', async () => {
    const rows = [
      'Nowhere,2022-06-20,,3,0,,,,',
      'Fennick terrace,2099-01-01,,3,0,,,,',
      'Fennick terrace,20.06.2021,,3,0,,,,',
      'Fennick terrace,2021-06-20,roof,3,0,,,,',
      'Fennick terrace,2021-06-20,,7,0,,,,',
      'Fennick terrace,2021-06-20,,,,,,,',
      'Fennick terrace,2020-06-20,,2,1,,,,',
      'Fennick terrace,2020-06-20,outdoor,2,1,,,,',
    ];
    const end = await bringIn([HEAD, ...rows].join('\n'));
    expect(end).toMatchObject({ imported: false, bad: 7, added: 0 });
    expect(end.problems.map((row) => [row.row, row.column])).toEqual([
      [2, 'place'],
      [3, 'day'],
      [4, 'day'],
      [5, 'coil'],
      [6, 'grade before'],
      [7, 'grade before'],
      [9, 'day'],
    ]);
    expect(await bringIn([HEAD, ...rows].join('\n'), '?onBad=skip')).toMatchObject({ imported: true, added: 1 });
  });

  test('they cannot be entered as if they had been worked on', async () => {
    const entry = {
      id: randomUUID(),
      visitId: 'demo-visit-15',
      at: '2026-06-11T15:00:00.000Z',
      by: 'Wren Cotter',
      kind: 'past.noted',
      data: { coils: [], note: '' },
    };
    expect((await server.call('POST', '/visits/demo-visit-15/events', { events: [entry] })).status).toBe(422);
  });
});

test('the short code of a label finds its unit in the search of places, typed as people type', async () => {
  const code = unitCode(SYSTEM);
  for (const words of [code, code.toLowerCase().replace('-', ' '), code.replace('-', '').replace(/0/g, 'o').replace(/1/g, 'l')]) {
    const { body } = await server.call<PlacePage>('GET', `/places?q=${encodeURIComponent(words)}`);
    expect(body.places.flatMap((row) => row.systems.map((system) => system.id))).toContain(SYSTEM);
    expect(body.total).toBe(1);
  }
  expect((await server.call<PlacePage>('GET', '/places?q=0000-0000')).body.total).toBe(0);
});

test('pictures go out as they were, without the place that a camera wrote into them unless it is wanted', async () => {
  const exif = Buffer.concat([Buffer.from([0xff, 0xe1, 0, 22]), Buffer.from('Exif\0\0GPS 42.1 -100.2')]).subarray(0, 24);
  const picture = Buffer.concat([
    Buffer.from([0xff, 0xd8]),
    exif,
    Buffer.from([0xff, 0xdb, 0, 4, 1, 2, 0xff, 0xda, 0, 4, 9, 9, 7, 7, 0xff, 0xd9]),
  ]);
  const [photoId, visitId] = [randomUUID(), 'demo-visit-15'];
  const put = await server.fetch(`/visits/${visitId}/photos/${photoId}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'image/jpeg' },
    body: picture,
  });
  expect(put.status).toBe(201);
  const entry = {
    id: randomUUID(),
    visitId,
    at: '2026-06-11T15:00:00.000Z',
    by: 'Wren Cotter',
    kind: 'photo.added',
    data: { photoId, coilId: null, findingId: null, when: 'before', caption: 'Gate: "left" / side' },
  };
  expect((await server.call('POST', `/visits/${visitId}/events`, { events: [entry] })).status).toBe(200);
  const unzipped = async (asked: string) =>
    unzipSync(new Uint8Array(await (await fetched(`/visits/${visitId}/pictures${asked}`)).arrayBuffer()));
  const plain = await unzipped('');
  expect(Object.keys(plain)).toEqual(['01 unit before Gate left side.jpg']);
  const [clean] = Object.values(plain).map((bytes) => Buffer.from(bytes));
  expect(clean?.includes('GPS')).toBe(false);
  expect(clean).toEqual(Buffer.concat([picture.subarray(0, 2), picture.subarray(2 + exif.length)]));
  const [kept] = Object.values(await unzipped('?place=kept')).map((bytes) => Buffer.from(bytes));
  expect(kept).toEqual(picture);
});
