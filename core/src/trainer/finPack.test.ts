import fc from 'fast-check';
import { FORCE_RULES, FORCE_SCHOOL_TABLE, RINSE_RULES, RINSE_SCHOOL_TABLE } from '../method/rinse';
import { uniforms } from '../random';
import { anyTouch, doAll, faceOf, hastyHands, nozzleAt, overFace, randomHands, waits } from '../testing/washers';
import { washCost } from './costs';
import { debrief, strokesOf } from './debrief';
import { copyPack, newPack, soilG, type FinPack } from './finPack';
import { hintFor } from './hints';
import { finishBy, planWay } from './planWay';
import { PRACTICE_CASES, type PracticeCase } from './practiceCase';
import { lightPct, machineOf, openOfLight, lightGrade } from './sight';
import { refusal, soilMissingG, stepPack } from './stepPack';
import type { Second, Side, Touch } from './tools';

const GRAIN = 3;
const caseOf = (id: string, over: Partial<PracticeCase> = {}): PracticeCase => ({
  ...PRACTICE_CASES.find((row) => row.id === id)!,
  ...over,
});
const rinse = (side: Side, downDeg: number, nozzle = 'hand over the hose end'): Omit<Touch, 'path'> => ({
  tool: 'rinse',
  side,
  nozzle: nozzleAt(nozzle),
  distanceM: 0.1,
  downDeg,
});
const inRow = ({ loose, bound, face, rows, traits }: FinPack, z: number): number => {
  let grams = 0;
  for (let k = 0; k < traits.length; k += 1)
    for (let cell = 0; cell < face; cell += 1)
      grams += loose[k * face * rows + z * face + cell]! + bound[k * face * rows + z * face + cell]!;
  return grams;
};
const washed = (given: PracticeCase, work: (pack: FinPack) => void): FinPack => {
  const pack = newPack(given, 7, GRAIN);
  work(pack);
  return pack;
};

describe('any hand at all', () => {
  const anyCase = fc.constantFrom(...PRACTICE_CASES);
  const anySeed = fc.integer({ min: 1, max: 1e6 });

  test('no gram of soil is lost or made, nothing is below nothing, no figure is no number, and the same seed ends the same', () => {
    fc.assert(
      fc.property(anyCase, anySeed, (given, seed) => {
        const run = () => {
          const pack = newPack(given, seed, GRAIN);
          const random = uniforms(seed);
          doAll(
            pack,
            Array.from({ length: 150 }, () => (random() < 0.2 ? null : anyTouch(random, ...faceOf(pack)))),
          );
          return pack;
        };
        const pack = run();
        expect(Math.abs(soilMissingG(pack)) / pack.startG).toBeLessThan(1e-9);
        for (const cells of [pack.loose, pack.bound, pack.mat, pack.water, pack.foam, pack.bent, pack.dryness])
          expect(cells.every((value) => value >= 0 && Number.isFinite(value))).toBe(true);
        expect(pack.bent.every((share) => share <= 1)).toBe(true);
        expect(Object.values(pack.gone).every((grams) => grams >= 0)).toBe(true);
        expect(Number.isFinite(washCost(pack, planWay(given)).total)).toBe(true);
        expect(run()).toEqual(pack);
      }),
      { numRuns: 40 },
    );
  });

  test('water at low pressure never bends a fin, at any angle and distance; a washer across soft ones does', () => {
    const gentle = ['mug', 'low-pressure hand sprayer', 'shower', 'hand over the hose end'];
    fc.assert(
      fc.property(anyCase, anySeed, fc.constantFrom(...gentle), (given, seed, name) => {
        const pack = newPack({ ...given, stiffness: 'soft' }, seed, GRAIN);
        const random = uniforms(seed);
        doAll(
          pack,
          Array.from({ length: 60 }, () => ({ ...anyTouch(random, ...faceOf(pack)), tool: 'rinse' as const, nozzle: nozzleAt(name) })),
        );
        expect(pack.bent.every((share) => share === 0)).toBe(true);
      }),
      { numRuns: 30 },
    );
    const bent = washed(caseOf('two-rows'), (pack) =>
      doAll(pack, overFace(pack, { ...rinse('outside', 0, 'washer, low setting'), acrossDeg: 45 })),
    );
    expect(bent.bent.some((share) => share > 0.5)).toBe(true);
  });

  test('a stroke that has no place, and a cleaner or a side that the coil must not meet, are refused and change nothing', () => {
    const pack = newPack(caseOf('microchannel-lint', { topOpens: false }), 1, GRAIN);
    const before = copyPack(pack);
    const foam: Touch = { tool: 'foam', side: 'outside', path: [0, 0, 0.5, 0.5], chemistry: 'alkaline-foam', step: 'heavy' };
    expect(refusal(pack, foam)).toBe('Strong alkali or acid eats the wall of a microchannel tube itself.');
    expect(refusal(pack, { ...foam, chemistry: 'evaporator-foam' })).toMatch(/not labelled for outdoor coils/);
    expect(refusal(pack, { ...foam, chemistry: 'microchannel-cleaner' })).toBeNull();
    expect(() => stepPack(pack, foam)).toThrow(/microchannel/);
    expect(() => stepPack(pack, { ...foam, chemistry: 'microchannel-cleaner', side: 'inside' })).toThrow(/cannot be reached/);
    expect(() => stepPack(pack, { ...foam, path: [NaN, 0, 0, 0] })).toThrow(/no place/);
    expect(pack).toEqual(before);
    expect(() => newPack({ ...caseOf('packed'), soils: [] }, 1)).toThrow(/soils/);
    expect(() => newPack({ ...caseOf('packed'), widthM: 0 }, 1)).toThrow(/widthM/);
  });
});

