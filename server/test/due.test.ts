import { randomUUID } from 'node:crypto';
import type {
  DayRecord,
  DueRecord,
  ErrorBody,
  FeedRecord,
  MeterAnswer,
  PlaceSummary,
  ShelfRecord,
  ShopAnswer,
  SystemDetail,
  VisitDetail,
  VisitRecord,
} from '@elm-mist/contract';
import type { Agreement } from '@elm-mist/core/agreement';
import { DUE_KINDS, type DueKind } from '@elm-mist/core/closing';
import { dayIn, dayLater, instantIn, longDay } from '@elm-mist/core/clock';
import { coilName } from '@elm-mist/core/equipment';
import { growthStretches, NEAR_KM, nextDue } from '@elm-mist/core/interval';
import { onShelf } from '@elm-mist/core/mix';
import { greatCircleKm } from '@elm-mist/core/route';
import ICAL from 'ical.js';
import { DAY, RealServer } from './helpers';

jest.setTimeout(120_000);

const server = new RealServer();
beforeAll(() => server.start());
afterAll(() => server.remove());

const FAR = 'until=2031-01-01';
const COILS = `${FAR}&kinds=coil`;
const HP = 'fennick-hp';
/** The server goes by its own clock. */
const [ZONE, NOW] = ['America/Chicago', Date.now()];
const TODAY = dayIn(ZONE, NOW);
const later = (days: number) => dayLater(TODAY, days);
const due = async (asked: string) => (await server.call<DueRecord>('GET', `/due?${asked}`)).body;
const system = async (id: string) => (await server.call<SystemDetail>('GET', `/systems/${id}`)).body;
const setClock = (id: string, body: object) => server.call<ErrorBody>('PUT', `/systems/${id}/clock`, { why: '', ...body });
const agree = (id: string, agreement: Agreement | null) => server.call<ErrorBody>('PUT', `/systems/${id}/agreement`, { agreement });
const clocksOf = async (id: string, kind: DueKind) => ((await system(id)).clocks ?? []).filter((clock) => clock.kind === kind);
const entry = (visitId: string, kind: string, data: object, at = '2026-06-11T15:00:00.000Z') => ({
  id: randomUUID(),
  visitId,
  at,
  by: 'Wren Cotter',
  kind,
  data,
});
const append = (visitId: string, ...events: object[]) => server.call<ErrorBody>('POST', `/visits/${visitId}/events`, { events });

test('each coil is due by its own last closing: a visit to one of them hides no other; a visit planned stands beside it', async () => {
  const all = await due(COILS);
  const days = all.rows.map((row) => row.due);
  expect(days).toEqual([...days].sort());
  expect(all.rows).toHaveLength(all.total);
  for (const row of all.rows) {
    const { history, upcoming, coils } = await system(row.systemId);
    const closed = history.filter((visit) => visit.standing === 'closed');
    expect(row.lastVisit).toBe(closed[0]?.day);
    const last = coils.flatMap(
      (coil) => closed.flatMap((visit) => visit.coils.find((seen) => seen.coilId === coil.id)?.nextDue ?? [])[0] ?? [],
    );
    expect(row.due).toBe([...last].sort()[0]);
    expect(row.clocks.map((clock) => clock.due)).toEqual([...last].sort());
    const soonest = [...upcoming, ...history.filter((visit) => visit.standing === 'under way')].map((visit) => visit.day).sort()[0];
    expect(row.planned?.day).toBe(soonest);
    const place = (await server.call<PlaceSummary>('GET', `/places/${row.placeId}`)).body;
    const known = place.systems.find((each) => each.id === row.systemId);
    expect(known?.nextDue).toBe(row.due);
    // Of several coils it is said which.
    const first = coils.find((coil) => coil.id === row.clocks[0]?.of);
    expect(known?.nextDueOf).toBe(first && coilName(first));
  }
  // Its outdoor coil alone was washed in winter: the indoor one is still due by the summer before.
  const [indoor, outdoor] = (await due(COILS)).rows.find((row) => row.systemId === HP)?.clocks ?? [];
  expect([indoor?.of, outdoor?.of]).toEqual(['fennick-hp-in', 'fennick-hp-out']);
  const open = await due(`${COILS}&planned=no`);
  expect(open.rows.map((row) => row.systemId)).toEqual(all.rows.filter((row) => row.planned === null).map((row) => row.systemId));
  expect(open.unplanned).toBe(open.rows.length);
  const some = await due(`until=${days[1]}&kinds=coil`);
  expect(some.total).toBe(days.filter((day) => day <= (days[1] ?? '')).length);
  const row = open.rows[0];
  expect(
    (await server.call('POST', '/visits', { systemId: row?.systemId, day: '2026-07-01', startMinute: 540, durationMin: 90 })).status,
  ).toBe(201);
  const after = await due(`${COILS}&planned=no`);
  expect(after.rows.map((each) => each.systemId)).not.toContain(row?.systemId);
  expect(after.total).toBe(all.total);
});

