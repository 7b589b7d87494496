import { readFileSync } from 'node:fs';
import { RealServer } from '../helpers';
import { rawRequest } from './rawRequest';
import { tell, WHOLE } from './whole';

jest.setTimeout(300_000);

const server = new RealServer();
beforeAll(() => server.start({ ELM_MIST_LOG: 'error' }));
afterAll(() => server.remove());

const memoryMb = () => Number(/VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))?.[1] ?? NaN) / 1024;

test('many reports and ZIPs asked for at once are made two at a time, all of them, while others are served', async () => {
  const paths = [
    '/visits/demo-visit-12/report.pdf',
    '/whole.zip',
    '/visits/demo-visit-12/pictures',
    '/customers/customer-fennick/data.zip',
  ];
  const before = memoryMb();
  let [most, going, longest] = [before, true, 0];
  const watch = (async () => {
    while (going) {
      most = Math.max(most, memoryMb());
      const began = performance.now();
      expect((await rawRequest(server.port, { method: 'GET', path: '/api/health' })).status).toBe(200);
      longest = Math.max(longest, performance.now() - began);
      await new Promise((done) => setTimeout(done, 20));
    }
  })();
  const asked = Array.from({ length: WHOLE ? 20 : 8 }, (_, i) =>
    server
      .fetch(paths[i % 3 === 0 ? 0 : i % paths.length] ?? '')
      .then(async (answer) => ({ status: answer.status, bytes: (await answer.arrayBuffer()).byteLength })),
  );
  const answers = await Promise.all(asked);
  going = false;
  await watch;
  tell(
    `20 reports and ZIPs at once: ${before.toFixed(0)} MB before, ${most.toFixed(0)} MB at most; others waited ${longest.toFixed(0)} ms at most`,
  );
  expect(answers.filter(({ status, bytes }) => status !== 200 || bytes < 20)).toEqual([]);
  // Made all at once each takes some 80 MB.
  expect(most - before).toBeLessThan(400);
});

test('who comes after forty that wait is asked to come again, and nobody is left without an answer', async () => {
  const answers = await Promise.all(
    Array.from({ length: 60 }, () =>
      server.fetch('/visits/demo-visit-12/pictures').then(async (answer) => {
        await answer.arrayBuffer();
        return answer.status;
      }),
    ),
  );
  expect(answers.every((status) => status === 200 || status === 503)).toBe(true);
  expect(answers.filter((status) => status === 200).length).toBeGreaterThanOrEqual(40);
});

test('a person’s files stand in the line behind those of others, come forward, and leave it', async () => {
  const ives = await server.cookieOf('/sign-in/demo', { id: 'ives-vane', device: 'tests' });
  const line = async () => (await (await server.fetch('/line', { headers: { Cookie: ives } })).json()) as { files: number; before: number };
  expect(await line()).toEqual({ files: 0, before: 0 });
  const report = (headers: Record<string, string>) =>
    server.fetch('/visits/demo-visit-12/report.pdf', { headers }).then((answer) => answer.arrayBuffer());
  const others = Array.from({ length: 5 }, () => report({}));
  await new Promise((done) => setTimeout(done, 20));
  const mine = report({ Cookie: ives });
  const seen: number[] = [];
  for (let now = await line(); ; now = await line()) {
    if (now.files === 0 && seen.length > 0) break;
    if (now.files === 1) seen.push(now.before);
    await new Promise((done) => setTimeout(done, 5));
  }
  await Promise.all([...others, mine]);
  expect(seen[0]).toBeGreaterThan(0);
  expect(seen.at(-1)).toBe(0);
  expect([...seen].sort((a, b) => b - a)).toEqual(seen);
});