describe('what the trade says of whole washes', () => {
  test('a coil is found at the grade of its case, and the light of each grade opens as much as the grade does', () => {
    for (const given of PRACTICE_CASES) expect([given.id, lightGrade(newPack(given, 3))]).toEqual([given.id, given.grade]);
    expect([100, 72.5, 45, 17.5, 2.5].map(openOfLight)).toEqual([1, 0.87, 0.72, 0.55, 0.38]);
  });

  test('on a felted single row water from inside takes more off than the same water from outside, which drives it in', () => {
    const felted = caseOf('felted-single-row');
    const [out, into] = (['inside', 'outside'] as const).map((side) =>
      washed(felted, (pack) => doAll(pack, overFace(pack, rinse(side, 0)))),
    );
    expect(soilG(out!)).toBeLessThan(0.8 * soilG(into!));
    expect(inRow(into!, 0)).toBeGreaterThan(1.3 * inRow(out!, 0));
    expect(lightPct(out!)).toBeGreaterThan(lightPct(into!) + 5);
  });

  test('a level jet drives dirt into the row behind; pointed down it does not', () => {
    const rows = caseOf('two-rows', { soils: ['dust'], stiffness: 'stiff' });
    const start = inRow(newPack(rows, 7, GRAIN), 1);
    const [level, down] = [0, 60].map((deg) => washed(rows, (pack) => doAll(pack, overFace(pack, rinse('outside', deg), { perLine: 2 }))));
    expect(inRow(level!, 1)).toBeGreaterThan(start * 1.2);
    expect(inRow(down!, 1) - start).toBeLessThan(0.4 * (inRow(level!, 1) - start));
  });

  test('top down leaves less than bottom up: what runs down is rinsed once more', () => {
    const dusty = caseOf('dusty-single-row');
    const [down, up] = [false, true].map((upwards) =>
      washed(dusty, (pack) => doAll(pack, overFace(pack, rinse('outside', 60), { perLine: 4, upwards }))),
    );
    expect(soilG(down!)).toBeLessThan(soilG(up!) * 0.97);
  });

  test('felt that is lifted dry first takes less water to the same light; once wet it does not lift', () => {
    const felted = caseOf('felted-single-row');
    const litresTo = (pct: number, dryFirst: boolean, wetFirst = false) => {
      const pack = newPack(felted, 7, GRAIN);
      if (wetFirst) doAll(pack, overFace(pack, rinse('outside', 0, 'mug'), { lines: 4, perLine: 2 }));
      if (dryFirst) doAll(pack, overFace(pack, { tool: 'vacuum', side: 'outside' }, { lines: 9, perLine: 10 }));
      for (let round = 0; round < 60 && lightPct(pack) < pct; round += 1) doAll(pack, overFace(pack, rinse('outside', 45), { perLine: 2 }));
      return pack.waterL;
    };
    expect(litresTo(40, true)).toBeLessThan(0.6 * litresTo(40, false));
    expect(litresTo(40, true, true)).toBeGreaterThan(1.4 * litresTo(40, true));
  });

  test('one pass does not clear a packed coil, the plan’s way does; the plan’s way clears every case and bends nothing', () => {
    const packed = caseOf('packed');
    expect(lightGrade(washed(packed, (pack) => finishBy(pack, { ...planWay(packed), passes: 0 })))).toBeGreaterThan(0);
    for (const given of PRACTICE_CASES) {
      const pack = newPack(given, 11, GRAIN);
      finishBy(pack, planWay(given));
      expect([given.id, lightGrade(pack)]).toEqual([given.id, 0]);
      expect(pack.bent.every((share) => share === 0)).toBe(true);
      expect(pack.baked.every((cell) => cell === 0)).toBe(true);
      expect(pack.spilledL).toBe(0);
    }
  });

  test('foam dries in the time of the clocks and bakes on unless it is misted; what baked on is slower to loosen', () => {
    const sunny = caseOf('sunny-grease');
    const foam = { tool: 'foam' as const, side: 'outside' as const, chemistry: 'alkaline-foam' as const, step: 'heavy' as const };
    const start = (pack: FinPack) => doAll(pack, overFace(pack, foam, { lines: 9, perLine: 9 }));
    const left = washed(sunny, (pack) => {
      start(pack);
      doAll(pack, waits(Math.floor(pack.dryS.outside) - 90));
      expect(pack.baked.some((cell) => cell === 1)).toBe(false);
      doAll(pack, waits(120));
    });
    expect(left.baked.filter((cell) => cell === 1).length).toBeGreaterThan(left.face * 0.9);
    const misted = washed(sunny, (pack) => {
      start(pack);
      for (let i = 0; i < 4; i += 1)
        doAll(pack, [...waits(200), ...overFace(pack, { tool: 'mist', side: 'outside' }, { lines: 6, perLine: 3 })]);
    });
    expect(misted.baked.some((cell) => cell === 1)).toBe(false);
    expect(misted.seconds).toBeGreaterThan(left.seconds);
    const loosened = (pack: FinPack) => {
      doAll(pack, overFace(pack, foam, { lines: 9, perLine: 9 }));
      const before = pack.bound.reduce((sum, grams) => sum + grams, 0);
      doAll(pack, waits(120));
      return 1 - pack.bound.reduce((sum, grams) => sum + grams, 0) / before;
    };
    expect(loosened(left)).toBeLessThan(0.7 * loosened(newPack(sunny, 7, GRAIN)));
  });

  test('a hose over a small pan runs over; in doses it does not', () => {
    const indoor = caseOf('indoor-slab');
    const hosed = washed(indoor, (pack) => doAll(pack, overFace(pack, rinse('outside', 45))));
    expect(hosed.spilledL).toBeCloseTo(hosed.waterL - indoor.pan!.litres - (indoor.pan!.drainLMin / 60) * hosed.seconds, 0);
    expect(washCost(hosed, planWay(indoor)).spill).toBeGreaterThan(30);
  });

  test('the machine follows the coil: head pressure and watts fall as a condenser clears, capacity rises as either does', () => {
    for (const id of ['packed', 'indoor-slab']) {
      const pack = newPack(caseOf(id), 5, GRAIN);
      const before = machineOf(pack);
      finishBy(pack, planWay(pack.case));
      const after = machineOf(pack);
      expect(after.capacityKW).toBeGreaterThan(before.capacityKW * 1.01);
      if (pack.case.role === 'condenser') {
        expect(after.liquidKPa).toBeLessThan(before.liquidKPa * 0.9);
        expect(after.compressorW).toBeLessThan(before.compressorW * 0.95);
      }
    }
  });
});