test('it is narrowed by clock, coil, shelf and words, put in another order, and what cannot be asked is refused by name', async () => {
  const kinds = await due(`${FAR}&kinds=filter,drain`);
  expect(new Set(kinds.rows.flatMap((row) => row.clocks.map((clock) => clock.kind)))).toEqual(new Set(['filter', 'drain']));
  const indoor = await due(`${COILS}&coils=evaporator`);
  expect(indoor.rows.length).toBeGreaterThan(0);
  for (const row of indoor.rows)
    for (const clock of row.clocks)
      expect((await system(row.systemId)).coils.find((coil) => coil.id === clock.of)?.role).toBe('evaporator');
  expect((await due(`${FAR}&q=fennick`)).rows.map((row) => row.placeId)).toEqual(['fennick']);
  expect((await due(`${FAR}&q=%23`)).total).toBe(0);
  // What the shelf can do, coil by coil, by what is left of it.
  const { cleaners, stock } = (await server.call<ShelfRecord>('GET', '/shelf')).body;
  const there = (id: string) => stock.some((item) => item.cleanerId === id && item.leftL > 0 && (item.expires ?? '9999') >= TODAY);
  const stocked = cleaners.filter((cleaner) => there(cleaner.id));
  const all = (await due(COILS)).rows.flatMap((row) => row.clocks.map((clock) => [row.systemId, clock.of] as const));
  const can: string[] = [];
  for (const [systemId, of] of all) {
    const coil = (await system(systemId)).coils.find((row) => row.id === of)!;
    if (onShelf(coil, stocked)) can.push(of);
  }
  const told = (await due(`${COILS}&shelf=yes`)).rows.flatMap((row) => row.clocks.map((clock) => clock.of));
  expect(told.sort()).toEqual(can.sort());
  // Counted to nothing, it can do nothing: but for coils that the maker wants only water on.
  for (const item of stock) expect((await server.call('PUT', `/stock/${item.id}`, { leftL: 0 })).status).toBe(200);
  const dry = (await due(`${COILS}&shelf=yes`)).rows.flatMap((row) => row.clocks.map((clock) => clock.of));
  expect(dry.length).toBeLessThan(can.length);
  for (const item of stock) await server.call('PUT', `/stock/${item.id}`, { leftL: item.leftL });
  expect((await due(`${COILS}&shelf=yes`)).rows.flatMap((row) => row.clocks.map((clock) => clock.of)).sort()).toEqual(can);
  const owners = (await due(`${FAR}&order=owner`)).rows.map((row) => row.customerName.toLowerCase());
  expect(owners).toEqual([...owners].sort());
  const near = (await due(`${FAR}&order=near`)).rows.map((row) => row.where?.fromKm ?? 999);
  expect(near).toEqual([...near].sort((a, b) => a - b));
  // In season first, the weeks that end first; what falls outside of any comes last.
  const season = (await due(`${FAR}&order=season`)).rows;
  const ends = season.map(({ weeks }) => weeks?.to ?? '~');
  expect(ends).toEqual([...ends].sort());
  expect(new Set(ends).size).toBeGreaterThan(1);
  for (const { due: day, weeks } of season) expect(weeks === null || (weeks.from <= day && day <= weeks.to)).toBe(true);
  for (const [asked, field] of [
    ['', 'until'],
    [`${FAR}&after=here`, 'after'],
    [`${FAR}&kinds=roof`, 'kinds'],
    [`${FAR}&coils=roof`, 'coils'],
    [`${FAR}&order=roof`, 'order'],
  ] as const)
    expect(Object.keys((await server.call<ErrorBody>('GET', `/due?${asked}`)).body.error.fields ?? {})).toEqual([field]);
});

