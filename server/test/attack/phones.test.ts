import type { VisitRecord } from '@elm-mist/contract';
import { fullRunCoils } from '@elm-mist/core/testing/fullRun';
import { DAY, RealServer } from '../helpers';
import { phones, share, type PhonesFigures } from './phones';
import { tell, WHOLE } from './whole';

jest.setTimeout(600_000);

const PLACES = ['alder', 'fennick', 'harrow', 'goosewater'];
const SYSTEM = { configuration: 'split-cool', model: '', btuh: 36000, refrigerant: 'R-410A', madeYear: 2014 };

const server = new RealServer();
beforeAll(() => server.start({ ELM_MIST_LOG: 'error' }));
afterAll(() => server.remove());

/** Visits of one day, each for another system with two coils, for two phones each. */
async function visitsOf(count: number, day: string): Promise<string[]> {
  const ids: string[] = [];
  for (let n = 0; n < count; n += 1) {
    const system = { ...SYSTEM, placeId: PLACES[n % PLACES.length], name: `System ${day} ${n}` };
    const systemId = (await server.call<{ id: string }>('POST', '/systems', system)).body.id;
    for (const { geometry, id: _id, ...build } of fullRunCoils)
      expect((await server.call('POST', `/systems/${systemId}/coils`, { ...build, ...geometry })).status).toBe(201);
    const visit = { systemId, day, startMinute: 420 + 5 * n, durationMin: 60, purpose: 'Yearly wash' };
    ids.push((await server.call<VisitRecord>('POST', '/visits', visit)).body.id);
  }
  // The program makes the cards of today and tomorrow ahead of the phones, when it starts and every ten minutes.
  expect((await server.call('GET', `/days/${day}`)).status).toBe(200);
  return ids;
}

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
