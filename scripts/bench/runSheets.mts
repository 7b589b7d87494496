import { planCoil } from '@elm-mist/core/method';
import { sourceOf } from '@elm-mist/core/run';
import { searchRun, visitTasks, type RunSheet, type Task } from '@elm-mist/core/runsheet';
import { emptySurvey } from '@elm-mist/core/survey';
import { DEFAULT_HOUSE_RULES } from '../../core/src/method/houseRules';
import { DEMO_CLEANERS } from '../../server/src/demo/shelf';
import { DEMO_COILS } from '../../server/src/demo/shop';

/** A number from 0 to 1 by a seed, the same in every run (mulberry32). */
function chances(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** A made-up visit of two coils, alike in kind to real ones: chains, sections with dwell windows, things to do meanwhile, waits. */
export function visit(seed: number): Task[] {
  const chance = chances(seed);
  const between = (low: number, high: number) => Math.round(low + chance() * (high - low));
  const tasks: Task[] = [];
  const put = (id: string, seconds: number, after: Task['after'], handsOn = true, leadOnly = false) => {
    tasks.push({ id, name: id, seconds, handsOn, after, ...(leadOnly ? { leadOnly } : {}) });
    return id;
  };
  const then = (id: string) => [{ id, minS: 0, maxS: null }];
  const ends: string[] = [];
  for (const coil of ['out', 'in']) {
    let last = put(`${coil}.isolate`, 300, [], true, true);
    last = put(`${coil}.open`, between(300, 1500), then(last));
    last = put(`${coil}.wet`, 120, then(last));
    const opened = last;
    const rinses: string[] = [];
    const sections = between(2, 5);
    const dwell = between(180, 600);
    for (let i = 0; i < sections; i += 1) {
      last = put(`${coil}.foam${i}`, between(12, 40), then(last));
      rinses.push(put(`${coil}.rinse${i}`, between(60, 150), [{ id: last, minS: dwell, maxS: dwell + between(120, 400) }]));
    }
    const meanwhile = [put(`${coil}.gun`, 180, then(last)), put(`${coil}.pan`, between(200, 600), then(opened))];
    const flashlight = put(
      `${coil}.torch`,
      240,
      rinses.map((id) => ({ id, minS: 0, maxS: null })),
    );
    ends.push(
      put(
        `${coil}.close`,
        between(300, 1200),
        [flashlight, ...meanwhile].map((id) => ({ id, minS: 0, maxS: null })),
      ),
    );
    ends.push(put(`${coil}.drip`, 300, then(flashlight), false));
  }
  const on = put(
    'restart',
    300,
    ends.map((id) => ({ id, minS: 0, maxS: null })),
    true,
    true,
  );
  put('readings', 120, then(put('steady', 900, then(on), false)));
  return tasks;
}

export interface RunSheetFigures {
  visits: number;
  provenShare: number;
  /** Longest time to a first sheet, ms. */
  slowestFirstMs: number;
  /** Largest gap between what was found and what is proven to be impossible, percent. */
  worstGapPct: number;
}

/** One person’s sheets are proven soon; two are given what a phone gives them, ms. */
const THINK_MS: Record<number, number> = { 1: 400, 2: 2000, 3: 2000 };

/** Fifty made-up visits for one and for two people: how soon there is a sheet, how often it is proven, and how far off it can be. */
export function runSheetFigures(crew: number): RunSheetFigures {
  const visits = 50;
  let proven = 0;
  let slowestFirstMs = 0;
  let worstGapPct = 0;
  for (let seed = 1; seed <= visits; seed += 1) {
    const search = searchRun(visit(seed), crew);
    const started = performance.now();
    let best: RunSheet | null = null;
    for (;;) {
      const step = search.next();
      const found = step.done ? ('placed' in step.value ? step.value : null) : step.value.best;
      if (found && !best) slowestFirstMs = Math.max(slowestFirstMs, performance.now() - started);
      best = found ?? best;
      if (step.done || performance.now() - started > (THINK_MS[crew] ?? 0)) break;
    }
    if (!best) throw new Error(`no sheet for visit ${seed}`);
    if (best.proven) proven += 1;
    worstGapPct = Math.max(worstGapPct, (best.endS / best.boundS - 1) * 100);
  }
  return { visits, provenShare: proven / visits, slowestFirstMs, worstGapPct };
}

/** One outdoor coil with so many wall heads, planned by the real planner, washed by one person. */
function manyHeads(heads: number): Task[] {
  const outdoor = DEMO_COILS.find((row) => row.id === 'alder-studio-out');
  const head = DEMO_COILS.find((row) => row.id === 'alder-studio-in');
  if (!outdoor || !head) throw new Error('the demo has no ductless system');
  const context = {
    configuration: 'ductless-split',
    refrigerant: 'R-32',
    site: { dryBulbC: 24, rhPct: 55, windMs: 1, sun: 'shade' },
    pressureKPa: 92,
    sensitiveOccupants: false,
  } as const;
  const coils = [outdoor, ...Array.from({ length: heads }, (_, i) => ({ ...head, id: `head-${i + 1}`, name: `Head ${i + 1}` }))];
  return visitTasks(
    coils.map((coil) => {
      const survey = {
        ...emptySurvey(),
        grades: Object.fromEntries(coil.geometry.faces.map((face) => [face.id, Array<2>(coil.geometry.rows).fill(2)])),
      };
      return {
        id: coil.id,
        name: coil.name || 'Outdoor',
        rows: coil.geometry.rows,
        source: sourceOf('ductless-split', coil.role),
        plan: planCoil(coil, survey, context, DEMO_CLEANERS, DEFAULT_HOUSE_RULES),
      };
    }),
  );
}

/** The run sheet of one outdoor coil and four heads: how soon there is one, and how far from the best it can be after two seconds. */
export function manyHeadsFigures(): { tasks: number; firstMs: number; gapPct: number } {
  const tasks = manyHeads(4);
  const started = performance.now();
  let firstMs = NaN;
  let best: RunSheet | null = null;
  for (const search = searchRun(tasks, 1); ;) {
    const step = search.next();
    const found = step.done ? ('placed' in step.value ? step.value : null) : step.value.best;
    if (found && !best) firstMs = performance.now() - started;
    best = found ?? best;
    if (step.done || performance.now() - started > 2000) break;
  }
  if (!best) throw new Error('no sheet for one outdoor coil and four heads');
  return { tasks: tasks.length, firstMs, gapPct: (best.endS / best.boundS - 1) * 100 };
}