test('a clock set between visits goes before what a visit told, runs again by its rule when it was done, and gives way to the next closing', async () => {
  const [filter] = await clocksOf(HP, 'filter');
  expect(filter?.ruleId).toBe('upkeep.filter');
  expect((await setClock(HP, { kind: 'filter', doneOn: TODAY })).status).toBe(200);
  expect((await clocksOf(HP, 'filter'))[0]).toMatchObject({
    due: later(30),
    why: `Done on ${longDay(TODAY)}, told by Wren Cotter.`,
  });
  // And from that day once more.
  expect((await setClock(HP, { kind: 'filter', doneOn: later(-10) })).status).toBe(200);
  expect((await clocksOf(HP, 'filter'))[0]?.due).toBe(later(20));
  expect((await setClock(HP, { kind: 'coil', of: 'fennick-hp-in', due: later(80), why: 'They are away until then' })).status).toBe(200);
  expect((await due(`${FAR}&q=fennick`)).rows[0]?.clocks.map((clock) => [clock.of, clock.due])).toContainEqual([
    'fennick-hp-in',
    later(80),
  ]);
  for (const [bad, field] of [
    [{ kind: 'coil', of: 'fennick-hp-in', doneOn: TODAY }, 'doneOn'],
    [{ kind: 'filter', doneOn: later(1) }, 'doneOn'],
    [{ kind: 'filter' }, 'due'],
    [{ kind: 'filter', due: TODAY, why: 'Today' }, 'due'],
    [{ kind: 'filter', due: later(90) }, 'why'],
    [{ kind: 'filter', due: later(90), doneOn: DAY, why: 'Both' }, 'due'],
    [{ kind: 'salt-rinse', due: later(90), why: 'No salt here' }, 'kind'],
    [{ kind: 'renewal', due: later(90), why: 'Later' }, 'kind'],
  ] as const)
    expect([bad, Object.keys((await setClock(HP, bad)).body.error.fields ?? {})]).toEqual([bad, [field]]);
  expect((await setClock('nowhere', { kind: 'filter', doneOn: TODAY })).status).toBe(404);
  const visit = (await server.call<VisitRecord>('POST', '/visits', { systemId: HP, day: TODAY, startMinute: 900, durationMin: 60 })).body;
  // A phone that has not heard of earlier visits: its days are not taken, and the entry is the same when it comes again.
  const told = {
    nextDue: later(4000),
    why: 'By a stale phone.',
    note: 'Gate sticks',
    coils: [{ coilId: 'fennick-hp-in', nextDue: later(4000), why: '' }],
  };
  const at = new Date().toISOString();
  const closing = entry(visit.id, 'visit.closed', told, at);
  expect((await append(visit.id, entry(visit.id, 'visit.started', {}, at), closing)).status).toBe(200);
  expect((await append(visit.id, closing)).status).toBe(200);
  expect((await append(visit.id, { ...closing, data: { ...told, note: 'Another' } })).status).toBe(409);
  const { events, system, place } = (await server.call<VisitDetail>('GET', `/visits/${visit.id}`)).body;
  const { configuration } = system;
  // Nobody looked at a coil: by the kind of system alone.
  const byKind = nextDue({ closedOn: TODAY, configuration, soils: [], worstGrade: 0, latitudeDeg: place.latitudeDeg }).date;
  const kept = events.find(({ kind }) => kind === 'visit.closed')?.data;
  expect(kept).toMatchObject({ note: 'Gate sticks', nextDue: byKind });
  expect(kept).not.toHaveProperty('coils');
  expect((await clocksOf(HP, 'coil')).find((clock) => clock.of === 'fennick-hp-in')?.due).toBe(byKind);
  // What that visit did not tell of runs on.
  expect((await clocksOf(HP, 'filter'))[0]?.due).toBe(later(20));
  // Opened again it tells nothing, and what was set stands.
  expect((await append(visit.id, entry(visit.id, 'visit.reopened', { reason: 'Wrong day' }, new Date().toISOString()))).status).toBe(200);
  expect((await clocksOf(HP, 'coil')).find((clock) => clock.of === 'fennick-hp-in')?.due).toBe(later(80));
});

