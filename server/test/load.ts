import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { Agent, request, type ClientRequest } from 'node:http';

/** Something that happens once while the phones work. */
export interface Storm {
  name: string;
  /** When, as a share of the time. */
  at: number;
  /** The server is away meanwhile: what is sent then is no measure of its pace. */
  away?: boolean;
  run: () => Promise<void>;
}

/** A crew's phones at once, each following a visit and entering what it does. */
export interface LoadAsked {
  port: number;
  cookie: string;
  /** Of the server, for what memory it takes; null where it is another machine's. */
  pid: () => number | null;
  visitIds: readonly string[];
  phones: number;
  /** Phones that follow and never read what they are told. */
  deaf: number;
  seconds: number;
  /** Between two entries of one phone, ms. */
  paceMs: number;
  /** In the order of their time. */
  storms?: readonly Storm[];
}

/** How one storm went. */
export interface StormFigures {
  name: string;
  seconds: number;
  /** Of the answers to the phones' entries meanwhile, ms; NaN where the server was away. */
  p99Ms: number;
}

export interface LoadFigures {
  appends: number;
  /** Of the answers to entries, ms, outside the storms. */
  p50Ms: number;
  p99Ms: number;
  /** Resident memory after a fifth of the time and at the end, MB; null where it cannot be told. */
  rssMb: [early: number, late: number] | null;
  /** How often followers were told of a change. */
  told: number;
  storms: StormFigures[];
  /** Ids of entries that the server said it had. */
  accepted: string[];
}

const rssOf = (pid: number | null): number | null => {
  try {
    const line = /VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'));
    return line ? Number(line[1]) / 1024 : null;
  } catch {
    return null;
  }
};

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));
const share = (sorted: readonly number[], part: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))] ?? NaN;

/** Follows a visit by server-sent events, again and again, as a phone does. */
function follower({ port, cookie }: LoadAsked, visitId: string, reads: boolean, heard: () => void, going: () => boolean): () => void {
  let asked: ClientRequest | null = null;
  const start = () => {
    if (!going()) return;
    asked = request({ port, path: `/api/visits/${visitId}/changes`, headers: { Cookie: cookie }, agent: false }, (answer) => {
      if (!reads) return void answer.pause();
      answer.on('data', (part: Buffer) => {
        if (part.includes('changed')) heard();
      });
      answer.on('close', again);
    });
    asked.on('error', again);
    asked.end();
  };
  const again = () => void pause(300).then(start);
  start();
  return () => asked?.destroy();
}

/**
 * Lets phones work at a visit each for a while, at a pace, and measures it.
 * @throws Error where an entry was refused
 */
export async function load(asked: LoadAsked): Promise<LoadFigures> {
  const { port, cookie, visitIds, phones, deaf, seconds, paceMs, storms = [] } = asked;
  const agent = new Agent({ keepAlive: true, maxSockets: phones });
  const times: number[] = [];
  const accepted: string[] = [];
  const stormy: { figures: StormFigures; times: number[] }[] = [];
  let [told, going] = [0, true];
  let storm: Storm | null = null;
  const visitOf = (phone: number) => visitIds[phone % visitIds.length] ?? '';
  const stops = Array.from({ length: phones + deaf }, (_, i) =>
    follower(
      asked,
      visitOf(i),
      i < phones,
      () => (told += 1),
      () => going,
    ),
  );
  const send = (visitId: string, id: string, at: number): Promise<number> => {
    const event = { id, visitId, at: new Date(at).toISOString(), by: 'Wren Cotter', kind: 'note.added', data: { text: 'Gate squeaks' } };
    const body = JSON.stringify({ events: [event] });
    return new Promise((done, failed) => {
      const sent = request(
        {
          port,
          agent,
          method: 'POST',
          path: `/api/visits/${visitId}/events`,
          headers: { Cookie: cookie, 'Content-Type': 'application/json', 'Content-Length': Buffer.byteLength(body) },
        },
        (answer) => {
          const parts: Buffer[] = [];
          answer.on('data', (part: Buffer) => parts.push(part));
          answer.on('error', failed);
          answer.on('end', () =>
            answer.statusCode === 200 ? done(200) : failed(Object.assign(new Error(Buffer.concat(parts).toString()), { refused: true })),
          );
        },
      );
      sent.on('error', failed);
      sent.end(body);
    });
  };
  const until = performance.now() + seconds * 1000;
  const phone = async (n: number) => {
    // Nobody begins at the same moment.
    await pause((paceMs * n) / phones);
    while (performance.now() < until) {
      const id = randomUUID();
      const at = Date.now();
      for (;;) {
        const began = performance.now();
        const during = storm;
        try {
          await send(visitOf(n), id, at);
          const took = performance.now() - began;
          if (!during && !storm) times.push(took);
          else if (during && !during.away) stormy.find(({ figures }) => figures.name === during.name)?.times.push(took);
          break;
        } catch (error) {
          if ((error as { refused?: boolean }).refused) throw error;
          // The same entry is sent again until it is answered, as a phone does.
          await pause(200);
        }
      }
      accepted.push(id);
      await pause(paceMs * (0.5 + ((n * 7919 + accepted.length * 104_729) % 1000) / 1000));
    }
  };
  let early: number | null = null;
  const watch = (async () => {
    await pause(seconds * 200);
    early = rssOf(asked.pid());
    for (const next of storms) {
      await pause(until - seconds * 1000 * (1 - next.at) - performance.now());
      const began = performance.now();
      const kept = { figures: { name: next.name, seconds: 0, p99Ms: NaN }, times: [] };
      stormy.push(kept);
      storm = next;
      await next.run();
      kept.figures.seconds = (performance.now() - began) / 1000;
      // What was sent in it has its answers.
      await pause(1000);
      storm = null;
    }
  })();
  await Promise.all([...Array.from({ length: phones }, (_, n) => phone(n)), watch]);
  const late = rssOf(asked.pid());
  going = false;
  stops.forEach((stop) => stop());
  agent.destroy();
  times.sort((a, b) => a - b);
  return {
    appends: accepted.length,
    p50Ms: share(times, 0.5),
    p99Ms: share(times, 0.99),
    rssMb: early === null || late === null ? null : [early, late],
    told,
    storms: stormy.map(({ figures, times: meanwhile }) => ({
      ...figures,
      p99Ms: share(
        meanwhile.sort((a, b) => a - b),
        0.99,
      ),
    })),
    accepted,
  };
}