test('whatever a plan rinses with is a nozzle that practice has, and its ways over the face are what its words say', () => {
  const forces = [...FORCE_RULES.flatMap(({ then }) => (then ? [then] : [])), ...Object.values(FORCE_SCHOOL_TABLE)];
  // A blower is no water at all.
  for (const { nozzle } of forces.filter(({ nozzle: name }) => name !== 'blower'))
    expect([nozzle, nozzleAt(nozzle) >= 0]).toEqual([nozzle, true]);
  const directions = [...RINSE_RULES.flatMap(({ then }) => (then ? [then] : [])), ...Object.values(RINSE_SCHOOL_TABLE)];
  for (const { direction, ways } of directions) {
    const from = ways.map((way) => way.from);
    if (/^Air only/.test(direction)) expect(ways).toEqual([]);
    else expect(ways.length).toBeGreaterThan(0);
    if (/^Inside out/.test(direction)) expect([direction, from[0]]).toEqual([direction, 'inside']);
    if (/^Outside (only|,)|^Outside,/.test(direction)) expect([direction, from.includes('inside')]).toEqual([direction, false]);
    if (/^Both/.test(direction)) expect([direction, new Set(from).size]).toEqual([direction, 2]);
    if (/downward|45°/.test(direction)) expect([direction, ways.every(({ downDeg }) => downDeg > 30)]).toEqual([direction, true]);
  }
});

