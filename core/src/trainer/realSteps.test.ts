import fc from 'fast-check';
import { coil } from '../testing/fixtures';
import { CAREFUL, CARELESS, walkVisit, type Walker } from '../testing/visitWalkers';
import type { VisitEvent } from '../run';
import { hiddenVisit, realSteps } from '.';

const COILS = [coil()];
const NAME = 'Wren Cotter';
const stepsOf = (seed: number, walker: Walker) =>
  realSteps('v', 'split-cool', walkVisit(hiddenVisit(seed, COILS), COILS, walker).events, NAME);
/** A seed whose coil is foamed. */
const foamed = Array.from({ length: 200 }, (_, seed) => seed).find((seed) =>
  walkVisit(hiddenVisit(seed, COILS), COILS, CAREFUL).events.some(({ kind }) => kind === 'mix.made'),
) as number;

test('a careful visit has nothing against it but a rinse that had to be done again; all of it is theirs alone', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 5000 }), (seed) => {
      const steps = stepsOf(seed, { ...CAREFUL, rinses: 1 });
      expect(steps.filter(({ well }) => !well)).toEqual([]);
      // The one gate, however often its last step was read.
      expect(steps.filter(({ family }) => family === 'dead').length).toBeGreaterThanOrEqual(1);
      expect(realSteps('v', 'split-cool', walkVisit(hiddenVisit(seed, COILS), COILS, CAREFUL).events, 'Ives Vane')).toEqual([]);
    }),
    { numRuns: 20 },
  );
});

test('foam beyond its clock, a mix that is off, a check that failed, a step left out and what was taken back each propose their own drill', () => {
  const hidden = hiddenVisit(foamed, COILS);
  const { events } = walkVisit(hidden, COILS, { ...CAREFUL, leavesFoamS: 5400 });
  const wrong = (list: readonly VisitEvent[]) =>
    realSteps('v', 'split-cool', list, NAME).flatMap(({ family, well, words }) => (well ? [] : [[family, words] as const]));
  const over = wrong(events).filter(([family]) => family === 'dry');
  expect(over.length).toBeGreaterThan(0);
  expect(over[0]?.[1]).toMatch(/^Foam stood \d+ min longer than its label says\.$/);
  expect(wrong(events).filter(([family]) => family === 'choose').length).toBe(
    events.filter((event) => event.kind === 'section.checked' && !event.data.clear).length,
  );

  const weak = events.map((event) =>
    event.kind === 'mix.made' ? { ...event, data: { ...event.data, waterL: event.data.waterL * 1.5 } } : event,
  );
  expect(wrong(weak as VisitEvent[])).toContainEqual(['ratio', 'A mix came out 50 % too weak.']);

  const last = events.at(-1) as VisitEvent;
  const mix = events.find(({ kind }) => kind === 'mix.made') as VisitEvent;
  const add = (kind: string, data: unknown) => [...events, { ...last, id: 'new', kind, data } as VisitEvent];
  expect(wrong(add('gate.skipped', { source: 'air-handler', step: 'l1-l2', reason: 'no probe long enough' }))).toContainEqual([
    'dead',
    'L1 to L2 was left out.',
  ]);
  const corrected = wrong(add('event.undone', { eventId: mix.id }));
  expect(corrected).toContainEqual(['ratio', 'A mix was entered and taken back.']);
  // Somebody else's undo is not held against them.
  expect(wrong([...events, { ...last, id: 'new', by: 'Ives Vane', kind: 'event.undone', data: { eventId: mix.id } }])).not.toContainEqual(
    corrected.at(-1),
  );
});

test('a careless visit proposes what it was careless of', () => {
  expect(new Set(stepsOf(foamed, { ...CARELESS, gradesOff: 0 }).flatMap(({ family, well }) => (well ? [] : [family])))).toContain('dry');
});
