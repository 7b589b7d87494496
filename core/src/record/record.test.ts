import fc from 'fast-check';
import { fullRun, fullRunCoils } from '../testing/fullRun';
import { chainOf, recordedVisit, sealedRecord, sealOf, unitCode, verifyRecord, type SystemRecordFile } from '.';

const EVENTS = fullRun('v');
const visitOf = (events = EVENTS) =>
  recordedVisit({ visitId: 'v', day: '2026-06-11', events, configuration: 'split-cool', coilIds: fullRunCoils.map((coil) => coil.id) });
const recordOf = (events = EVENTS): SystemRecordFile =>
  sealedRecord({
    madeAt: '2026-06-12T12:00:00.000Z',
    shop: { name: 'Cotter & Vane Coil Care', address: '' },
    customerName: 'Odile Fennick',
    place: { name: 'Fennick terrace', address: '7 Lantern Row' },
    system: { id: 's', name: 'Heat pump', model: 'QH4-036B', refrigerant: 'R-410A', madeYear: 2016 },
    coils: [],
    visits: [visitOf(events)],
  });
/** The data as it stands: so many of its entries make the visit of then. */
const dataOf = (events: typeof EVENTS) => (_id: string, entries: number) => ({
  visit: visitOf(events.slice(0, entries)),
  entries: events.length,
});

// Source: FIPS 180-4 by a second tool: printf '"abc"' | sha256sum.
test('a seal is SHA-256 of the canonical form', () => {
  expect(sealOf('abc')).toBe('6cc43f858fbb763301637b5af970e2a46b46f461f27e5a0f41e009c59b827b25');
  // RFC 8785, section 3.2.3: members by their UTF-16 code units, numbers as ECMAScript writes them.
  expect(sealOf({ '\u20ac': 1, '\r': 2, '1': 1e21, a: [56.0, null] })).toBe(
    sealOf(JSON.parse('{"a":[56,null],"1":1e21,"\\r":2,"\\u20ac":1}')),
  );
});

test('any entry that is not word for word as it was changes its own hash and every later one, and none before', () => {
  const before = chainOf(EVENTS);
  fc.assert(
    fc.property(fc.nat(EVENTS.length - 1), fc.nat(), fc.integer({ min: 1, max: 255 }), (nth, where, turn) => {
      // One byte of it is another: what is left of JSON, if it still is one.
      const text = JSON.stringify(EVENTS[nth]);
      const at = where % text.length;
      const turned = `${text.slice(0, at)}${String.fromCharCode(text.charCodeAt(at) ^ turn)}${text.slice(at + 1)}`;
      let other: (typeof EVENTS)[number];
      try {
        other = JSON.parse(turned) as (typeof EVENTS)[number];
      } catch {
        return;
      }
      fc.pre(sealOf(other) !== sealOf(EVENTS[nth]));
      const known = ['id', 'visitId', 'at', 'by', 'kind', 'data'];
      fc.pre(Object.keys(other).every((key) => known.includes(key)));
      const after = chainOf(EVENTS.map((event, i) => (i === nth ? other : event)));
      expect(after.slice(0, nth)).toEqual(before.slice(0, nth));
      for (let i = nth; i < EVENTS.length; i += 1) expect(after[i]?.hash).not.toBe(before[i]?.hash);
    }),
  );
});

test('entries in another order, one left out, one more: each shows', () => {
  fc.assert(
    fc.property(fc.nat(EVENTS.length - 2), (nth) => {
      const [a, b] = [EVENTS[nth]!, EVENTS[nth + 1]!];
      const swapped = [...EVENTS.slice(0, nth), b, a, ...EVENTS.slice(nth + 2)];
      const without = EVENTS.filter((_, i) => i !== nth);
      for (const other of [swapped, without]) expect(chainOf(other).at(-1)?.hash).not.toBe(chainOf(EVENTS).at(-1)?.hash);
    }),
    { numRuns: 20 },
  );
});