test('a teacher says what is about to go wrong, and nothing where nothing is', () => {
  const says = (id: string, touch: Partial<Touch>, ready?: (pack: FinPack) => void) => {
    const pack = newPack(caseOf(id), 7, GRAIN);
    ready?.(pack);
    return hintFor(
      pack,
      { tool: 'rinse', side: 'outside', path: [0.3, 0.3, 0.4, 0.3], downDeg: 45, nozzle: 3, ...touch },
      planWay(pack.case),
    );
  };
  const wet = (pack: FinPack) => doAll(pack, overFace(pack, rinse('outside', 0, 'mug')));
  const foam = (pack: FinPack) => doAll(pack, overFace(pack, { tool: 'foam', side: 'outside', chemistry: 'alkaline-foam', step: 'heavy' }));
  expect(says('felted-single-row', {})).toMatch(/drives felt into the fins/);
  expect(says('felted-single-row', { tool: 'vacuum' })).toBeNull();
  expect(says('felted-single-row', { tool: 'vacuum' }, wet)).toMatch(/Wet felt clings/);
  expect(says('felted-single-row', { tool: 'foam' })).toMatch(/Foam stays on the felt/);
  expect(says('felted-single-row', { tool: 'blower' })).toMatch(/blow from inside/);
  expect(says('two-rows', { side: 'inside', downDeg: 0, nozzle: nozzleAt('shower') })).toMatch(/packs the dirt between the rows/);
  expect(says('two-rows', { side: 'inside', nozzle: nozzleAt('shower') })).toBeNull();
  expect(says('two-rows', { side: 'inside', nozzle: nozzleAt('washer, low setting'), distanceM: 0.1 })).toMatch(/fins fold here/);
  expect(says('two-rows', { side: 'inside', nozzle: nozzleAt('straight jet'), acrossDeg: 45 })).toMatch(/turn it along the fins/);
  expect(says('dusty-single-row', { side: 'inside' }, foam)).toMatch(/not stood long enough/);
  expect(says('indoor-slab', {}, (pack) => (pack.panL = 3.9))).toMatch(/pan is nearly full/);
  const sunny = newPack(caseOf('sunny-grease'), 7, GRAIN);
  const way = planWay(sunny.case);
  expect(hintFor(sunny, null, way)).toBeNull();
  foam(sunny);
  doAll(sunny, waits(280));
  expect(hintFor(sunny, null, way)).toMatch(/about to dry/);
});