test('what was declined is asked again on the day it said, once; accepted meanwhile it is not', async () => {
  const visitId = 'demo-visit-13';
  const noted = entry(visitId, 'finding.noted', { what: 'contactor', coilId: null, note: 'Pitted', action: 'Quote a contactor' });
  const step = (name: string, more: object, minute: string) =>
    entry(visitId, 'finding.step', { findingId: noted.id, step: name, words: '', ...more }, `2026-06-11T15:${minute}:00.000Z`);
  expect(
    (await append(visitId, noted, step('offered', {}, '01'), step('declined', { words: 'Not before the autumn', day: '2026-10-01' }, '02')))
      .status,
  ).toBe(200);
  const [row] = (await due(`until=2026-10-01&kinds=ask-again`)).rows;
  expect(row?.clocks).toMatchObject([
    { kind: 'ask-again', of: noted.id, due: '2026-10-01', why: expect.stringContaining('Not before the autumn') },
  ]);
  expect((await due(`until=2026-09-30&kinds=ask-again`)).total).toBe(0);
  expect((await append(visitId, step('offered', {}, '03'), step('accepted', { words: 'Go on then' }, '04'))).status).toBe(200);
  expect((await due(`${FAR}&kinds=ask-again`)).total).toBe(0);
});

test('an agreement asks for its visits and its renewal, stands with the visit, and what cannot be agreed is refused by name', async () => {
  const agreement: Agreement = {
    since: '2026-03-01',
    renews: '2027-03-01',
    visitsAYear: 4,
    includes: ['exterior'],
    price: '310.00',
    note: 'Key at the porch',
  };
  expect((await agree('harrow-roof', agreement)).status).toBe(200);
  expect((await due(`${FAR}&kinds=agreed,renewal&q=harrow`)).rows[0]?.clocks.map((clock) => [clock.kind, clock.due])).toEqual([
    ['agreed', '2026-05-01'],
    ['renewal', '2027-03-01'],
  ]);
  expect((await server.call<VisitDetail>('GET', '/visits/demo-visit-16')).body.agreement).toEqual(agreement);
  for (const [bad, field] of [
    [{ renews: '2026-03-01' }, 'agreement.renews'],
    [{ visitsAYear: 13 }, 'agreement.visitsAYear'],
    [{ includes: ['exterior', 'exterior'] }, 'agreement.includes'],
    [{ price: '-5' }, 'agreement.price'],
    [{ since: '2026-02-30' }, 'agreement.since'],
  ] as const)
    expect(Object.keys((await agree('harrow-roof', { ...agreement, ...bad } as Agreement)).body.error.fields ?? {})).toContain(field);
  expect((await agree('harrow-roof', null)).status).toBe(200);
  expect((await due(`${FAR}&kinds=agreed,renewal&q=harrow`)).total).toBe(0);
});