test('a record holds against the data it was drawn from, and against data with entries since', () => {
  const record = JSON.parse(JSON.stringify(recordOf())) as SystemRecordFile;
  expect(record.visits[0]?.washes.map((wash) => wash.soakedS.length > 0)).toContain(true);
  expect(verifyRecord(record, dataOf(EVENTS))).toMatchObject({ holds: true, sealed: true, visits: [{ stands: 'same' }] });
  const later = [
    ...EVENTS,
    { ...EVENTS.at(-1)!, id: 'later', kind: 'note.added', data: { text: 'Gate squeaks' } } as (typeof EVENTS)[number],
  ];
  expect(verifyRecord(record, dataOf(later))).toMatchObject({
    holds: true,
    visits: [{ stands: 'more', words: 'As it was handed over; 1 entry since.' }],
  });
});

test('whatever is changed afterwards is found, and where: an entry in the data, the telling in the file, the file with a seal of its own', () => {
  const record = JSON.parse(JSON.stringify(recordOf())) as SystemRecordFile;
  const nth = EVENTS.findIndex((event) => event.kind === 'coil.checked');
  const later = EVENTS.map((event, i) => (i === nth ? { ...event, by: 'Somebody else' } : event));
  const found = verifyRecord(record, dataOf(later));
  expect(found.holds).toBe(false);
  expect(found.visits[0]?.words).toContain(`Entry ${nth + 1} of ${EVENTS.length} (coil.checked`);

  const better = JSON.parse(JSON.stringify(record)) as SystemRecordFile;
  better.visits[0]!.washes[0]!.gradeAfter = 0;
  better.visits[0]!.washes[0]!.washedWith = 'something stronger';
  expect(verifyRecord(better, dataOf(EVENTS))).toMatchObject({ sealed: false, holds: false });
  const { seal, ...told } = better;
  void seal;
  const forged = { ...told, seal: sealOf(told) };
  expect(verifyRecord(forged, dataOf(EVENTS))).toMatchObject({
    sealed: true,
    holds: false,
    visits: [{ words: 'The entries are as they were, but its washes do not follow from them.' }],
  });
  expect(verifyRecord(record, () => null)).toMatchObject({ holds: false, visits: [{ stands: 'missing' }] });
});

test('a record of version 1, whose chain has no time of receipt, still holds; one of now does not hold where that time was changed', () => {
  const received = (minutes: number) =>
    EVENTS.map((event) => ({ ...event, receivedAt: new Date(Date.parse(event.at) + minutes * 60_000).toISOString() }));
  const now = JSON.parse(JSON.stringify(recordOf(received(1)))) as SystemRecordFile;
  expect(now.visits[0]?.chain[0]).toMatchObject({ receivedAt: received(1)[0]?.receivedAt });
  const { seal, ...told } = recordOf();
  void seal;
  const before = { ...told, version: 1 };
  const asked: number[] = [];
  const data = (minutes: number) => (_id: string, entries: number, version: number) => {
    asked.push(version);
    return { visit: visitOf((version === 1 ? EVENTS : received(minutes)).slice(0, entries)), entries: EVENTS.length };
  };
  expect(verifyRecord({ ...before, seal: sealOf(before) }, data(1))).toMatchObject({ holds: true });
  expect(verifyRecord(now, data(1))).toMatchObject({ holds: true });
  expect(verifyRecord(now, data(90))).toMatchObject({ holds: false, visits: [{ stands: 'changed' }] });
  expect(asked).toEqual([1, 2, 2]);
});

test('what is no record, or one of another version, is refused by name', () => {
  for (const file of [null, 3, 'text', [], {}, { format: 'another' }, { ...recordOf(), version: 9 }])
    expect(() => verifyRecord(file, () => null)).toThrow(expect.objectContaining({ code: 'unreadable', field: 'file' }));
});

test('the code of a unit is its own, without signs that are taken for others', () => {
  const ids = Array.from({ length: 5000 }, (_, i) => `system-${i}`);
  const codes = ids.map(unitCode);
  expect(new Set(codes).size).toBe(ids.length);
  for (const code of codes) expect(code).toMatch(/^[0-9A-HJKMNP-TV-Z]{4}-[0-9A-HJKMNP-TV-Z]{4}$/);
});
