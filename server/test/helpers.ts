import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ErrorBody, MeRecord } from '@elm-mist/contract';

const SERVER = join(__dirname, '..');
export const DAY = '2026-06-11';
/** The first owner of a shop that tests begin. */
export const OWNER = { name: 'Wren Cotter', password: 'four plain short words' };

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer();
    probe.listen(0, () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => done(port));
    });
  });

const ended = (child: ChildProcess) => child.exitCode !== null || child.signalCode !== null;

export interface Answer<T> {
  status: number;
  body: T;
  headers: Headers;
}

/** Servers that were started and not removed. */
const live = new Set<RealServer>();
// A test that fails before its last line leaves none behind: a child that lives on keeps the runner from ending.
afterAll(() => Promise.all([...live].map((server) => server.remove())));

/**
 * Reads a body as it comes, until enough was said.
 * @throws Error with what was said, where the body ends before that: an ended body answers every further read at once, for ever
 */
export async function readUntil(body: ReadableStream<Uint8Array> | null, enough: (said: string) => boolean) {
  if (!body) throw new Error('there is no body to read');
  const reader = body.getReader();
  const letters = new TextDecoder();
  let said = '';
  while (!enough(said)) {
    const { done, value } = await reader.read();
    if (done) throw new Error(`the answer ended with: ${said.slice(-2000)}`);
    said += letters.decode(value, { stream: true });
  }
  return { said, reader };
}

/** The real server as its own process, on a real SQLite file in a folder of its own. */
export class RealServer {
  readonly folder = mkdtempSync(join(tmpdir(), 'elm-mist-server-'));
  port = 0;
  output = '';
  /** Of the device that the tests are. */
  cookie = '';
  private child: ChildProcess | null = null;

  /** @param mostKb no file of it may grow larger; null for no such limit */
  async start(env: Record<string, string> = {}, mostKb: number | null = null): Promise<void> {
    live.add(this);
    this.port ||= await freePort();
    const seeded = process.env['ELM_MIST_SEEDED'];
    // A first start with another day or no demo makes its own.
    if (seeded && !Object.keys(env).some((name) => name.startsWith('ELM_MIST_DEMO')) && readdirSync(this.folder).length === 0)
      cpSync(seeded, this.folder, { recursive: true });
    const limited = mostKb === null ? '' : `ulimit -f ${mostKb * 2}; trap '' XFSZ; `;
    const child = spawn('/bin/sh', ['-c', `${limited}exec "$0" dist/main.cjs`, process.execPath], {
      cwd: SERVER,
      env: {
        ...process.env,
        NODE_OPTIONS: '',
        // As `npm start` starts it.
        MALLOC_ARENA_MAX: '2',
        PORT: String(this.port),
        ELM_MIST_DATA: this.folder,
        ELM_MIST_DEMO_DAY: DAY,
        ELM_MIST_WEB: join(this.folder, 'web'),
        ...env,
      },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    this.child = child;
    const keep = (chunk: Buffer) => (this.output += chunk.toString());
    child.stdout?.on('data', keep);
    child.stderr?.on('data', keep);
    for (let tries = 0; tries < 1200; tries += 1) {
      if (ended(child)) throw new Error(`the server ended with ${child.exitCode ?? child.signalCode}: ${this.output}`);
      if (
        await fetch(`http://localhost:${this.port}/api/health`).then(
          (answer) => answer.ok,
          () => false,
        )
      )
        return this.signIn();
      await new Promise((done) => setTimeout(done, 50));
    }
    throw new Error(`the server did not become ready: ${this.output}`);
  }

  /** Signs in as the demo's owner, or as the first owner of a shop that has none; a device that is signed in stays so. */
  async signIn(): Promise<void> {
    const { body } = await this.call<MeRecord>('GET', '/me');
    if (body.person) return;
    if (body.ways === 'demo') this.cookie = await this.cookieOf('/sign-in/demo', { id: body.people[0]?.id, device: 'tests' });
    else if (body.ways === 'first') this.cookie = await this.cookieOf('/sign-in/first', { ...OWNER, device: 'tests' });
    else this.cookie = await this.cookieOf('/sign-in', { ...OWNER, device: 'tests' });
  }

  /** The cookie that a way of signing in gives. */
  async cookieOf(path: string, body: unknown): Promise<string> {
    const answer = await fetch(`http://localhost:${this.port}/api${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });
    const cookie = answer.headers.get('set-cookie')?.split(';')[0];
    if (!cookie) throw new Error(`nobody was signed in: ${answer.status} ${await answer.text()}`);
    return cookie;
  }

  /** One request as whoever is signed in. @param path after /api */
  fetch(path: string, init: RequestInit = {}): Promise<Response> {
    return fetch(`http://localhost:${this.port}/api${path}`, { ...init, headers: { Cookie: this.cookie, ...(init.headers as object) } });
  }

  /** Of the process; null while there is none. */
  get pid(): number | null {
    return this.child?.pid ?? null;
  }

  /** @returns exit code */
  async stop(signal: NodeJS.Signals = 'SIGTERM'): Promise<number | null> {
    const child = this.child;
    if (!child) return null;
    this.child = null;
    if (ended(child)) return child.exitCode;
    return new Promise((done) => {
      child.once('exit', (code) => done(code));
      child.kill(signal);
    });
  }

  async remove(): Promise<void> {
    await this.stop('SIGKILL');
    live.delete(this);
    rmSync(this.folder, { recursive: true, force: true });
  }

  async call<T = ErrorBody>(method: string, path: string, body?: unknown): Promise<Answer<T>> {
    const raw = typeof body === 'string';
    const answer = await this.fetch(path, {
      method,
      ...(body === undefined ? {} : { headers: { 'Content-Type': 'application/json' }, body: raw ? body : JSON.stringify(body) }),
    });
    return { status: answer.status, body: (await answer.json()) as T, headers: answer.headers };
  }
}
