import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { VisitDetail } from '@elm-mist/contract';
import { costOfVisit, visitSummary } from '@elm-mist/core/visit';
import { earlierKnown, systemFindings, shopLearned } from '@elm-mist/core/history';
import { foldVisit, type VisitEvent } from '@elm-mist/core/run';
import { dirtFactor, ratioByWatts, type MeasuredWash } from '@elm-mist/core/savings';
import { fullRun } from '@elm-mist/core/testing/fullRun';
import { eq } from 'drizzle-orm';
import fc from 'fast-check';
import { seedDemoOnce } from '../src/demo/seed';
import { visitCosts } from '../src/services/costs';
import { appendEvents } from '../src/services/events';
import { learnedOf } from '../src/services/known';
import { makeReads } from '../src/services/makeReads';
import { openRecord } from '../src/services/open';
import { drawRead, READ_VERSION } from '../src/services/reads';
import { addVisit, changeVisit, systemDetail, visitDetail } from '../src/services/visits';
import { openStore, type Store } from '../src/store/open';
import { placesAsked } from '../src/store/places';
import * as t from '../src/store/schema';
import { readHouseRules, writeMeta } from '../src/store/settings';
import { cleaners } from '../src/store/shelf';
import * as v from '../src/store/visits';
import { EntryCount } from '../src/upkeep/entryCount';
import { DAY } from './helpers';

jest.setTimeout(240_000);

const folder = mkdtempSync(join(tmpdir(), 'elm-mist-reads-'));
let store: Store;
beforeAll(() => {
  store = openStore(join(folder, 'elm-mist.db'), join(__dirname, '../drizzle'));
  seedDemoOnce(store, 0, DAY);
});
afterAll(() => {
  store.close();
  rmSync(folder, { recursive: true, force: true });
});

const AT = '2026-06-11T20:00:00.000Z';
const uuid = (visit: number, n: number) => `0198a1b2-0000-7000-${(0x8000 + visit).toString(16)}-${String(n).padStart(12, '0')}`;

/** Everything folded again, as nothing were kept: what the answers have to be equal to. */
function folded(systemId: string) {
  const visits = v
    .visitsOfSystem(store.db, systemId)
    .filter((visit) => visit.standing !== 'planned')
    .reverse();
  return visits.map((visit) => {
    const { system, place, coils } = visitDetail(store, visit.id);
    const events = v.eventsOf(store.db, visit.id);
    const unit = { ...system, altitudeM: place.altitudeM };
    return {
      id: visit.id,
      day: visit.day,
      visit,
      read: visitSummary(foldVisit(visit.id, system.configuration, events), events, coils, unit),
    };
  });
}

test('whatever is entered, what is kept beside the entries equals their fold, and every answer made of it with it', async () => {
  let number = 0;
  await fc.assert(
    fc.asyncProperty(fc.array(fc.nat(), { maxLength: 60 }), fc.nat(), async (picks, days) => {
      number += 1;
      const { id } = addVisit(
        store,
        {
          systemId: 'quillon-split',
          day: `2026-0${1 + (days % 9)}-11`,
          startMinute: 600,
          durationMin: 90,
          purpose: '',
          coilIds: undefined,
          id: undefined,
        },
        AT,
      );
      const { coils } = visitDetail(store, id);
      const run = fullRun(id, (n) => uuid(number, n), coils as never, cleaners(store.db));
      // So much of a run as was chosen, with entries left out on the way: what may not be added then is refused, and the rest goes on.
      const some = run.filter((_, i) => picks.length === 0 || picks[i % picks.length]! % 9 !== 0);
      for (let from = 0; from < some.length; from += 5) {
        try {
          await appendEvents(store, id, some.slice(from, from + 5), AT);
        } catch {
          // Refused, all five of them.
        }
      }
      const events = v.eventsOf(store.db, id);
      const kept = v.readsOf(store.db, [id], READ_VERSION).get(id);
      if (events.length === 0) expect(kept).toBeUndefined();
      else expect(kept).toEqual(JSON.parse(JSON.stringify(drawRead(store.db, id))));
    }),
    { numRuns: 25 },
  );
  const all = folded('quillon-split');
  expect(all.filter((row) => row.visit.standing === 'closed').length).toBeGreaterThan(4);

  const plain = (value: unknown) => JSON.parse(JSON.stringify(value)) as unknown;
  const detail = systemDetail(store, 'quillon-split');
  expect(detail.findings).toEqual(plain(systemFindings(all)));
  expect(detail.history.map((row) => [row.id, row.nextDue, row.figures.after.drop])).toEqual(
    [...all].reverse().map(({ id, read }) => [id, read.nextDue, read.figures.after.drop]),
  );
  const last = all.at(-1)!;
  const known: VisitDetail['known'] = visitDetail(store, last.id).known;
  const before = all.filter((row) => row.visit.standing === 'closed' && row.id !== last.id && row.day <= last.day);
  expect(known).toMatchObject(plain(earlierKnown(before)) as object);

  const learned = shopLearned(
    v.lastClosedVisits(store.db, 15).map(({ id }) => drawRead(store.db, id)),
    cleaners(store.db).filter((cleaner) => cleaner.form === 'aerosol'),
  );
  const { dirt, ...kept } = learnedOf(store);
  expect(kept).toEqual(learned);
  // What was measured is asked of all closed visits, by what is kept apart of each.
  const measured = v.lastClosedVisits(store.db, 2000).flatMap(({ id }) => drawRead(store.db, id).cost.saved ?? []);
  expect(dirt).toEqual(dirtFactor(measured.map(ratioByWatts)));

  const prices = readHouseRules(store.db);
  const shelf = new Map(cleaners(store.db).map((cleaner) => [cleaner.id, cleaner]));
  for (const row of await visitCosts(store.db, '2025-01-01', '2026-12-31'))
    expect(row).toMatchObject(costOfVisit(drawRead(store.db, row.visitId).cost, shelf, prices));
});

