import fc from 'fast-check';
import { CoreError } from '../errors';
import { oneByOne } from './oneByOne';
import { scheduleRun, searchRun, type RunSheet, type Task } from '.';

const task = (id: string, seconds: number, after: [string, number, number | null][] = [], handsOn = true): Task => ({
  id,
  name: id,
  seconds,
  handsOn,
  after: after.map(([other, minS, maxS]) => ({ id: other, minS, maxS })),
});
const sheetOf = (tasks: Task[], crew: number): RunSheet => {
  const result = scheduleRun(tasks, crew);
  if (!result || 'clash' in result) throw new Error(JSON.stringify(result));
  return result;
};

/** Every demand checked on its own, without the search. */
function faults(tasks: readonly Task[], sheet: RunSheet, crew: number): string[] {
  const at = new Map(sheet.placed.map((row) => [row.id, row]));
  const found: string[] = [];
  for (const row of tasks) {
    const own = at.get(row.id);
    if (!own || own.startS < -1e-9 || Math.abs(own.endS - own.startS - row.seconds) > 1e-9) found.push(`${row.id} is not placed`);
    for (const { id, minS, maxS } of row.after) {
      const gap = (own?.startS ?? 0) - (at.get(id)?.endS ?? 0);
      if (gap < minS - 1e-9 || (maxS !== null && gap > maxS + 1e-9)) found.push(`${id} to ${row.id} is ${gap}`);
    }
  }
  const hands = sheet.placed.filter((row) => row.person !== null && row.endS > row.startS);
  for (const one of hands)
    for (const other of hands)
      if (one.id < other.id && one.person === other.person && one.startS < other.endS - 1e-9 && other.startS < one.endS - 1e-9)
        found.push(`${one.id} and ${other.id} share hands`);
  if (hands.some((row) => (row.person ?? 0) >= crew)) found.push('a person who is not there');
  for (const row of tasks)
    if (row.leadOnly && row.seconds > 0 && at.get(row.id)?.person !== 0) found.push(`${row.id} is not with the one who isolates`);
  return found;
}

/** Shortest end by trying every start and every person up to a horizon; null when there is none. Small cases only. */
function bruteForce(tasks: readonly Task[], crew: number, horizon: number): number | null {
  let best: number | null = null;
  const starts: number[] = [];
  const persons: number[] = [];
  const index = new Map(tasks.map((row, k) => [row.id, k]));
  const fits = (k: number): boolean => {
    const row = tasks[k]!;
    const meets = (own: Task, ownStart: number, after: Task['after'][number]) => {
      const j = index.get(after.id)!;
      if (j > k || (j === k && own !== row)) return true;
      const gap = ownStart - (starts[j]! + tasks[j]!.seconds);
      return gap >= after.minS && (after.maxS === null || gap <= after.maxS);
    };
    for (let i = 0; i <= k; i += 1)
      for (const after of tasks[i]!.after) if ((i === k || index.get(after.id) === k) && !meets(tasks[i]!, starts[i]!, after)) return false;
    const works = (i: number) => tasks[i]!.handsOn && tasks[i]!.seconds > 0;
    if (works(k))
      for (let j = 0; j < k; j += 1)
        if (
          works(j) &&
          persons[j] === persons[k] &&
          starts[j]! < starts[k]! + tasks[k]!.seconds &&
          starts[k]! < starts[j]! + tasks[j]!.seconds
        )
          return false;
    return true;
  };
  const go = (k: number, end: number): void => {
    if (best !== null && end >= best) return;
    if (k === tasks.length) {
      best = end;
      return;
    }
    const able = !tasks[k]!.handsOn || tasks[k]!.leadOnly ? 1 : crew;
    for (let t = 0; t <= horizon; t += 1)
      for (let who = 0; who < able; who += 1) {
        starts[k] = t;
        persons[k] = who;
        if (fits(k)) go(k + 1, Math.max(end, t + tasks[k]!.seconds));
      }
  };
  go(0, 0);
  return best;
}

