import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { v7 as uuidv7 } from 'uuid';
import { once } from 'node:events';
import { copyFileSync, mkdtempSync, rmSync, statSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { demoCookie } from './signIn.mts';
import { takenFromNow } from './taken.mts';
import { makeYears, SHOP } from './yearsShop.mts';

const ROOT = join(import.meta.dirname, '../..');
const agent = new Agent({ keepAlive: true, maxSockets: 16 });

/** Of the demo's owner, once a server is ready. */
let cookie = '';

interface Answer {
  status: number;
  ms: number;
  text: string;
}

const ask = (port: number, path: string, body?: unknown, method = body === undefined ? 'GET' : 'POST'): Promise<Answer> =>
  new Promise((done, failed) => {
    const started = performance.now();
    const sent = body === undefined ? undefined : JSON.stringify(body);
    const asked = request(
      {
        port,
        path,
        agent,
        method,
        headers: {
          Cookie: cookie,
          ...(sent === undefined ? {} : { 'Content-Type': 'application/json', 'Content-Length': Buffer.byteLength(sent) }),
        },
      },
      (answer) => {
        const parts: Buffer[] = [];
        answer.on('data', (part: Buffer) => parts.push(part));
        answer.on('end', () => {
          const ms = performance.now() - started;
          // A file is not made into text: that of ten years would hold up the one who measures, and be told as the server's.
          const isFile = answer.headers['content-type'] === 'application/zip';
          done({ status: answer.statusCode ?? 0, ms, text: isFile ? '' : Buffer.concat(parts).toString() });
        });
      },
    );
    asked.on('error', failed);
    asked.end(sent);
  });

async function ready(port: number, path: string): Promise<void> {
  for (let tries = 0; tries < 3000; tries += 1) {
    const up = await ask(port, path).then(
      ({ status }) => status === 200,
      () => false,
    );
    if (up) return;
    await new Promise((done) => setTimeout(done, 10));
  }
  throw new Error('the server did not start');
}

const ended = (child: ChildProcess, signal: NodeJS.Signals = 'SIGTERM'): Promise<unknown> =>
  new Promise((done) => {
    child.once('exit', done);
    child.kill(signal);
  });

/** Requests a second over so many of them, eight at a time. */
async function rate(many: number, one: (n: number) => Promise<Answer>): Promise<number> {
  let count = 0;
  const began = performance.now();
  const lane = async () => {
    while (count < many) {
      count += 1;
      const { status, text } = await one(count - 1);
      if (status !== 200) throw new Error(`${status} ${text.slice(0, 200)}`);
    }
  };
  await Promise.all(Array.from({ length: 8 }, lane));
  return (many * 1000) / (performance.now() - began);
}

/** Turns that are not counted, and those that are. */
const WARM_TURNS = 6;
const TURNS = 15;
/** Requests of one turn: short ones by turns, since what the machine does for others comes and goes by the second. */
const READS = 400;
const APPENDS = 1000;
/** A visit is entered on until it has a hundred entries, then the next one is. */
const APPENDS_A_VISIT = 20;

const middle = (times: number[]): number => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? NaN;

/** Notes of a visit, five at a time, each later than the one before. */
const notes = (visitId: string, n: number) => ({
  events: Array.from({ length: 5 }, (_, i) => ({
    id: uuidv7(),
    visitId,
    at: new Date(Date.UTC(2026, 5, 11, 14) + n * 10 + i).toISOString(),
    by: 'Wren Cotter',
    kind: 'note.added',
    data: { text: 'Gate squeaks' },
  })),
});

/** The figures of a shop after ten years, as lines of name and value. */
export async function yearsFigures(kept?: string): Promise<[string, string][]> {
  const lines: [string, string][] = [];
  const folder = kept ?? mkdtempSync(join(tmpdir(), 'elm-mist-years-'));
  const port = 5300 + (process.pid % 500);
  const file = join(folder, 'elm-mist.db');
  const taken = takenFromNow();
  try {
    const made = kept ? { visits: 0, events: 0 } : await makeYears(folder);
    const size = statSync(file).size / 1e9;
    lines.push([
      'ten years of a shop of twelve',
      `${made.visits.toLocaleString('en-US')} visits, ${made.events.toLocaleString('en-US')} entries, ${size.toFixed(2)} GB`,
    ]);
    const start = () =>
      spawn(process.execPath, ['server/dist/main.cjs'], {
        cwd: ROOT,
        env: { ...process.env, PORT: String(port), ELM_MIST_DATA: folder, ELM_MIST_LOG: 'silent' },
        stdio: 'ignore',
      });
    const began = performance.now();
    const child = start();
    await ready(port, '/api/health');
    cookie = await demoCookie(`http://localhost:${port}`);
    lines.push(['start (limit 3 s)', `${((performance.now() - began) / 1000).toFixed(2)} s`]);

    // Somebody else asks all the while: nobody is to be held up.
    const idlePort = port + 2;
    const idle = spawn(process.execPath, ['scripts/bench/idleServer.mjs', String(idlePort)], { cwd: ROOT, stdio: 'inherit' });
    await ready(idlePort, '/');
    const other = new Worker(new URL('./waits.mjs', import.meta.url), { workerData: { port, idlePort } });
    const now = (doing: string) => other.postMessage(doing);
    now('day');
    const day = `/api/days/${SHOP.today}`;
    lines.push([`day of ${SHOP.visitsToday} visits, the first time after a start`, `${(await ask(port, day)).ms.toFixed(0)} ms`]);
    const days: number[] = [];
    for (let n = 0; n < 20; n += 1) {
      const visitId = `bench-today-${n}`;
      await ask(port, `/api/visits/${visitId}/events`, notes(visitId, n));
      // A phone asks at its own time, not in the very moment of somebody's entry.
      await new Promise((done) => setTimeout(done, 150));
      days.push((await ask(port, day)).ms);
    }
    lines.push([
      'day, 0.15 s after an entry to one of its visits (limit 50 ms)',
      `${middle(days).toFixed(1)} ms, ${Math.max(...days).toFixed(0)} at most`,
    ]);
    now('places');
    const pages: number[] = [];
    for (const words of ['', 'lantern', 'kil', 'flat 17', 'qh4', 'odile fennick 12', 'marl 9', 'row', 'goose', 'alder 250'])
      pages.push((await ask(port, `/api/places?q=${encodeURIComponent(words)}`)).ms);
    lines.push(['places, a page searched (limit 50 ms)', `${middle(pages).toFixed(1)} ms, ${Math.max(...pages).toFixed(0)} at most`]);
    now('due');
    const dues: number[] = [];
    for (const days of ['2026-06-11', '2026-09-09', '2027-06-11'])
      for (const more of ['', '&planned=no', '&order=near&shelf=yes', '&kinds=filter,drain,coil', '&q=lantern'])
        dues.push((await ask(port, `/api/due?until=${days}${more}`)).ms);
    lines.push(['what is due, a page (limit 150 ms)', `${middle(dues).toFixed(1)} ms, ${Math.max(...dues).toFixed(0)} at most`]);
    now('week');
    const weeks: number[] = [];
    for (const from of ['2026-06-08', '2026-06-15', '2026-06-22']) weeks.push((await ask(port, `/api/weeks/${from}`)).ms);
    lines.push(['a week (limit 50 ms)', `${middle(weeks).toFixed(1)} ms, ${Math.max(...weeks).toFixed(0)} at most`]);
    now('saved');
    lines.push(['what washes saved (limit 50 ms)', `${(await ask(port, '/api/saved')).ms.toFixed(1)} ms`]);
    now('systems');
    const systems: number[] = [];
    for (let n = 0; n < 40; n += 1) systems.push((await ask(port, `/api/systems/bench-system-${n * 71}`)).ms);
    lines.push(['a system’s page (limit 50 ms)', `${middle(systems).toFixed(1)} ms, ${Math.max(...systems).toFixed(0)} at most`]);
    // Done by hand between visits: of one system all is reckoned again, of the others nothing.
    const firsts: number[] = [];
    for (let n = 0; n < 12; n += 1) {
      const { text } = await ask(port, `/api/systems/bench-system-${n * 71}`);
      const [clock] = (JSON.parse(text) as { clocks: { kind: string; of: string }[] }).clocks.filter(({ kind }) => kind !== 'coil');
      if (!clock) continue;
      const done = { kind: clock.kind, of: clock.of, doneOn: SHOP.today, why: '' };
      const { status, text: said } = await ask(port, `/api/systems/bench-system-${n * 71}/clock`, done, 'PUT');
      if (status !== 200) throw new Error(`${status} ${said.slice(0, 200)}`);
      firsts.push((await ask(port, `/api/systems/bench-system-${n * 71 + 1}`)).ms);
    }
    lines.push([
      'another system’s page, the first after a clock was set (limit 50 ms)',
      `${middle(firsts).toFixed(1)} ms, ${Math.max(...firsts).toFixed(0)} at most`,
    ]);
    // The office puts coils right while phones ask: what is known of other systems stays.
    now('put right');
    const others: Record<'the day' | 'another system’s page' | 'what is due', number[]> = {
      'the day': [],
      'another system’s page': [],
      'what is due': [],
    };
    for (let n = 0; n < 12; n += 1) {
      const id = `bench-system-${n * 73}-out`;
      const { text } = await ask(port, `/api/systems/bench-system-${n * 73}`);
      const {
        geometry,
        id: _id,
        systemId: _system,
        archived: _away,
        ...build
      } = (JSON.parse(text) as { coils: (Record<string, unknown> & { id: string; geometry: object })[] }).coils.find(
        (coil) => coil.id === id,
      )!;
      const { status, text: said } = await ask(port, `/api/coils/${id}`, { ...build, ...geometry, finsPerInch: 12 + n }, 'PUT');
      if (status !== 200) throw new Error(`${status} ${said.slice(0, 200)}`);
      others['the day'].push((await ask(port, day)).ms);
      others['another system’s page'].push((await ask(port, `/api/systems/bench-system-${n * 73 + 1}`)).ms);
      others['what is due'].push((await ask(port, '/api/due?until=2026-09-09&order=near')).ms);
    }
    // What a closing takes off the shelf changes no card.
    const bottles = (JSON.parse((await ask(port, '/api/shelf')).text) as { stock: { id: string; sizeL: number }[] }).stock;
    const counted: number[] = [];
    for (const [n, { id, sizeL }] of bottles.entries()) {
      const { status, text: said } = await ask(port, `/api/stock/${id}`, { leftL: sizeL / (2 + n) }, 'PUT');
      if (status !== 200) throw new Error(`${status} ${said.slice(0, 200)}`);
      counted.push((await ask(port, day)).ms);
    }
    lines.push([
      'the day, the first after a bottle was counted (limit 50 ms)',
      `${middle(counted).toFixed(1)} ms, ${Math.max(...counted).toFixed(0)} at most`,
    ]);
    for (const [what, times] of Object.entries(others))
      lines.push([
        `${what}, the first after a coil was put right (limit 50 ms)`,
        `${middle(times).toFixed(1)} ms, ${Math.max(...times).toFixed(0)} at most`,
      ]);
    now('visits');
    const visits: number[] = [];
    for (let n = 0; n < 40; n += 1) visits.push((await ask(port, `/api/visits/bench-visit-${n * 701}`)).ms);
    lines.push(['a visit, the first time', `${middle(visits).toFixed(1)} ms, ${Math.max(...visits).toFixed(0)} at most`]);
    now('costs');
    const costs = await ask(port, '/api/costs?from=2025-06-01&to=2026-05-31');
    lines.push([
      `costs of a year, ${(JSON.parse(costs.text) as unknown[]).length.toLocaleString('en-US')} visits (limit 500 ms)`,
      `${costs.ms.toFixed(0)} ms`,
    ]);
    now('record');
    const records: number[] = [];
    for (let n = 0; n < 5; n += 1) records.push((await ask(port, `/api/systems/bench-system-${n * 71}/record`)).ms);
    lines.push([
      'the record of a system, with the chain of its entries',
      `${middle(records).toFixed(0)} ms, ${Math.max(...records).toFixed(0)} at most`,
    ]);
    now('upkeep');
    const first = (await ask(port, '/api/upkeep')).ms;
    lines.push([
      'how the server is, the first time and again',
      `${first.toFixed(0)} and ${(await ask(port, '/api/upkeep')).ms.toFixed(0)} ms`,
    ]);
    now('log');
    lines.push(['the log of ten years as a table', `${((await ask(port, '/api/log')).ms / 1000).toFixed(1)} s`]);
    now('backup');
    const copied = await ask(port, '/api/backups', {});
    lines.push(['a backup, looked through from end to end', `${(copied.ms / 1000).toFixed(1)} s`]);
    now('whole shop');
    const whole = await ask(port, '/api/whole.zip');
    lines.push(['the whole shop as one ZIP', `${(whole.ms / 1000).toFixed(0)} s`]);
    other.postMessage(null);
    const [longest] = (await once(other, 'message')) as [Record<string, [number, number]>];
    await ended(idle);
    // What was just written is on the disk before anything else is measured.
    spawnSync('sync');
    const waits = Object.entries(longest).map(([name, [own, idly]]) => `${name} ${own.toFixed(0)} (${idly.toFixed(0)})`);
    lines.push([
      'longest that another request waited meanwhile (limit 100 ms); in brackets one to a server that does nothing',
      `${waits.join(', ')} ms`,
    ]);

    const bareFile = join(folder, 'bare.db');
    await ended(child);
    copyFileSync(file, bareFile);
    spawnSync('sync');
    const bare = spawn(process.execPath, ['scripts/bench/bareServer.mjs', bareFile, String(port + 1)], { cwd: ROOT, stdio: 'inherit' });
    const again = start();
    await Promise.all([ready(port, '/api/health'), ready(port + 1, '/health')]);
    // By turns, so that whatever else the machine does falls on both.
    const reads: [number, number][] = [];
    const writes: [number, number][] = [];
    // As in the middle of a day: the first few thousand requests are several times slower on both, until their code is compiled.
    for (let turn = 0; turn < WARM_TURNS + TURNS; turn += 1) {
      const id = `bench-visit-${100 + turn}`;
      const read: [number, number] = [
        await rate(READS, () => ask(port, `/api/visits/${id}`)),
        await rate(READS, () => ask(port + 1, `/visits/${id}`)),
      ];
      const entries = (n: number): [string, ReturnType<typeof notes>] => {
        const nth = turn * APPENDS + n;
        const visitId = `bench-to-come-${Math.floor(nth / APPENDS_A_VISIT) % SHOP.toCome}`;
        return [`${visitId}/events`, notes(visitId, nth)];
      };
      const append = (at: number, under: string) =>
        rate(APPENDS, (n) => {
          const [path, body] = entries(n);
          return ask(at, `${under}/visits/${path}`, body);
        });
      const wrote: [number, number] = [await append(port, '/api'), await append(port + 1, '')];
      if (turn < WARM_TURNS) continue;
      reads.push(read);
      writes.push(wrote);
    }
    const ratio = (pairs: [number, number][]) => middle(pairs.map(([own, other_]) => own / other_)).toFixed(2);
    const usual = (pairs: [number, number][], i: 0 | 1) => Math.round(middle(pairs.map((pair) => pair[i]))).toLocaleString('en-US');
    lines.push(['reads of a visit : the bare stack (limit 0.5)', `${ratio(reads)} (${usual(reads, 0)} and ${usual(reads, 1)} a second)`]);
    lines.push([
      'appends of five entries : the bare stack (limit 0.35)',
      `${ratio(writes)} (${usual(writes, 0)} and ${usual(writes, 1)} a second)`,
    ]);
    await Promise.all([ended(again), ended(bare)]);
    lines.push(['of the processor time asked for by all of that, the machine gave to others', taken()]);
  } finally {
    if (!kept) rmSync(folder, { recursive: true, force: true });
  }
  return lines;
}
