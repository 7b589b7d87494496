import { DAY, RealServer } from '../helpers';
import { phones, phoneVisits, share, type PhonesFigures } from './phones';
import { tell, WHOLE } from './whole';

jest.setTimeout(600_000);

const server = new RealServer();
beforeAll(() => server.start({ ELM_MIST_LOG: 'error' }));
afterAll(() => server.remove());

const visitsOf = (count: number, day: string) =>
  phoneVisits(
    async <T>(method: string, path: string, body?: unknown) => {
      const answer = await server.call<T>(method, path, body);
      expect(answer.status).toBeLessThan(300);
      return answer.body;
    },
    count,
    day,
  );

const told = (count: number, { times, mostMb }: PhonesFigures) =>
  tell(
    `${count} phones, p50/p99 ms: ${Object.entries(times)
      .map(([kind, some]) => `${kind} ${share(some, 0.5).toFixed(0)}/${share(some, 0.99).toFixed(0)} (${some.length})`)
      .join(', ')}; ${mostMb.toFixed(0)} MB at most`,
  );

test('a shop’s phones at work: everything is answered, and nothing takes long', async () => {
  const common = { port: server.port, cookie: server.cookie, pid: server.pid };
  const few = await phones({ ...common, day: DAY, visitIds: await visitsOf(6, DAY), phones: 12, seconds: WHOLE ? 30 : 6, paceMs: 2000 });
  told(12, few);
  expect(few.failed).toEqual([]);
  expect(few.times.entry.length).toBeGreaterThan(20);
  if (!WHOLE) return;
  const all = Object.values(few.times).flat();
  expect(share(all, 0.99)).toBeLessThan(250);
  const day = '2026-06-12';
  const many = await phones({ ...common, day, visitIds: await visitsOf(100, day), phones: 200, seconds: 60, paceMs: 6000 });
  told(200, many);
  expect(many.failed).toEqual([]);
  expect(share(Object.values(many.times).flat(), 0.99)).toBeLessThan(500);
  expect(many.mostMb).toBeLessThan(300);
});