const anyTasks = (most: number, longest: number): fc.Arbitrary<Task[]> =>
  fc
    .array(
      fc.record({
        seconds: fc.integer({ min: 0, max: longest }),
        handsOn: fc.boolean(),
        leadOnly: fc.boolean(),
        follows: fc.array(
          fc.record({
            back: fc.integer({ min: 1, max: 3 }),
            minS: fc.integer({ min: 0, max: 2 }),
            room: fc.option(fc.integer({ min: 0, max: 2 }), { nil: null }),
          }),
          { maxLength: 2 },
        ),
      }),
      { minLength: 1, maxLength: most },
    )
    .map((rows) =>
      rows.map((row, k) => ({
        ...(row.leadOnly && row.handsOn ? { leadOnly: true } : {}),
        ...task(
          `t${k}`,
          row.seconds,
          [
            ...new Map(
              row.follows
                .filter(({ back }) => back <= k)
                .map(({ back, minS, room }) => [
                  `t${k - back}`,
                  [`t${k - back}`, minS, room === null ? null : minS + room] as [string, number, number | null],
                ]),
            ).values(),
          ],
          row.handsOn,
        ),
      })),
    );

test('a soak is used: the gun is flushed while section one soaks', () => {
  const tasks = [task('foam', 60), task('rinse', 120, [['foam', 300, 400]]), task('flush', 200, [['foam', 0, null]])];
  expect(sheetOf(tasks, 1)).toMatchObject({ endS: 480, proven: true });
});

test('two people halve what can be shared, and a run-in needs nobody', () => {
  const tasks = [
    task('a', 100),
    task('b', 100),
    task(
      'run',
      900,
      [
        ['a', 0, null],
        ['b', 0, null],
      ],
      false,
    ),
    task('read', 60, [['run', 0, null]]),
  ];
  expect(sheetOf(tasks, 1).endS).toBe(1160);
  const two = sheetOf(tasks, 2);
  expect(two.endS).toBe(1060);
  expect(two.placed.find((row) => row.id === 'run')?.person).toBeNull();
});

test('what only the one who isolates may do waits for those hands, even where another pair is free', () => {
  const own = (id: string, seconds: number, after: [string, number, number | null][] = []): Task => ({
    ...task(id, seconds, after),
    leadOnly: true,
  });
  expect(sheetOf([own('a', 100), own('b', 100)], 2).endS).toBe(200);
  expect(sheetOf([own('a', 100), task('b', 100)], 2).endS).toBe(100);
  // Never more than two at once, yet p and q overlap while the lead is wanted before p and after q: one of them has to give.
  const chained = [own('first', 4), task('p', 10, [['first', -0, 0]]), task('q', 10, [['first', 1, 1]]), own('last', 4, [['first', 7, 7]])];
  const sheet = scheduleRun(chained, 2);
  expect(sheet).toMatchObject({ byWindows: false });
  expect(sheetOf(chained, 3).endS).toBe(15);
});

test('the plain way, where there is one, keeps every window with one pair of hands, and there is a sheet from the first step', () => {
  fc.assert(
    fc.property(anyTasks(14, 30), (tasks) => {
      const starts = oneByOne(tasks);
      if (!starts) return;
      const placed = tasks.map((row, k) => ({
        id: row.id,
        startS: starts[k]!,
        endS: starts[k]! + row.seconds,
        person: row.handsOn ? 0 : null,
      }));
      expect(faults(tasks, { placed, endS: 0, boundS: 0, proven: false }, 1)).toEqual([]);
      const first = searchRun(tasks, 2).next();
      expect(first.done ? 'placed' in first.value : first.value.best !== null).toBe(true);
    }),
  );
  // What soaks already and is due first is rinsed first.
  const running = [
    task('now', 0, [], false),
    task('b', 50, [['now', 10, 200]]),
    task('a', 50, [['now', 10, 60]]),
    task('rest', 30, [['now', 0, null]]),
  ];
  expect([...oneByOne(running)!].slice(1, 3)).toEqual([60, 10]);
  expect(oneByOne([task('x', 5, [['y', 0, null]]), task('y', 5, [['x', 0, null]])])).toBeNull();
});

test('windows that contradict each other name the two tasks', () => {
  const tasks = [
    task('foam', 60),
    task('brush', 600, [['foam', 0, null]]),
    task('rinse', 60, [
      ['brush', 0, null],
      ['foam', 0, 300],
    ]),
  ];
  expect(scheduleRun(tasks, 2)).toEqual({ clash: ['foam', 'rinse'], byWindows: true });
});

