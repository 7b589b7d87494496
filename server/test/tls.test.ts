import { spawn, type ChildProcess } from 'node:child_process';
import { X509Certificate } from 'node:crypto';
import { copyFileSync, cpSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { request } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

jest.setTimeout(120_000);

const folder = mkdtempSync(join(tmpdir(), 'elm-mist-tls-'));
const tls = (name: string) => join(folder, 'tls', name);
const certificate = (name: string) => new X509Certificate(readFileSync(tls(name)));
let child: ChildProcess | null = null;
const stop = () =>
  new Promise<void>((done) => {
    if (!child || child.exitCode !== null) return done();
    child.once('exit', () => done());
    child.kill('SIGTERM');
  });
const all: ChildProcess[] = [];
afterAll(() => {
  // Also those that a failed test left.
  for (const one of all) one.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
});

/** Starts the real server. @returns its port, or what it said before it ended */
async function start(setting: string): Promise<{ port: number } | { said: string }> {
  const started = spawn(process.execPath, ['dist/main.cjs'], {
    cwd: join(__dirname, '..'),
    env: { ...process.env, NODE_OPTIONS: '', PORT: '0', ELM_MIST_DATA: folder, ELM_MIST_TLS: setting, ELM_MIST_DEMO_DAY: '2026-06-11' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  child = started;
  all.push(started);
  return new Promise((done) => {
    let said = '';
    started.once('exit', () => done({ said }));
    started.stdout.on('data', (part: Buffer) => {
      said += part.toString();
      const port = /"port":(\d+).*https:/.exec(said)?.[1];
      if (port) done({ port: Number(port) });
    });
  });
}

const ask = (port: number, path: string, method = 'GET', body = '') =>
  new Promise<{ status: number | undefined; text: string; cookie: string }>((done, failed) => {
    const ca = readFileSync(tls('authority.crt'), 'utf8');
    const asked = request(
      { host: 'localhost', port, path, ca, agent: false, method, headers: { 'Content-Type': 'application/json' } },
      (answer) => {
        let text = '';
        answer.on('data', (part: Buffer) => (text += part.toString()));
        answer.on('end', () => done({ status: answer.statusCode, text, cookie: String(answer.headers['set-cookie'] ?? '') }));
      },
    );
    asked.on('error', failed);
    asked.end(body);
  });

test('HTTPS by the shop’s own authority: made once; the server certificate is renewed when the machine’s names change', async () => {
  const seeded = process.env['ELM_MIST_SEEDED'];
  if (seeded) cpSync(seeded, folder, { recursive: true });
  const first = await start('on');
  if ('said' in first) throw new Error(first.said);
  const { port } = first;
  expect((await ask(port, '/api/health')).status).toBe(200);
  expect(await ask(port, '/elm-mist-authority.crt')).toMatchObject({ status: 200, text: readFileSync(tls('authority.crt'), 'utf8') });
  expect((await ask(port, '/api/shop')).status).toBe(401);
  const entered = await ask(port, '/api/sign-in/demo', 'POST', JSON.stringify({ id: 'wren-cotter', device: 'A phone' }));
  expect(entered.cookie).toMatch(/; secure/i);

  const [authority, server] = [certificate('authority.crt'), certificate('server.crt')];
  expect([authority.ca, server.ca, server.verify(authority.publicKey)]).toEqual([true, false, true]);
  expect([server.checkHost('localhost'), server.checkIP('127.0.0.1')]).toEqual(['localhost', '127.0.0.1']);
  // Apple's limit for certificates that users trust; from memory.
  expect((Date.parse(server.validTo) - Date.parse(server.validFrom)) / 86_400_000).toBeLessThan(825);
  for (const name of ['authority.key', 'server.key']) expect(statSync(tls(name)).mode & 0o077).toBe(0);
  await stop();

  await start('on');
  await stop();
  expect(certificate('server.crt').fingerprint256).toBe(server.fingerprint256);
  writeFileSync(tls('names.json'), '[["elsewhere"],[]]');
  await start('on');
  await stop();
  expect(certificate('authority.crt').fingerprint256).toBe(authority.fingerprint256);
  expect(certificate('server.crt').fingerprint256).not.toBe(server.fingerprint256);
});

test('a folder with somebody else’s certificate is used as it is; one without its two files is named, and the server does not start', async () => {
  expect(await start(folder)).toMatchObject({ said: expect.stringContaining('cert.pem and key.pem') as string });
  copyFileSync(tls('server.crt'), join(folder, 'cert.pem'));
  copyFileSync(tls('server.key'), join(folder, 'key.pem'));
  const other = await start(folder);
  if ('said' in other) throw new Error(other.said);
  expect((await ask(other.port, '/api/health')).status).toBe(200);
  // No authority of ours is in it.
  expect((await ask(other.port, '/elm-mist-authority.crt')).status).not.toBe(200);
});
