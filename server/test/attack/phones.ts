import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import type { VisitRecord } from '@elm-mist/contract';
import { fullRunCoils } from '../../../core/src/testing/fullRun';

/** What phones ask of a server, and how long it took, ms. */
export type Asked = 'today' | 'visit' | 'entry' | 'picture';

export interface PhonesAsked {
  port: number;
  cookie: string;
  pid: number | null;
  day: string;
  /** Two phones work at each. */
  visitIds: readonly string[];
  phones: number;
  seconds: number;
  /** Between two entries of one phone, ms. */
  paceMs: number;
}

export interface PhonesFigures {
  times: Record<Asked, number[]>;
  /** Answers that were not 2xx or 304. */
  failed: string[];
  /** Resident memory at most, MB. */
  mostMb: number;
}

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));
const PICTURE = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(200_000, 7)]);

const PLACES = ['alder', 'fennick', 'harrow', 'goosewater'];
const SYSTEM = { configuration: 'split-cool', model: '', btuh: 36000, refrigerant: 'R-410A', madeYear: 2014 };

/**
 * Visits of one day of the demo shop, each for another system with two coils, for two phones each.
 * @param send asks the server, and throws where it refuses
 */
export async function phoneVisits(
  send: <T>(method: string, path: string, body?: unknown) => Promise<T>,
  count: number,
  day: string,
): Promise<string[]> {
  const ids: string[] = [];
  for (let n = 0; n < count; n += 1) {
    const system = { ...SYSTEM, placeId: PLACES[n % PLACES.length], name: `System ${day} ${n}` };
    const { id: systemId } = await send<{ id: string }>('POST', '/systems', system);
    for (const { geometry, id: _id, ...build } of fullRunCoils) await send('POST', `/systems/${systemId}/coils`, { ...build, ...geometry });
    const visit = { systemId, day, startMinute: 420 + 5 * n, durationMin: 60, purpose: 'Yearly wash' };
    ids.push((await send<VisitRecord>('POST', '/visits', visit)).id);
  }
  // The program makes the cards of today and tomorrow ahead of the phones, when it starts and every ten minutes.
  await send('GET', `/days/${day}`);
  return ids;
}

/** The share of times that is below, ms. */
export const share = (times: readonly number[], part: number): number => {
  const sorted = [...times].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))] ?? NaN;
};

/**
 * Lets phones do for a while what phones do: Today at the start and again now and then, a visit that is opened and followed, looked up again when the
 * other phone adds to it, an entry every so often, and pictures.
 */
export async function phones(asked: PhonesAsked): Promise<PhonesFigures> {
  const { port, cookie, pid, day, visitIds, phones: count, seconds, paceMs } = asked;
  const times: Record<Asked, number[]> = { today: [], visit: [], entry: [], picture: [] };
  const failed: string[] = [];
  const agent = new Agent({ keepAlive: true, maxSockets: count });
  const ask = (kind: Asked, method: string, path: string, body?: string | Buffer, type = 'application/json', tag = '') =>
    new Promise<string>((done) => {
      const began = performance.now();
      const headers = {
        Cookie: cookie,
        'Accept-Encoding': 'gzip',
        ...(tag ? { 'If-None-Match': tag } : {}),
        ...(body ? { 'Content-Type': type, 'Content-Length': Buffer.byteLength(body) } : {}),
      };
      const sent = request({ port, agent, method, path: `/api${path}`, headers }, (answer) => {
        answer.resume();
        answer.on('end', () => {
          times[kind].push(performance.now() - began);
          const status = answer.statusCode ?? 0;
          if (status >= 400) failed.push(`${method} ${path} → ${status}`);
          done(String(answer.headers.etag ?? ''));
        });
      });
      sent.on('error', (error) => {
        failed.push(`${method} ${path}: ${error.message}`);
        done('');
      });
      sent.end(body);
    });
  const until = performance.now() + seconds * 1000;
  const going = () => performance.now() < until;
  const stops: (() => void)[] = [];
  const phone = async (n: number) => {
    const visitId = visitIds[Math.floor(n / 2) % visitIds.length] ?? '';
    // Nobody begins at the same moment; all do within some seconds, as in the morning.
    await pause((3000 * n) / count);
    let todayTag = await ask('today', 'GET', `/days/${day}`);
    let visitTag = await ask('visit', 'GET', `/visits/${visitId}`);
    const mine = new Set<string>();
    let looking = false;
    const following = request({ port, path: `/api/visits/${visitId}/changes`, headers: { Cookie: cookie }, agent: false }, (answer) => {
      answer.on('data', (part: Buffer) => {
        const ids = /event: changed\ndata: (.*)/.exec(part.toString())?.[1]?.split(' ') ?? [];
        if (looking || ids.every((id) => mine.has(id))) return;
        looking = true;
        void ask('visit', 'GET', `/visits/${visitId}`, undefined, '', visitTag).then((tag) => {
          visitTag = tag || visitTag;
          looking = false;
        });
      });
      answer.on('error', () => undefined);
    });
    following.on('error', () => undefined);
    following.end();
    stops.push(() => following.destroy());
    for (let turn = 0; going(); turn += 1) {
      await pause(paceMs * (0.5 + ((n * 7919 + turn * 104_729) % 1000) / 1000));
      const id = randomUUID();
      mine.add(id);
      const event = { id, visitId, at: new Date().toISOString(), by: 'Wren Cotter', kind: 'note.added', data: { text: 'Gate squeaks' } };
      await ask('entry', 'POST', `/visits/${visitId}/events`, JSON.stringify({ events: [event] }));
      if (turn % 5 === n % 5) todayTag = (await ask('today', 'GET', `/days/${day}`, undefined, '', todayTag)) || todayTag;
      if (turn % 10 === n % 10) await ask('picture', 'PUT', `/visits/${visitId}/photos/${randomUUID()}`, PICTURE, 'image/jpeg');
    }
  };
  let mostMb = 0;
  const watch = (async () => {
    while (going()) {
      const rss = pid === null ? 0 : Number(/VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
      mostMb = Math.max(mostMb, rss);
      await pause(250);
    }
  })();
  await Promise.all([...Array.from({ length: count }, (_, n) => phone(n)), watch]);
  stops.forEach((stop) => stop());
  agent.destroy();
  return { times, failed, mostMb };
}
