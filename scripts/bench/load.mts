import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { CodeRecord, VisitDetail, VisitRecord } from '@elm-mist/contract';
import { phones, phoneVisits, share } from '../../server/test/attack/phones';
import { load } from '../../server/test/load';
import { demoCookie } from './signIn.mts';

const ROOT = join(import.meta.dirname, '../..');
const SYSTEMS = ['goosewater-boathouse', 'fennick-hp', 'quillon-split', 'harrow-roof', 'marl-split', 'alder-ground'];
const [PHONES, VISITS, SIGN_INS, PICTURES, PICTURE_BYTES] = [500, 250, 60, 200, 1_500_000];

/** Sends JSON as the demo's owner. @throws Error where it was refused */
/** A day of a hundred visits, each at a system of its own. */
const PHONES_DAY = '2026-08-03';

const sender =
  (url: string, cookie: () => string) =>
  async <T,>(method: string, path: string, body?: unknown): Promise<T> => {
    const answer = await fetch(`${url}/api${path}`, {
      method,
      headers: { 'Content-Type': 'application/json', Cookie: cookie() },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`);
    return (await answer.json()) as T;
  };

/** Signs in by a name and a code, again while others are before it, as a phone's owner would. */
async function signInBy(url: string, { account, code }: CodeRecord): Promise<void> {
  for (;;) {
    const answer = await fetch(`${url}/api/sign-in`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ name: account.name, password: code, device: 'bench' }),
    });
    await answer.arrayBuffer();
    if (answer.ok) return;
    if (answer.status !== 429) throw new Error(`sign-in: ${answer.status}`);
    await new Promise((done) => setTimeout(done, 500));
  }
}

/**
 * 500 phones that each follow a visit and enter something every twelve seconds, and fifty that never read; meanwhile sixty people sign in at
 * once, two hundred pictures arrive at once, and the server is killed and started again.
 * @param minutes how long
 */
export async function loadFigures(minutes: number): Promise<[string, string][]> {
  const data = mkdtempSync(join(tmpdir(), 'elm-mist-load-'));
  const port = 7300 + (process.pid % 500);
  const url = `http://localhost:${port}`;
  const env = {
    MALLOC_ARENA_MAX: '2',
    ...process.env,
    PORT: String(port),
    ELM_MIST_DATA: data,
    ELM_MIST_DEMO_DAY: '2026-06-11',
    ELM_MIST_LOG: 'silent',
  };
  let server: ChildProcess;
  const ready = () =>
    fetch(`${url}/api/health`).then(
      (answer) => answer.ok,
      () => false,
    );
  const start = async () => {
    server = spawn(process.execPath, ['server/dist/main.cjs'], { cwd: ROOT, env, stdio: 'ignore' });
    while (!(await ready())) await new Promise((done) => setTimeout(done, 20));
  };
  const stop = (signal: 'SIGTERM' | 'SIGKILL') =>
    new Promise((done) => {
      server.once('exit', done);
      server.kill(signal);
    });
  await start();
  try {
    const cookie = await demoCookie(url);
    const send = sender(url, () => cookie);
    const visitIds: string[] = [];
    for (let i = 0; i < VISITS; i += 1) {
      const day = new Date(Date.UTC(2026, 6, 1 + Math.floor(i / SYSTEMS.length))).toISOString().slice(0, 10);
      const slot = { systemId: SYSTEMS[i % SYSTEMS.length], day, startMinute: 540, durationMin: 90, purpose: 'Yearly wash' };
      visitIds.push((await send<VisitRecord>('POST', '/visits', slot)).id);
    }
    const people: CodeRecord[] = [];
    for (let i = 0; i < SIGN_INS; i += 1)
      people.push(await send<CodeRecord>('POST', '/people', { crewId: null, name: `Reader ${i + 1}`, role: 'reader' }));
    const pictures = () =>
      new Promise<void>((done, failed) => {
        const told = [url, cookie, String(PICTURES), String(PICTURE_BYTES), visitIds.join(',')];
        const child = spawn(process.execPath, ['scripts/bench/sendPictures.mjs', ...told], {
          cwd: ROOT,
          stdio: ['ignore', 'ignore', 'inherit'],
        });
        child.once('exit', (code) => (code === 0 ? done() : failed(new Error(`the pictures ended with ${code}`))));
      });
    const figures = await load({
      port,
      cookie,
      pid: () => server.pid ?? null,
      visitIds,
      phones: PHONES,
      deaf: 50,
      seconds: minutes * 60,
      paceMs: 12_000,
      storms: [
        {
          name: `${SIGN_INS} people sign in at once`,
          at: 0.4,
          run: () => Promise.all(people.map((each) => signInBy(url, each))).then(() => {}),
        },
      ],
    });
    // The same phones again, at four times the pace: pictures, and the plug pulled in the middle of it.
    const pulled = await load({
      port,
      cookie,
      pid: () => server.pid ?? null,
      visitIds,
      phones: PHONES,
      deaf: 50,
      seconds: 30,
      paceMs: 3000,
      storms: [
        {
          name: `${PICTURES} pictures of ${PICTURE_BYTES / 1e6} MB arrive at once`,
          at: 0.2,
          run: pictures,
        },
        { name: 'killed', at: 0.6, away: true, run: () => stop('SIGKILL').then(start) },
      ],
    });
    // What phones ask beside entries: Today, the visit, what another phone added, pictures; of a server that carries nothing of the storms before.
    await stop('SIGTERM');
    await start();
    const asked = await phones({
      port,
      cookie,
      pid: server!.pid ?? null,
      day: PHONES_DAY,
      visitIds: await phoneVisits(send, 100, PHONES_DAY),
      phones: 200,
      seconds: 30,
      paceMs: 6000,
    });
    const all = Object.values(asked.times).flat();
    const accepted = new Set([...figures.accepted, ...pulled.accepted]);
    let [found, twice] = [0, 0];
    for (const id of visitIds) {
      const { events } = (await (await fetch(`${url}/api/visits/${id}`, { headers: { Cookie: cookie } })).json()) as VisitDetail;
      found += events.filter((event) => accepted.has(event.id)).length;
      twice += events.length - new Set(events.map((event) => event.id)).size;
    }
    const [early = NaN, late = NaN] = figures.rssMb ?? [];
    const name = `${PHONES} phones for ${minutes} min, ${figures.appends.toLocaleString('en-US')} entries`;
    return [
      [`${name}, an answer (limit p99 250 ms)`, `p50 ${figures.p50Ms.toFixed(0)} ms, p99 ${figures.p99Ms.toFixed(0)} ms`],
      [
        '200 phones ask for Today, visits and what changed, enter and send pictures (limit p99 500 ms, 300 MB)',
        `p50 ${share(all, 0.5).toFixed(0)} ms, p99 ${share(all, 0.99).toFixed(0)} ms; Today p99 ${share(asked.times.today, 0.99).toFixed(0)} ms; ${asked.mostMb.toFixed(0)} MB; ${asked.failed.length} failed`,
      ],
      ...[...figures.storms, ...pulled.storms]
        .filter(({ name: what }) => what !== 'killed')
        .map((storm): [string, string] => [
          `${storm.name}; an answer to the phones meanwhile`,
          `${storm.seconds.toFixed(1)} s; p99 ${storm.p99Ms.toFixed(0)} ms`,
        ]),
      [`${name}, memory early and late`, `${early.toFixed(0)} and ${late.toFixed(0)} MB`],
      [`${name}, told of changes`, figures.told.toLocaleString('en-US')],
      [
        `killed under ${pulled.appends.toLocaleString('en-US')} entries and started again: away; of all entries missing, and twice`,
        `${(pulled.storms.find(({ name: what }) => what === 'killed')?.seconds ?? NaN).toFixed(1)} s; ${accepted.size - found}, ${twice}`,
      ],
    ];
  } finally {
    await stop('SIGTERM');
    rmSync(data, { recursive: true, force: true });
  }
}
