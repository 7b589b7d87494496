import fc from 'fast-check';
import { planCoil, type CoilPlan, type MethodContext } from '../method';
import { graded, house, mildDay, shelf } from '../testing/fixtures';
import { fullRunCoils } from '../testing/fullRun';
import { sectionsInHand } from './sectionsInHand';

const small = fullRunCoils[0];
const BIG = {
  ...small,
  geometry: { ...small.geometry, finnedHeightM: 0.9, faces: small.geometry.faces.map((face) => ({ ...face, widthM: 1.2 })) },
};
const airs: MethodContext[] = [
  mildDay,
  { ...mildDay, site: { dryBulbC: 35, rhPct: 30, windMs: 2, sun: 'broken' } },
  { ...mildDay, site: { dryBulbC: 36, rhPct: 25, windMs: 2, sun: 'full' } },
  { ...mildDay, site: { dryBulbC: 34, rhPct: 30, windMs: 3, sun: 'full' } },
];
const plans: CoilPlan[] = airs
  .map((air) => planCoil(BIG, graded(3), air, shelf, house({ chemistry: 'cleaner' })))
  .filter((plan) => plan.dwell !== null);
const faceArea = (some: readonly { faceId: string; areaM2: number }[], faceId: string) =>
  some.filter((row) => row.faceId === faceId).reduce((sum, row) => sum + row.areaM2, 0);

test('the pool cuts its faces into different pieces', () => {
  expect(new Set(plans.map((plan) => plan.sections.length)).size).toBeGreaterThan(1);
});

test('nobody has begun: the new plan cuts as it likes', () => {
  for (const before of plans)
    for (const plan of plans)
      expect(sectionsInHand(before.sections, {}, plan).map((row) => row.areaM2)).toEqual(plan.sections.map((row) => row.areaM2));
});

test('however often planned anew, what was begun keeps its place, its size and its number, and every face stays whole', () => {
  const phases = ['waits', 'wet', 'soaking', 'rinsed', 'clear', 'again'] as const;
  fc.assert(
    fc.property(
      fc.array(fc.record({ plan: fc.nat(plans.length - 1), begin: fc.nat(99), phase: fc.constantFrom(...phases) }), {
        minLength: 1,
        maxLength: 6,
      }),
      (steps) => {
        let hand = plans[0]!.sections;
        let progress: Record<string, { phase: string }> = {};
        for (const { plan, begin, phase } of steps) {
          const section = hand[begin % hand.length];
          if (section) progress = { ...progress, [section.id]: { phase } };
          const begun = hand.filter((row) => !['waits', 'wet'].includes(progress[row.id]?.phase ?? 'waits'));
          const next = sectionsInHand(hand, progress, plans[plan]!);
          for (const row of begun) expect(next).toContainEqual(row);
          expect(new Set(next.map((row) => row.id)).size).toBe(next.length);
          expect(new Set(next.map((row) => row.number)).size).toBe(next.length);
          for (const faceId of ['path', 'hedge']) expect(faceArea(next, faceId)).toBeCloseTo(faceArea(plans[plan]!.sections, faceId), 6);
          progress = Object.fromEntries(next.map((row) => [row.id, progress[row.id] ?? { phase: 'waits' }]));
          hand = next;
        }
      },
    ),
    { numRuns: 300 },
  );
});