test('thrown away, all of it is made anew the same, a few at a time; and what is missing is drawn on the spot', async () => {
  const ids = [...new Set(store.db.all<{ id: string }>(`select visit_id as id from event`).map((row) => row.id))].sort();
  const before = new Map([...v.readsOf(store.db, ids, READ_VERSION)].sort());
  expect(before.size).toBe(ids.length);
  const open = openRecord(store.db);
  expect(open.findings.map((life) => life.what)).toEqual(expect.arrayContaining(['port-caps', 'line-insulation']));
  store.write((db) => {
    v.forgetReads(db);
    db.delete(t.openItem).run();
  });
  expect(systemDetail(store, 'fennick-hp').history.length).toBeGreaterThan(1);
  // Looked through three visits at a time, as a shop of years is by its hundreds.
  expect(await makeReads(store, true, 3)).toBe(ids.length);
  expect(new Map([...v.readsOf(store.db, ids, READ_VERSION)].sort())).toEqual(before);
  expect(openRecord(store.db)).toEqual(open);
  // A folder of before this list gets it at its first start, though no row is missing.
  store.write((db) => {
    db.delete(t.openItem).run();
    writeMeta(db, 'open-drawn', '');
  });
  expect(await makeReads(store)).toBe(0);
  expect(openRecord(store.db)).toEqual(open);
});

test('places are found by any word that begins so, whatever signs are typed with it', () => {
  const found = (words: string) => placesAsked(store.db, { words, archived: false, after: null, most: 50 }).places.map((place) => place.id);
  expect(found('')).toHaveLength(6);
  expect(found('lant')).toEqual(['fennick']);
  expect(found('LANTERN row')).toEqual(['fennick']);
  expect(found('QH4-036')).toEqual(['fennick']);
  expect(found('odile')).toEqual(['fennick']);
  expect(found('lantern kiln')).toEqual([]);
  for (const strange of ['"', "' or 1=1", 'NEAR(', '*', 'a AND', '-', '\u0000']) expect(() => found(strange)).not.toThrow();
  expect(found('*')).toEqual([]);
});

const event = (visitId: string, n: number, kind: VisitEvent['kind'], data: unknown): VisitEvent =>
  ({ id: uuid(4000, n), visitId, at: `2026-06-11T19:00:${String(n).padStart(2, '0')}.000Z`, by: 'Wren Cotter', kind, data }) as VisitEvent;

test('what fails in the middle leaves nothing behind, in the file or in what is followed', async () => {
  const id = 'demo-visit-16';
  const good = event(id, 1, 'note.added', { text: 'One' });
  const bad = event(id, 2, 'section.rinsed', { coilId: 'harrow-roof-out', sectionId: 'x' });
  await expect(appendEvents(store, id, [good, bad], AT)).rejects.toThrow(/plan first/);
  expect(v.eventsOf(store.db, id)).toEqual([]);
  expect(await appendEvents(store, id, [good], AT)).toEqual({
    accepted: [good.id],
    added: [{ ...good, by: expect.any(String) }],
    from: 0,
    moved: false,
  });
  expect(await appendEvents(store, id, [good], AT)).toMatchObject({ accepted: [good.id], added: [], from: 1 });
  expect(v.eventsOf(store.db, id)).toHaveLength(1);
});

