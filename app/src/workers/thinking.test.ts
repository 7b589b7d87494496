import type { Task } from '@elm-mist/core/runsheet';
import { think, THINK_MS, type Thought } from './thinking';

const task = (id: string, seconds: number, after: Task['after'] = []): Task => ({ id, name: id, seconds, handsOn: true, after });
const hard = Array.from({ length: 24 }, (_, i) =>
  task(`t${i}`, 20 + ((i * 37) % 90), i > 4 ? [{ id: `t${i - 5}`, minS: (i * 13) % 40, maxS: 300 }] : []),
);

test('an easy run is proven and told as done', async () => {
  const told: Thought[] = [];
  const end = await think([task('a', 10), task('b', 20)], 1, (thought) => told.push(thought));
  expect(end).toMatchObject({ sheet: { endS: 30, proven: true }, none: null, done: true });
  expect(told.at(-1)).toBe(end);
});

test('out of time it ends with the best so far; every word it gave was no longer than the one before', async () => {
  let clock = 0;
  const told: Thought[] = [];
  const end = await think(hard, 2, (thought) => told.push(thought), { now: () => (clock += THINK_MS / 40) });
  expect(end.done).toBe(true);
  expect(end.sheet).not.toBeNull();
  const ends = told.map((thought) => thought.sheet?.endS ?? Infinity);
  expect(ends).toEqual([...ends].sort((a, b) => b - a));
});

test('called off it stops at once', async () => {
  let slices = 0;
  await think(hard, 2, () => undefined, { calledOff: () => true, pause: async () => void (slices += 1) });
  expect(slices).toBe(0);
});

test('windows that cannot be met come back as the two tasks', async () => {
  const clash = [
    task('foam', 60),
    task('brush', 600, [{ id: 'foam', minS: 0, maxS: null }]),
    task('rinse', 60, [
      { id: 'brush', minS: 0, maxS: null },
      { id: 'foam', minS: 0, maxS: 100 },
    ]),
  ];
  expect(await think(clash, 1, () => undefined)).toMatchObject({ sheet: null, none: { clash: ['foam', 'rinse'] } });
});
