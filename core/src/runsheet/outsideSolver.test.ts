import loadHighs from 'highs';
import { uniforms } from '../random';
import { scheduleRun, type Task } from '.';

/**
 * The same question as a time-indexed model for an outside solver (HiGHS): a yes or no for each task, second and person; each task once, each person
 * one task at a time, every gap at least and at most what is asked, all of it over by the end, which is the least.
 */
function model(tasks: readonly Task[], crew: number, horizon: number): string {
  const works = (task: Task) => task.handsOn && task.seconds > 0;
  const persons = (task: Task) => (works(task) && !task.leadOnly ? Array.from({ length: crew }, (_, who) => who) : [0]);
  const name = (k: number, t: number, who: number) => `x${k}_${t}_${who}`;
  const starts = (task: Task) => Array.from({ length: Math.max(0, horizon - task.seconds + 1) }, (_, t) => t);
  const start = (k: number, sign: string) =>
    starts(tasks[k]!).flatMap((t) => (t === 0 ? [] : persons(tasks[k]!).map((who) => `${sign} ${t} ${name(k, t, who)}`)));
  const rows: string[] = [];
  const row = (terms: readonly string[], rest: string) => rows.push(` c${rows.length}: ${terms.join('\n  ') || '0 last'} ${rest}`);
  tasks.forEach((task, k) => {
    row(
      starts(task).flatMap((t) => persons(task).map((who) => `+ ${name(k, t, who)}`)),
      '= 1',
    );
    row(['+ last', ...start(k, '-')], `>= ${task.seconds}`);
    for (const { id, minS, maxS } of task.after) {
      const before = tasks.findIndex((other) => other.id === id);
      const gap = [...start(k, '+'), ...start(before, '-')];
      row(gap, `>= ${tasks[before]!.seconds + minS}`);
      if (maxS !== null) row(gap, `<= ${tasks[before]!.seconds + maxS}`);
    }
  });
  for (let who = 0; who < crew; who += 1)
    for (let now = 0; now < horizon; now += 1) {
      const busy = tasks.flatMap((task, k) =>
        works(task) && persons(task).includes(who)
          ? starts(task).flatMap((t) => (t <= now && now < t + task.seconds ? [`+ ${name(k, t, who)}`] : []))
          : [],
      );
      if (busy.length > 1) row(busy, '<= 1');
    }
  const all = tasks.flatMap((task, k) => starts(task).flatMap((t) => persons(task).map((who) => name(k, t, who))));
  return `Minimize\n obj: last\nSubject To\n${rows.join('\n')}\nBounds\n last >= 0\nBinary\n ${all.join('\n ')}\nEnd\n`;
}

/** A small made-up visit: chains, a foam with its rinse, work of the one who isolates, a soak that takes no hands. */
function small(seed: number): Task[] {
  const random = uniforms(seed);
  const between = (low: number, high: number) => low + Math.floor(random() * (high - low + 1));
  const count = between(5, 7);
  return Array.from({ length: count }, (_, k): Task => {
    const after = Array.from({ length: k }, (_, j) => j)
      .filter(() => random() < 0.3)
      .map((j) => {
        const minS = random() < 0.4 ? between(1, 3) : 0;
        return { id: `t${j}`, minS, maxS: random() < 0.3 ? minS + between(1, 4) : null };
      });
    return { id: `t${k}`, name: `t${k}`, seconds: between(1, 5), handsOn: random() < 0.85, leadOnly: random() < 0.25, after };
  });
}

test('what is proven to be shortest is as short as an outside solver finds it, and what has no order has none there', async () => {
  const highs = await loadHighs();
  let [solved, impossible] = [0, 0];
  for (let seed = 1; seed <= 24; seed += 1) {
    const tasks = small(seed);
    const crew = 2 + (seed % 2);
    const horizon = tasks.reduce((sum, task) => sum + task.seconds + Math.max(0, ...task.after.map((after) => after.minS)), 0);
    const sheet = scheduleRun(tasks, crew);
    const answer = highs.solve(model(tasks, crew, horizon));
    if (answer.Status === 'Infeasible') {
      expect(sheet).toHaveProperty('clash');
      impossible += 1;
      continue;
    }
    expect(answer.Status).toBe('Optimal');
    expect(sheet).toMatchObject({ proven: true, endS: Math.round(answer.ObjectiveValue) });
    solved += 1;
  }
  // Both are among them.
  expect(solved).toBeGreaterThan(12);
  expect(solved + impossible).toBe(24);
}, 60_000);