test('entries that come at one moment are written together, and one that is refused takes none of the others with it', async () => {
  const id = 'demo-visit-15';
  const good = [3, 4, 5].map((n) => event(id, n, 'note.added', { text: `Note ${n}` }));
  const bad = event(id, 6, 'section.rinsed', { coilId: 'quillon-split-out', sectionId: 'x' });
  const taken = { ...good[0]!, visitId: 'demo-visit-16', data: { text: 'Another' } } as VisitEvent;
  const ends = await Promise.allSettled([
    ...good.slice(0, 2).map((row) => appendEvents(store, id, [row], AT)),
    appendEvents(store, id, [bad], AT),
    appendEvents(store, 'demo-visit-16', [taken], AT),
    appendEvents(store, id, [good[2]!], AT),
  ]);
  expect(ends.map((end) => end.status)).toEqual(['fulfilled', 'fulfilled', 'rejected', 'rejected', 'fulfilled']);
  expect(ends[3]).toMatchObject({ reason: { status: 409, fields: { 'events[0].id': expect.any(String) } } });
  expect(v.eventsOf(store.db, id).map((row) => row.id)).toEqual(good.map((row) => row.id));
  expect(visitDetail(store, id).events).toHaveLength(3);
});

test('what washes were measured to save follows each visit as it is written to, and one that is open again counts no more', () => {
  const [id] = v.lastClosedVisits(store.db, 1).map((visit) => visit.id);
  const before = learnedOf(store).dirt;
  const measured = (saved: MeasuredWash | null, standing: 'closed' | 'under way' = 'closed') =>
    store.write((db, only) => {
      const read = drawRead(db, id!);
      v.writeRead(db, id!, READ_VERSION, { ...read, cost: { ...read.cost, saved } });
      db.update(t.visit).set({ standing }).where(eq(t.visit.id, id!)).run();
      only({ systems: [], taught: true });
    });
  const wash = { w: 310, u: 60, watts: 2400, grade: 3, ratio: 0.9 };
  for (const saved of [wash, { ...wash, w: 120, ratio: 0.4 }]) {
    measured(saved);
    expect(learnedOf(store).dirt).toEqual(dirtFactor([ratioByWatts(saved)]));
    expect(learnedOf(store).dirt).not.toEqual(before);
  }
  measured(wash, 'under way');
  expect(learnedOf(store).dirt).toEqual(before);
  measured(null);
  expect(learnedOf(store).dirt).toEqual(before);
});

test('after a visit was given other coils, an entry that tells nothing new by itself has it read as it is now', async () => {
  const slot = { day: '2026-07-20', startMinute: 600, durationMin: 90, purpose: '', windowFrom: null, windowTo: null };
  const { id, coilIds } = addVisit(store, { ...slot, systemId: 'quillon-split', coilIds: undefined, id: undefined }, AT);
  const note = (n: number): VisitEvent => ({
    id: uuid(900, n),
    visitId: id,
    at: `2026-07-20T15:00:0${n}.000Z`,
    by: 'Wren Cotter',
    kind: 'note.added',
    data: { text: 'Gate squeaks' },
  });
  const readCoils = () =>
    v
      .readsOf(store.db, [id], READ_VERSION)
      .get(id)
      ?.coils.map(({ coilId }) => coilId);
  await appendEvents(store, id, [note(1)], AT);
  expect(readCoils()).toEqual(coilIds);
  changeVisit(store, id, { ...slot, coilIds: coilIds.slice(1) });
  await appendEvents(store, id, [note(2)], AT);
  expect(readCoils()).toEqual(coilIds.slice(1));
  expect(coilIds.length).toBeGreaterThan(1);
});

// The last: it leaves entries behind.
test('entries are counted through once, a few at a time, and then only what came; the same as the file counts', async () => {
  const all = () => store.db.get<{ n: number }>('select count(*) as n from event').n;
  const visitId = 'demo-visit-16';
  await fc.assert(
    fc.asyncProperty(fc.integer({ min: 1, max: 40 }), fc.array(fc.integer({ min: 0, max: 3 }), { maxLength: 4 }), async (atOnce, added) => {
      const counted = new EntryCount(atOnce);
      for (const more of added) {
        const [one, another] = await Promise.all([counted.of(store.db), counted.of(store.db)]);
        expect([one, another]).toEqual([all(), all()]);
        for (let n = 0; n < more; n += 1)
          store.db
            .insert(t.event)
            .values({ id: randomUUID(), visitId, at: AT, by: 'Wren', kind: 'note.added', data: { text: 'Gate' }, receivedAt: AT })
            .run();
      }
      expect(await counted.of(store.db)).toBe(all());
    }),
    { numRuns: 40 },
  );
});

test('a count that failed is made anew by whoever asks next', async () => {
  const counted = new EntryCount();
  const failing = {
    select: () => {
      throw new Error('the disk went away');
    },
  };
  await expect(counted.of(failing as never)).rejects.toThrow('the disk went away');
  expect(await counted.of(store.db)).toBe(store.db.get<{ n: number }>('select count(*) as n from event').n);
});
