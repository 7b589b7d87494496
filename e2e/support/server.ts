import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gunzipSync } from 'node:zlib';
import { ofManyShops } from './manyShops';

const ROOT = join(dirname(fileURLToPath(import.meta.url)), '../..');

/** The day that the demo's visits of "today" fall on in every browser test. */
export const DEMO_DAY = '2026-06-11';
/** The demo's owner, and its technician. */
export const OWNER_ID = 'wren-cotter';

const freePort = (): Promise<number> =>
  new Promise((done, fail) => {
    const probe = createServer();
    probe.once('error', fail);
    probe.listen(0, () => {
      const address = probe.address();
      probe.close(() => (address && typeof address === 'object' ? done(address.port) : fail(new Error('no port'))));
    });
  });

/**
 * The real server on a data folder of its own; it can be stopped and started again on the same data and port. Tests that do not kill it share one
 * process, where it is warm.
 */
export class TestServer {
  readonly data = mkdtempSync(join(tmpdir(), 'elm-mist-e2e-'));
  /** Pages of tests have clocks of their own, which nobody is to put right. */
  tellsTime = false;
  /** Whether it is a process of its own, whose plug can be pulled. */
  alone = false;
  /** Whether it starts with the demo shop. */
  demo = true;
  /** Of the tests as the demo's owner. */
  cookie = '';
  private port = 0;
  private child: ChildProcess | null = null;
  private shared = false;

  get url(): string {
    return `http://localhost:${this.port}`;
  }

  /** Begins with a data folder of an earlier version instead of an empty one. */
  fromFixture(): void {
    writeFileSync(join(this.data, 'elm-mist.db'), gunzipSync(readFileSync(join(ROOT, 'server/test/fixtures/demo-engine-4.db.gz'))));
  }

  async start(): Promise<void> {
    this.port ||= await freePort();
    const seeded = process.env['ELM_MIST_SEEDED'] as string | undefined;
    if (this.demo && seeded && readdirSync(this.data).length === 0) cpSync(seeded, this.data, { recursive: true });
    if (this.alone) await this.startAlone();
    else {
      const { data, port, demo, tellsTime } = this;
      await ofManyShops(ROOT, { open: { data, port, demo, demoDay: DEMO_DAY, tellsTime } });
      this.shared = true;
    }
    await this.signIn();
  }

  private async startAlone(): Promise<void> {
    const child = spawn(process.execPath, ['server/dist/main.cjs'], {
      cwd: ROOT,
      env: {
        ...process.env,
        PORT: String(this.port),
        ELM_MIST_DATA: this.data,
        ELM_MIST_DEMO_DAY: DEMO_DAY,
        ELM_MIST_DEMO: this.demo ? 'on' : 'off',
        ELM_MIST_LOG: 'warn',
        ELM_MIST_CLOCK: this.tellsTime ? 'on' : 'off',
        TZ: 'America/Chicago',
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.child = child;
    child.stdout?.on('data', (chunk: Buffer) => process.stdout.write(chunk));
    for (let tries = 0; tries < 600; tries += 1) {
      if (child.exitCode !== null) throw new Error(`the server ended with ${child.exitCode}`);
      const ready = await fetch(`${this.url}/api/health`).then(
        (answer) => answer.ok,
        () => false,
      );
      if (ready) return;
      await new Promise((done) => setTimeout(done, 100));
    }
    throw new Error('the server did not become ready');
  }

  /** The tests themselves are signed in as the demo's owner, beside whoever holds a phone. */
  private async signIn(): Promise<void> {
    if (!this.demo || this.cookie) return;
    const answer = await fetch(`${this.url}/api/sign-in/demo`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ id: OWNER_ID, device: 'tests' }),
    });
    this.cookie = answer.headers.get('set-cookie')?.split(';')[0] ?? '';
  }

  /** A request as the demo's owner. @param path after /api */
  async fetch(path: string, init: RequestInit = {}): Promise<Response> {
    const ask = () => fetch(`${this.url}/api${path}`, { ...init, headers: { Cookie: this.cookie, ...(init.headers as object) } });
    try {
      return await ask();
    } catch (error) {
      // A connection that idled for as long as the server keeps one may be closed under the request that comes just then.
      if ((init.method ?? 'GET') !== 'GET') throw error;
      return ask();
    }
  }

  /** @param signal SIGKILL pulls the plug of one that is alone; SIGTERM stops it in order */
  async stop(signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<void> {
    if (!this.alone && signal === 'SIGKILL') throw new Error('only a server that is alone can be killed');
    if (this.shared) await ofManyShops(ROOT, { close: { port: this.port } });
    this.shared = false;
    const child = this.child;
    if (!child || child.exitCode !== null) return;
    const ended = new Promise((done) => child.once('exit', done));
    child.kill(signal);
    await ended;
    this.child = null;
  }

  /** Runs a command of the program on its folder. @returns what it said */
  command(...args: string[]): string {
    const { stdout, stderr } = spawnSync(process.execPath, ['server/dist/main.cjs', ...args], {
      cwd: ROOT,
      env: { ...process.env, ELM_MIST_DATA: this.data },
      encoding: 'utf8',
    });
    return stdout + stderr;
  }

  async remove(): Promise<void> {
    await this.stop();
    rmSync(this.data, { recursive: true, force: true });
  }
}