test('windows that too few hands cannot meet name one that stands in the way', () => {
  const two = [task('foam', 60), task('rinse', 60, [['foam', 100, 100]]), task('foam2', 60), task('rinse2', 60, [['foam2', 100, 100]])];
  expect(sheetOf(two, 2).endS).toBe(220);
  const clashing = [
    task('gate', 10),
    ...two.map((row) => (row.after.length === 0 ? { ...row, after: [{ id: 'gate', minS: 0, maxS: 0 }] } : row)),
  ];
  expect(scheduleRun(clashing, 1)).toMatchObject({ byWindows: false, clash: ['gate', expect.stringMatching(/^foam/)] });
});

test('two clashes at once are told as soon as one is', () => {
  const clashAt = (n: number): Task[] => [
    task(`gate${n}`, 10, n > 0 ? [[`gate${n - 1}`, 400, null]] : []),
    ...['a', 'b'].flatMap((side) => [
      task(`foam ${side}${n}`, 60, [[`gate${n}`, 0, 0]]),
      task(`rinse ${side}${n}`, 60, [[`foam ${side}${n}`, 100, 100]]),
    ]),
  ];
  let looks = 0;
  const lockout: Task = {
    ...task('gate0', 10),
    get handsOn() {
      looks += 1;
      return true;
    },
  };
  const result = scheduleRun([lockout, ...clashAt(0).slice(1), ...clashAt(1)], 1);
  expect(result).toMatchObject({ byWindows: false, clash: [expect.stringMatching(/0$/), expect.stringMatching(/0$/)] });
  // Eight windows, each left out once: going through every order of them looks through forty thousand.
  expect(looks).toBeLessThan(1000);
});

test('small cases come out as short as trying everything', () => {
  fc.assert(
    fc.property(anyTasks(5, 3), fc.integer({ min: 1, max: 2 }), (tasks, crew) => {
      const result = scheduleRun(tasks, crew);
      const best = bruteForce(tasks, crew, 14);
      if (result && 'placed' in result) {
        expect(faults(tasks, result, crew)).toEqual([]);
        expect(result.proven).toBe(true);
        expect(result.endS).toBe(best);
      } else expect(best).toBeNull();
    }),
    { numRuns: 150 },
  );
});

test('whatever it is asked, every window and every pair of hands is kept, and the bound is never above the end', () => {
  fc.assert(
    fc.property(anyTasks(16, 30), fc.integer({ min: 1, max: 3 }), (tasks, crew) => {
      const result = scheduleRun(tasks, crew, 40);
      if (result && 'placed' in result) {
        expect(faults(tasks, result, crew)).toEqual([]);
        expect(result.boundS).toBeLessThanOrEqual(result.endS + 1e-9);
      }
    }),
  );
});

test('it gives way as it goes, and what it has found only ever gets shorter', () => {
  const tasks = Array.from({ length: 14 }, (_, i) => task(`t${i}`, 20 + ((i * 37) % 50), i > 3 ? [[`t${i - 4}`, (i * 13) % 40, 200]] : []));
  const ends: number[] = [];
  const search = searchRun(tasks, 2);
  for (let i = 0; i < 60; i += 1) {
    const step = search.next();
    if (step.done) break;
    if (step.value.best) ends.push(step.value.best.endS);
  }
  expect(ends.length).toBeGreaterThan(0);
  expect(ends).toEqual([...ends].sort((a, b) => b - a));
});

test.each([
  [[], 1, 'tasks'],
  [[task('a', 1), task('a', 1)], 1, 'tasks'],
  [[task('a', -1)], 1, 'seconds'],
  [[task('a', 1, [['b', 0, null]])], 1, 'after'],
  [[task('a', 1), task('b', 1, [['a', 5, 4]])], 1, 'maxS'],
  [[task('a', 1)], 4, 'crew'],
  [[task('a', 1)], 1.5, 'crew'],
])('what is no plan is refused by name (%#)', (tasks, crew, field) => {
  expect(() => scheduleRun(tasks, crew)).toThrow(expect.objectContaining({ field }));
  expect(() => scheduleRun(tasks, crew)).toThrow(CoreError);
});
