import fc from 'fast-check';
import { networkOf, nodeOf, type Network } from './network';
import { scheduleRun } from '.';
import { tightened } from './tighten';
import type { Task } from './task';

const tasks = (rows: readonly { seconds: number; handsOn: boolean; follows: boolean }[]): Task[] =>
  rows.map(({ seconds, handsOn, follows }, k) => ({
    id: `t${k}`,
    name: `t${k}`,
    seconds,
    handsOn,
    after: follows && k > 0 ? [{ id: `t${k - 1}`, minS: 0, maxS: null }] : [],
  }));
const any = fc
  .array(fc.record({ seconds: fc.integer({ min: 1, max: 9 }), handsOn: fc.boolean(), follows: fc.boolean() }), {
    minLength: 2,
    maxLength: 7,
  })
  .map(tasks);

test('no deadline narrows nothing', () => {
  const network = networkOf(tasks([{ seconds: 3, handsOn: true, follows: false }])) as Network;
  for (const deadline of [Infinity, NaN])
    expect(tightened(network, tasks([{ seconds: 3, handsOn: true, follows: false }]), 2, deadline)).toBe(network);
});

test('windows narrowed by the shortest end still hold a shortest sheet, and a shorter end is never ruled in by a sheet that is not there', () => {
  fc.assert(
    fc.property(any, fc.integer({ min: 1, max: 3 }), (rows, crew) => {
      const network = networkOf(rows) as Network;
      const sheet = scheduleRun(rows, crew);
      if (!sheet || !('placed' in sheet)) throw new Error('no sheet');
      expect(sheet.proven).toBe(true);
      const narrow = tightened(network, rows, crew, sheet.endS);
      expect(narrow).not.toBeNull();
      // Every start of that sheet lies within what is left of its window.
      for (const [k, row] of rows.entries()) {
        const startS = sheet.placed.find((placed) => placed.id === row.id)?.startS ?? NaN;
        expect(startS).toBeGreaterThanOrEqual((narrow!.lags[nodeOf(k)] as number) - 1e-6);
        expect(startS).toBeLessThanOrEqual(-(narrow!.lags[nodeOf(k) * narrow!.n] as number) + 1e-6);
      }
    }),
  );
});

test('tight windows with no plain way, and no sheet for a long while, end all the same', () => {
  // Foams that each want their rinse at one moment: too many for two pairs of hands.
  const rows: Task[] = Array.from({ length: 6 }, (_, k): Task[] => [
    { id: `foam${k}`, name: 'foam', seconds: 10, handsOn: true, after: [] },
    { id: `rinse${k}`, name: 'rinse', seconds: 60, handsOn: true, after: [{ id: `foam${k}`, minS: 30, maxS: 32 }] },
  ]).flat();
  const moment: Task = { id: 'moment', name: 'moment', seconds: 0, handsOn: false, after: [] };
  const bound = rows.map((row) => (row.id.startsWith('foam') ? { ...row, after: [{ id: 'moment', minS: 0, maxS: 40 }] } : row));
  const sheet = scheduleRun([moment, ...bound], 2, 4000);
  expect(sheet === null || 'clash' in sheet).toBe(true);
}, 60_000);
