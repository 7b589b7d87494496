import fc from 'fast-check';
import type { CoilPlan } from '../method';
import { alarmsOf, dueAlarms, HURRY_S } from './alarms';
import { sectionClock } from './clocks';
import { foamOn } from './foam';
import { freshSection, type SectionProgress } from './visitState';
import { notPowered } from './powerUp';

const plan = (minS: number, maxS: number, drySeconds: number | null = null): CoilPlan =>
  ({
    coilId: 'out',
    dwell: { minS, maxS },
    drySeconds,
    sections: [
      { id: 'a', number: 1, faceId: 'a', faceName: 'Path', areaM2: 0.4, wallSide: false },
      { id: 'b', number: 2, faceId: 'b', faceName: 'Yard', areaM2: 0.4, wallSide: false },
    ],
  }) as unknown as CoilPlan;
const soaking = (of: CoilPlan, atMs: number): SectionProgress => ({
  ...freshSection(),
  phase: 'soaking',
  foam: foamOn(of, of.sections[0], atMs),
});
const stateOf = (of: CoilPlan, out: Record<string, SectionProgress>) => ({
  hand: { out: of.sections },
  sections: { out },
  powerUp: notPowered(),
});

test('ready, a minute before the limit, and past it; what sets the limit is said', () => {
  const label = plan(300, 600);
  expect(alarmsOf(stateOf(label, { a: soaking(label, 1000) })).map(({ kind, atMs, limit }) => [kind, atMs, limit])).toEqual([
    ['ready', 301_000, null],
    ['hurry', 541_000, 'label'],
    ['too-long', 601_000, 'label'],
  ]);
  // Dry at 500 s, less the margin kept back: 350 s.
  const dries = plan(60, 600, 500);
  expect(alarmsOf(stateOf(dries, { a: soaking(dries, 0) })).at(-1)).toMatchObject({ kind: 'too-long', atMs: 350_000, limit: 'dries' });
});

test('a window too short for a warning has none, and nothing rings for what has no foam on it', () => {
  const tight = plan(300, 300 + HURRY_S);
  expect(alarmsOf(stateOf(tight, { a: soaking(tight, 0) })).map((alarm) => alarm.kind)).toEqual(['ready', 'too-long']);
  expect(alarmsOf(stateOf(tight, { a: { ...soaking(tight, 0), phase: 'rinsed', foam: null } }))).toEqual([]);
});

test('of several due ones only the newest of each section counts, the worst first', () => {
  const row = plan(300, 600);
  const alarms = alarmsOf(stateOf(row, { a: soaking(row, 0), b: soaking(row, 250_000) }));
  expect(dueAlarms(alarms, 620_000).map(({ sectionId, kind }) => `${sectionId} ${kind}`)).toEqual(['a too-long', 'b ready']);
  expect(dueAlarms(alarms, 100_000)).toEqual([]);
});

test('alarms and clocks never disagree', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 900 }),
      fc.integer({ min: 0, max: 900 }),
      fc.option(fc.integer({ min: 60, max: 4000 }), { nil: null }),
      fc.integer({ min: 0, max: 2000 }),
      (minS, room, dry, after) => {
        const row = plan(minS, minS + room, dry);
        const state = stateOf(row, { a: soaking(row, 0) });
        const due = dueAlarms(alarmsOf(state), after * 1000)[0]?.kind;
        const { word } = sectionClock({ progress: state.sections.out, power: notPowered() }, row.sections[0]!, after * 1000);
        if (word === 'soaking') expect(due).toBeUndefined();
        if (word === 'too long') expect(due).toBe('too-long');
        if (word === 'rinse now' && due !== 'too-long') expect(['ready', 'mist', 'hurry']).toContain(due);
        if (word === 'mist now') expect(due).toBe('mist');
      },
    ),
  );
});