test('the cost ranks hands: the plan’s before hasty ones, and hasty before blind ones', () => {
  let [hasty, blind, between] = [0, 0, 0];
  const seeds = 12;
  for (const given of PRACTICE_CASES)
    for (let seed = 1; seed <= seeds; seed += 1) {
      const way = planWay(given);
      const total = (work: (pack: FinPack) => void) => {
        const pack = newPack(given, seed, GRAIN);
        work(pack);
        return washCost(pack, way).total;
      };
      const plan = total((pack) => finishBy(pack, way));
      const hurried = total((pack) => doAll(pack, hastyHands(pack, way)));
      const random = total((pack) => doAll(pack, randomHands(pack, seed)));
      hasty += plan < hurried ? 1 : 0;
      blind += plan < random ? 1 : 0;
      between += hurried < random ? 1 : 0;
    }
  const all = seeds * PRACTICE_CASES.length;
  // A little dust goes as well in a hurry, and blind hands may lift more felt: as on a visit.
  expect(blind / all).toBe(1);
  expect(hasty / all).toBeGreaterThan(0.95);
  expect(between / all).toBeGreaterThan(0.7);
});

describe('the debrief', () => {
  const told = (given: PracticeCase, spoil: (seconds: Second[], pack: FinPack) => Second[]) => {
    const way = planWay(given);
    const pack = newPack(given, 3, GRAIN);
    const seconds: Second[] = [];
    finishBy(pack, way, (second) => seconds.push(second));
    const done = spoil(seconds, pack);
    return { done, told: debrief(given, 3, done, way, { grain: GRAIN }) };
  };

  test('the plan’s own seconds end as the plan does, and nothing is named', () => {
    for (const given of PRACTICE_CASES) {
      const { told: same } = told(given, (seconds) => seconds);
      expect(same.learner).toEqual(same.plan);
      expect(same.costly).toBeNull();
    }
  });

  test('one bad stroke among good ones is the one that is named, wherever it is', () => {
    const given = caseOf('two-rows');
    for (const share of [0.1, 0.5, 0.9]) {
      const { told: spoiled, done } = told(given, (seconds, pack) => {
        const at = Math.floor(seconds.length * share);
        const bad = { ...rinse('outside', 0, 'washer, low setting'), acrossDeg: 60 };
        return [...seconds.slice(0, at), ...overFace(pack, bad, { lines: 3, perLine: 5 }), ...seconds.slice(at)];
      });
      const { stroke, minutes, causes, words } = spoiled.costly!;
      expect(done[stroke!.from]).toMatchObject({ acrossDeg: 60 });
      expect(causes[0]!.cause).toBe('comb');
      expect(minutes).toBeGreaterThan(3);
      expect(words).toMatch(/^15 s of the washer, low setting from outside, level, across the fins cost the most: \d+ min/);
    }
  });

  test('who stops before it is clean is told that stopping cost the most, and who waits too long in the sun that waiting did', () => {
    const early = told(caseOf('felted-single-row'), (seconds) => seconds.slice(0, 300));
    expect(early.told.costly).toMatchObject({ stroke: null, number: null });
    expect(early.told.costly!.words).toMatch(
      /^Stopping there cost the most: \d+ min more than going on by the plan, washing again what stayed/,
    );
    const late = told(caseOf('sunny-grease'), (seconds) => {
      const first = seconds.findIndex((second, i) => second === null && i > 20);
      return [...seconds.slice(0, first), ...waits(600), ...seconds.slice(first)];
    });
    expect(late.told.costly!.words).toMatch(/^Waiting for \d+ s cost the most/);
    expect(late.told.costly!.causes.some(({ cause }) => cause === 'baked')).toBe(true);
  });

  test('seconds fall into strokes without a gap, a long wait in pieces of a minute', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.constantFrom<Second>(
            null,
            { ...rinse('inside', 0), path: [0, 0, 1, 1] },
            { tool: 'mist', side: 'outside', path: [0, 0, 1, 1] },
          ),
        ),
        (seconds) => {
          const strokes = strokesOf(seconds);
          expect(strokes.map(({ from, to }) => to - from).reduce((sum, n) => sum + n, 0)).toBe(seconds.length);
          strokes.forEach(({ from, to, touch }, i) => {
            expect(from).toBe(i === 0 ? 0 : strokes[i - 1]!.to);
            expect(seconds.slice(from, to).every((second) => second?.tool === touch?.tool)).toBe(true);
          });
        },
      ),
    );
    expect(strokesOf(waits(150)).map(({ from, to }) => to - from)).toEqual([60, 60, 30]);
  });
});