test('a calendar program reads the planned visits with their hours and what is due, by an address that can be changed and closed', async () => {
  const feed = async (path: string) => fetch(`http://localhost:${server.port}${path}`);
  expect((await server.call<FeedRecord>('GET', '/feed')).body).toEqual({ path: null });
  expect((await feed('/api/feed//visits.ics')).status).toBe(404);
  const planned = { systemId: 'quillon-split', day: later(5), startMinute: 620, durationMin: 80, purpose: 'Half-yearly wash' };
  const visit = (await server.call<VisitRecord>('POST', '/visits', planned)).body;
  const first = (await server.call<FeedRecord>('PUT', '/feed', { wanted: true })).body.path ?? '';
  const answer = await feed(first);
  expect(answer.headers.get('content-type')).toContain('text/calendar');
  const events = new ICAL.Component(ICAL.parse(await answer.text()) as never[])
    .getAllSubcomponents('vevent')
    .map((part) => new ICAL.Event(part));
  const own = events.find((event) => event.uid === `visit-${visit.id}@elm-mist.local`);
  const startMs = instantIn(ZONE, visit.day, visit.startMinute);
  expect(own?.startDate.toJSDate().getTime()).toBe(startMs);
  expect(own?.endDate.toJSDate().getTime()).toBe(startMs + visit.durationMin * 60_000);
  expect(own?.description).toContain('Half-yearly wash');
  // Closed visits are not in it; what is due with nothing planned is, as a whole day, what is planned for is not twice.
  expect(events.map((event) => event.uid)).not.toContain('visit-demo-visit-12@elm-mist.local');
  const open = (
    await due(
      `until=${later(180)}&planned=no&kinds=${DUE_KINDS.filter((kind) => ['coil', 'agreed', 'ask-again', 'renewal'].includes(kind)).join()}`,
    )
  ).rows;
  expect(open.length).toBeGreaterThan(0);
  expect(
    events
      .filter((event) => event.startDate.isDate)
      .map((event) => event.uid)
      .sort(),
  ).toEqual(open.map((row) => `due-${row.systemId}@elm-mist.local`).sort());
  const second = (await server.call<FeedRecord>('PUT', '/feed', { wanted: true })).body.path ?? '';
  expect(second).not.toBe(first);
  expect([(await feed(first)).status, (await feed(second)).status]).toEqual([404, 200]);
  await server.call('PUT', '/feed', { wanted: false });
  expect((await feed(second)).status).toBe(404);
});

test('how fast the shop’s other coils grow dirty is told at each system and visit, without what its own coils grew', async () => {
  const { rows } = (await server.call<DueRecord>('GET', `/due?${COILS}`)).body;
  const ids = [...new Set(rows.map((row) => row.systemId))];
  const all = await Promise.all(ids.map(system));
  const own = all.map(
    ({ history }) => Object.values(growthStretches(history.filter((row) => row.standing === 'closed').reverse(), null)).flat().length,
  );
  const told = all.map(({ pace }) => pace?.stretches ?? 0);
  // Whichever is left out, it and the others are the whole shop.
  expect(new Set(told.map((others, i) => others + own[i]!)).size).toBe(1);
  expect(Math.max(...own)).toBeGreaterThan(0);
  // Near by are those that stand near, whatever the list says.
  const near = all.map(({ place: here }, i) =>
    all.reduce((sum, { place: there }, j) => (i !== j && greatCircleKm(here, there) <= NEAR_KM ? sum + own[j]! : sum), 0),
  );
  expect(all.map(({ pace }) => pace?.near ?? 0)).toEqual(near);
  expect(Math.max(...near)).toBeGreaterThan(0);
  expect(near.some((stretches, i) => stretches < told[i]!)).toBe(true);
  const { pace } = (await server.call<VisitDetail>('GET', '/visits/demo-visit-14')).body.known;
  expect(pace).toEqual((await system(HP)).pace);
});

test('what the shop says of its year is known at every system and visit, is refused by its field, and goes when it is taken out', async () => {
  const { ownIsThere, demo, ...shop } = (await server.call<ShopAnswer>('GET', '/shop')).body;
  const seasons = { fluff: { from: '05-28', to: '06-24' }, cooling: { from: 5, to: 9 } };
  const refused = await server.call<ErrorBody>('PUT', '/shop', { ...shop, seasons: { ...seasons, fluff: { from: '05-28', to: '6-24' } } });
  expect([refused.status, Object.keys(refused.body.error.fields)]).toEqual([422, ['seasons.fluff.to']]);
  expect((await server.call('PUT', '/shop', { ...shop, seasons })).status).toBe(200);
  expect((await system(HP)).climate).toEqual({ cooling: [], heating: [], asked: seasons });
  expect((await server.call<VisitDetail>('GET', '/visits/demo-visit-15')).body.known.climate?.asked).toEqual(seasons);
  // A phone of before does not say: what was said stays.
  await server.call('PUT', '/shop', shop);
  expect((await system(HP)).climate?.asked).toEqual(seasons);
  await server.call('PUT', '/shop', { ...shop, seasons: null });
  expect((await system(HP)).climate ?? null).toBeNull();
});

