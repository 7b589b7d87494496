import { newPack, planWay, PRACTICE_CASES, stepPack, washEnd, finishBy, type FinPack, type Second } from '@elm-mist/core/trainer';
import { doAll, hastyHands, overFace, randomHands } from '../../core/src/testing/washers.ts';

/** Seeds that hands are ranked over, and the coarser cells that they wash. */
const [SEEDS, GRAIN] = [300, 3];

/** One second of practice on the largest coil, and how hands rank by what their washes come to. */
export function practiceFigures(): [string, string][] {
  const largest = { ...PRACTICE_CASES.find(({ id }) => id === 'packed')!, rows: 3 as const };
  const pack = newPack(largest, 1);
  // Foam everywhere and water over it: nothing is left out of a second.
  const foam: Second[] = [
    ...overFace(pack, { tool: 'foam', side: 'outside', chemistry: 'alkaline-foam', step: 'heavy' }),
    ...overFace(pack, { tool: 'foam', side: 'inside', chemistry: 'alkaline-foam', step: 'heavy' }),
  ];
  doAll(pack, foam);
  const rinse = [...overFace(pack, { tool: 'rinse', side: 'inside', nozzle: 3, distanceM: 0.1, downDeg: 45 })];
  const times = Array.from({ length: 400 }, (_, i) => {
    const began = performance.now();
    stepPack(pack, i % 2 === 0 ? (rinse[(i / 2) % rinse.length] ?? null) : (foam[i % foam.length] ?? null));
    return performance.now() - began;
  }).sort((a, b) => a - b);
  const counts = { hasty: 0, blind: 0, between: 0 };
  for (let seed = 1; seed <= SEEDS; seed += 1) {
    const given = PRACTICE_CASES[seed % PRACTICE_CASES.length]!;
    const way = planWay(given);
    const total = (work: (on: FinPack) => void) => {
      const on = newPack(given, seed, GRAIN);
      work(on);
      return washEnd(on, way).cost.total;
    };
    const plan = total((on) => finishBy(on, way));
    const hasty = total((on) => doAll(on, hastyHands(on, way)));
    const blind = total((on) => doAll(on, randomHands(on, seed)));
    counts.hasty += plan < hasty ? 1 : 0;
    counts.blind += plan < blind ? 1 : 0;
    counts.between += hasty < blind ? 1 : 0;
  }
  const share = (count: number) => `${((count / SEEDS) * 100).toFixed(0)} %`;
  return [
    ['a second of practice, 60 × 40 × 3 cells (limit 4 ms)', `p50 ${times[200]!.toFixed(1)} ms, p99 ${times[396]!.toFixed(1)} ms`],
    [
      `${SEEDS} coils: the plan’s hands before hasty ones, before blind ones; hasty before blind`,
      [counts.hasty, counts.blind, counts.between].map(share).join(', '),
    ],
  ];
}
