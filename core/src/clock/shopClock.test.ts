import fc from 'fast-check';
import { isZone } from '.';
import { dayIn, dayLater, instantIn, minuteIn, zoneAheadMin } from './shopClock';

/** North and south of the equator, and one that never changes its clocks. */
const ZONES = ['America/Chicago', 'Pacific/Auckland', 'Asia/Kolkata'] as const;
const zone = fc.constantFrom(...ZONES);
const moment = fc.integer({ min: Date.UTC(2020, 0, 1), max: Date.UTC(2035, 0, 1) });

test('a moment is told by the wall clock and found again, over all changes of summer time', () => {
  fc.assert(
    fc.property(zone, moment, (where, atMs) => {
      const found = instantIn(where, dayIn(where, atMs), minuteIn(where, atMs));
      const minuteMs = atMs - (atMs % 60_000);
      // In the hour that comes twice, the first of the two is meant.
      expect([minuteMs, minuteMs - 3_600_000]).toContain(found);
      expect([dayIn(where, found), minuteIn(where, found)]).toEqual([dayIn(where, atMs), minuteIn(where, atMs)]);
    }),
    { numRuns: 2000 },
  );
});

test('days follow one another without a gap, whatever the clocks do', () => {
  fc.assert(
    fc.property(zone, moment, (where, atMs) => {
      const day = dayIn(where, atMs);
      const [from, to] = [instantIn(where, day, 0), instantIn(where, dayLater(day, 1), 0)];
      expect([23, 24, 25]).toContain((to - from) / 3_600_000);
      expect(dayIn(where, from)).toBe(day);
      expect(dayIn(where, to - 1)).toBe(day);
      expect(instantIn(where, day, 1440)).toBe(to);
    }),
  );
});

// Dates of the changes: IANA time zone database; the offsets of Chicago (UTC−6/−5) and Auckland (UTC+12/+13) likewise.
describe('known changes of summer time', () => {
  test('Chicago, 8 March 2026: two to three in the morning does not exist, and seven is seven', () => {
    expect(instantIn('America/Chicago', '2026-03-08', 7 * 60)).toBe(Date.UTC(2026, 2, 8, 12));
    expect(instantIn('America/Chicago', '2026-03-07', 7 * 60)).toBe(Date.UTC(2026, 2, 7, 13));
    expect(minuteIn('America/Chicago', instantIn('America/Chicago', '2026-03-08', 150))).toBe(210);
  });

  test('Auckland, 5 April 2026: the hour from two comes twice; a visit through it lasts as long as it lasts', () => {
    const from = instantIn('Pacific/Auckland', '2026-04-05', 90);
    const to = instantIn('Pacific/Auckland', '2026-04-05', 240);
    expect((to - from) / 60_000).toBe(150 + 60);
    expect(dayIn('Pacific/Auckland', from)).toBe('2026-04-05');
  });

  test('a phone elsewhere is so far behind or ahead, by the season', () => {
    expect(zoneAheadMin('Pacific/Auckland', 'America/Chicago', Date.UTC(2026, 0, 10))).toBe(19 * 60);
    expect(zoneAheadMin('Pacific/Auckland', 'America/Chicago', Date.UTC(2026, 6, 10))).toBe(17 * 60);
  });
});

test('what is no zone and no day is named', () => {
  expect(isZone('')).toBe(false);
  expect(() => dayIn('Nowhere/Else', 0)).toThrow(expect.objectContaining({ code: 'unknown', field: 'zone' }));
  for (const day of ['2026-02-30', '11.6.2026', '2026-6-1', '']) {
    expect(() => instantIn('UTC', day, 0)).toThrow(expect.objectContaining({ code: 'unreadable', field: 'day' }));
    expect(() => dayLater(day, 1)).toThrow(expect.objectContaining({ field: 'day' }));
  }
});
