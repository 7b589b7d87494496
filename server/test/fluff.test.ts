import { randomUUID } from 'node:crypto';
import type { ErrorBody, ShopYear, SystemDetail, VisitDetail, VisitRecord } from '@elm-mist/contract';
import { emptySurvey, type Soil } from '@elm-mist/core/survey';
import { RealServer } from './helpers';

jest.setTimeout(120_000);

const server = new RealServer();
beforeAll(() => server.start());
afterAll(() => server.remove());

const SYSTEM = 'fennick-hp';
const COIL = 'fennick-hp-out';

/** A visit of a day that is over: what its outdoor coil was found with, and left at. */
async function washed(day: string, soils: Soil[], left: number): Promise<void> {
  const { coils } = (await server.call<SystemDetail>('GET', `/systems/${SYSTEM}`)).body;
  const coil = coils.find(({ id }) => id === COIL)!;
  const visit = (await server.call<VisitRecord>('POST', '/visits', { systemId: SYSTEM, day, startMinute: 600, durationMin: 60 })).body;
  const graded = (grade: number) =>
    Object.fromEntries(coil.geometry.faces.map(({ id }) => [id, Array<number>(coil.geometry.rows).fill(grade)]));
  const events = [
    ['visit.started', {}],
    ['story.noted', { symptoms: [], facts: ['trees'], hazards: [], lastService: '', helper: false }],
    ['coil.surveyed', { coilId: COIL, survey: { ...emptySurvey(), grades: graded(2), soils } }],
    ['coil.checked', { coilId: COIL, gradesAfter: graded(left), note: '' }],
    ['coil.skipped', { coilId: COIL, reason: 'Washed by hand, told here afterwards' }],
    ['visit.closed', { nextDue: '2027-06-11', why: 'By the rule.', note: '' }],
  ].map(([kind, data], i) => ({ id: randomUUID(), visitId: visit.id, kind, data, by: 'Wren Cotter', at: `${day}T16:0${i}:00.000Z` }));
  const answer = await server.call<ErrorBody>('POST', `/visits/${visit.id}/events`, { events });
  expect([answer.status, answer.body.error]).toEqual([200, undefined]);
}
const year = async () => (await server.call<ShopYear>('GET', '/shop/year')).body.climate;

test('coils found with fluff move the weeks of the shop, at every system and visit, and more of them are surer', async () => {
  expect(await year()).toBeNull();
  await washed('2026-04-02', [], 0);
  await washed('2026-05-08', ['seed-fluff'], 0);
  const once = (await year())?.fluff;
  // Fluff before the eighth of May, where latitude says the end of it.
  expect(once).toMatchObject({ looks: 1 });
  expect(once!.shiftDays).toBeLessThan(0);
  await washed('2026-05-15', ['seed-fluff'], 0);
  const twice = (await year())?.fluff;
  expect(twice).toMatchObject({ looks: 2 });
  expect(twice!.spreadDays).toBeLessThan(once!.spreadDays);
  expect((await server.call<SystemDetail>('GET', '/systems/quillon-split')).body.climate?.fluff).toEqual(twice);
  expect((await server.call<VisitDetail>('GET', '/visits/demo-visit-15')).body.known.climate?.fluff).toEqual(twice);
});