test('a year of hourly air put in tells the months that systems run here; before that a table by latitude does', async () => {
  expect((await system(HP)).climate ?? null).toBeNull();
  const rows = Array.from({ length: 365 * 24 }, (_, n) => {
    const at = new Date(Date.UTC(2025, 0, 1) + n * 3_600_000);
    const dryBulbC = 12 - 14 * Math.cos(((n / 24 - 15) / 365) * 2 * Math.PI);
    return `${at.toISOString().slice(0, 10)},${at.getUTCHours()},${dryBulbC.toFixed(1)},50,2`;
  });
  const put = await server.fetch(`/weather?format=csv`, {
    method: 'POST',
    body: ['date,hour,temperature,humidity,wind', ...rows].join('\n'),
  });
  expect([put.status, await put.text()]).toEqual([200, expect.stringContaining('365')]);
  const { climate } = await system(HP);
  expect(climate?.cooling.indexOf(Math.max(...climate.cooling))).toBe(6);
  expect(climate?.heating.indexOf(Math.max(...climate.heating))).toBe(0);
  expect((await server.call<VisitDetail>('GET', '/visits/demo-visit-15')).body.known.climate).toEqual(climate);
});

test('a typical year is offered to hold a meter to, and takes the place of no day that was read', async () => {
  const year = Number(TODAY.slice(0, 4));
  const meter = async () => (await server.call<MeterAnswer>('GET', '/places/harrow/meter')).body;
  const read = `${year}-02-03`;
  const table = ['date,hour,temperature,humidity,wind', ...Array.from({ length: 24 }, (_, hour) => `${read},${hour},31,50,2`)];
  expect((await server.fetch('/weather?format=csv', { method: 'POST', body: table.join('\n') })).status).toBe(200);
  expect((await meter()).typical).toBeUndefined();
  const hours = Array.from({ length: 365 * 24 }, (_, n) => {
    const at = new Date(Date.UTC(2019, 0, 1) + n * 3_600_000);
    const cells = Array<string>(35).fill('0');
    const told = {
      0: 2019,
      1: at.getUTCMonth() + 1,
      2: at.getUTCDate(),
      3: at.getUTCHours() + 1,
      6: 10 + at.getUTCMonth(),
      8: 50,
      21: 2,
      22: 5,
    };
    return Object.assign(cells, told).join(',');
  });
  const epw = ['LOCATION,Somewhere,,,,,42.2,-100.6,-6,800', ...Array<string>(7).fill('HEADING'), ...hours].join('\r\n');
  expect((await server.fetch('/weather?format=epw', { method: 'POST', body: epw })).status).toBe(200);
  const { typical, air } = await meter();
  expect(typical!.length).toBeGreaterThanOrEqual(360);
  expect(typical!.at(-1)).toEqual({ day: `${year + 1}-12-31`, meanC: 21 });
  expect(new Set(typical!.map(({ day }) => day)).size).toBe(typical!.length);
  expect(air.find(({ day }) => day === read)?.meanC).toBe(31);
});

test('a coil that is put right is another on its day’s list too: what to carry for it goes by its size', async () => {
  const carried = async () =>
    (await server.call<DayRecord>('GET', `/days/${DAY}`)).body.visits.find((row) => row.visit.id === 'demo-visit-15')?.needs;
  const outdoor = (await server.call<VisitDetail>('GET', '/visits/demo-visit-15')).body.coils.find((row) => row.role === 'condenser');
  const { geometry, id, systemId: _of, archived: _away, ...build } = outdoor!;
  const before = await carried();
  expect(before?.length).toBeGreaterThan(0);
  const put = (finnedHeightM: number) => server.call('PUT', `/coils/${id}`, { ...build, ...geometry, finnedHeightM });
  expect((await put(geometry.finnedHeightM * 1.6)).status).toBe(200);
  expect(await carried()).not.toEqual(before);
  expect((await put(geometry.finnedHeightM)).status).toBe(200);
  expect(await carried()).toEqual(before);
});
