import fc from 'fast-check';
import { planCoil } from '../../method';
import { house } from '../../testing/fixtures';
import { caseForPlan, PRACTICE_CASES } from '../practiceCase';
import { PRACTICE_SHELF } from '../practiceShelf';
import { DRILL_FAMILIES, drawOf, type Drill, type DrillFamily } from './drill';
import { DRILL_TABLE, drillOf, markDrill } from './drillOf';
import { examOf, examSheet } from './exam';
import { puzzleOf, puzzleSeed } from './hands';
import { nextDrill, READY_RUN, drillStandings, type DrillDone } from './schedule';

const anyFamily = fc.constantFrom<DrillFamily>(...DRILL_FAMILIES);
const anySeed = fc.integer({ min: 0, max: 1e6 });
const anySystem = fc.constantFrom('us' as const, 'si' as const);
const some = (family: DrillFamily, n = 60): Drill[] => Array.from({ length: n }, (_, i) => drillOf(family, i * 7 + 1, 'us'));
const DAY_MS = 86_400_000;

describe('any question of any family', () => {
  test('is the same for the same seed, offers nothing twice, takes exactly what it calls right, and says why', () => {
    fc.assert(
      fc.property(anyFamily, anySeed, anySystem, (family, seed, system) => {
        const drill = drillOf(family, seed, system);
        expect(drillOf(family, seed, system)).toEqual(drill);
        expect(drill.skill.startsWith(`${family}.`)).toBe(true);
        expect(drill.because.length).toBeGreaterThan(0);
        expect([drill.ask, ...drill.because].every((text) => text.length > 3 && !/undefined|NaN|Infinity/.test(text))).toBe(true);
        const { answer } = drill;
        if (answer.type === 'choice') {
          const ids = answer.options.map(({ id }) => id);
          expect(new Set(ids).size).toBe(ids.length);
          expect(new Set(answer.options.map(({ text }) => text)).size).toBe(ids.length);
          expect(ids.length).toBeGreaterThanOrEqual(2);
          const taken = ids.filter((id) => markDrill(drill, id, system).right);
          expect(taken).toContain(answer.right);
          expect(taken.every((id) => id === answer.right || answer.also?.includes(id))).toBe(true);
          // Guessing blindly has to fail mostly.
          expect(taken.length).toBeLessThan(ids.length);
          expect(() => markDrill(drill, 'never offered', system)).toThrow(/answer|offered/);
        } else if (answer.type === 'readings') {
          const says = (verdict: string) => markDrill(drill, { verdict, taken: ['watts'] }, system);
          expect(answer.options.filter(({ id }) => says(id).right).map(({ id }) => id)).toEqual([answer.right]);
          expect(answer.fewest).toBeGreaterThan(0);
          expect(answer.fewest).toBeLessThanOrEqual(answer.kit.length);
          expect(answer.kit.every(({ text }) => /\d/.test(text))).toBe(true);
          expect(() => says('never offered')).toThrow(/offered/);
        } else if (answer.type === 'order') {
          expect(() =>
            markDrill(
              drill,
              answer.options.slice(1).map(({ id }) => id),
              system,
            ),
          ).toThrow(/once/);
        } else {
          expect(answer.right).toBeGreaterThan(0);
          expect(markDrill(drill, answer.right, system).right).toBe(true);
          expect(markDrill(drill, answer.right + answer.within * 1.5, system).right).toBe(false);
          expect(markDrill(drill, answer.right - answer.within * 1.5, system).right).toBe(false);
          expect(() => markDrill(drill, NaN, system)).toThrow(/amount/);
          // A jug that nobody touched is no answer.
          if (answer.type === 'level') expect(() => markDrill(drill, 0, system)).toThrow(/level/);
        }
      }),
      { numRuns: 400 },
    );
  });

  test('is one of many: a hundred seeds of a family ask many different things', () => {
    for (const family of DRILL_FAMILIES) {
      const asked = new Set(
        Array.from({ length: family === 'fault' ? 25 : 100 }, (_, seed) => JSON.stringify({ ...drillOf(family, seed, 'us'), seed: 0 })),
      );
      expect([family, asked.size > (family === 'construction' ? 8 : family === 'fault' ? 15 : 20)]).toEqual([family, true]);
      expect(DRILL_TABLE[family].lesson.length).toBeGreaterThan(0);
    }
  });
});

describe('answers hold against something else', () => {
  test('amounts by hand: a share of the whole; a correction brings it to the label’s ratio; two dilutions multiply', () => {
    for (const drill of some('ratio', 200)) {
      if (drill.answer.type === 'amount' && drill.skill === 'ratio.amounts') {
        const parts = Number(/at ([\d.]+)/.exec(drill.ask)![1]);
        // So many parts of what goes in are the whole, which is one of the jugs.
        const gallons = (drill.answer.right * (parts + 1)) / 3.785411784;
        expect([0.5, 1, 2, 5].some((jug) => Math.abs(jug - gallons) < 1e-9)).toBe(true);
      }
      if (drill.answer.type === 'amount' && drill.skill === 'ratio.correction') {
        const [inside, water] = [...drill.ask.matchAll(/([\d.]+) (fl oz|gal)/g)].map(
          (match) => Number(match[1]) * (match[2] === 'gal' ? 128 : 1),
        );
        const target = Number(/wants ([\d.]+)/.exec(drill.ask)![1]);
        const ounces = (drill.answer.right / 3.785411784) * 128;
        const after = drill.answer.unit === 'of water' ? (water! + ounces) / inside! : water! / (inside! + ounces);
        // What is shown is rounded.
        expect(after / target).toBeCloseTo(1, 1);
      }
      if (drill.skill === 'ratio.compound' && drill.answer.type === 'choice') {
        const [inside, dial] = [...drill.ask.matchAll(/([\d.]+)\s?:\s?1/g)].map((match) => Number(match[1]));
        expect(Number.parseFloat(drill.answer.right)).toBe((inside! + 1) * (dial! + 1) - 1);
      }
    }
  });

  test('what somebody left out at the gate is what the question wants', () => {
    const drills = some('dead', 200);
    for (const { skill, answer } of drills)
      if (answer.type === 'choice') expect([skill, answer.right === 'open']).toEqual([skill, skill === 'dead.none']);
    for (const { skill, answer, facts } of drills.filter(({ skill: each }) => each === 'dead.missing'))
      if (answer.type === 'choice') {
        const right = answer.options.find(({ id }) => id === answer.right)!.text;
        expect([skill, facts.some(({ text }) => text?.startsWith(right))]).toEqual([skill, false]);
      }
    expect(new Set(drills.map(({ skill }) => skill)).size).toBe(4);
  });

  test('what is chosen for a coil is what the planner chooses; and strong alkali is never right on microchannel or indoors', () => {
    for (const { answer, facts, skill } of some('choose', 200)) {
      if (skill !== 'choose.cleaner' || answer.type !== 'choice') continue;
      const coil = facts.find(({ label }) => label === 'Coil')!.text!;
      if (/microchannel|Indoor|aluminium|coated/i.test(coil)) expect(answer.right).not.toBe('alkaline-foam');
    }
    const { coil, survey, context } = caseForPlan(PRACTICE_CASES[4]!);
    expect(planCoil(coil, survey, context, PRACTICE_SHELF, house()).chemistry).toBe('microchannel-cleaner');
  });

  test('bleach makes chlorine gas of vinegar; each pair is asked, and pairs that may meet too', () => {
    const drills = some('never', 300);
    const met = drills.filter(({ ask }) => /household/i.test(ask) && /bleach/i.test(ask));
    expect(met.length).toBeGreaterThan(0);
    for (const { answer } of met) expect(answer).toMatchObject({ right: 'chlorine gas' });
    expect(new Set(drills.map(({ skill }) => skill)).size).toBeGreaterThan(6);
  });

  test('of the orders of a puzzle the shortest is taken, whoever finds it; no order beats it', () => {
    for (const drill of some('order', 6)) {
      const tasks = puzzleOf(puzzleSeed(drawOf(drill.seed, 'us')));
      const ids = tasks.map(({ id }) => id);
      const orders = (rest: string[]): string[][] =>
        rest.length <= 1 ? [rest] : rest.flatMap((id) => orders(rest.filter((other) => other !== id)).map((tail) => [id, ...tail]));
      // Rinsing comes after its foam: the others are no orders at all.
      const all = orders(ids).filter(
        (order) => order.indexOf('foam-a') < order.indexOf('rinse-a') && order.indexOf('foam-b') < order.indexOf('rinse-b'),
      );
      const takes = (order: string[]) => {
        const ends: Record<string, number> = {};
        let now = 0;
        for (const id of order) {
          const task = tasks.find((row) => row.id === id)!;
          for (const { id: before, minS, maxS } of task.after) {
            now = Math.max(now, ends[before]! + minS);
            if (now > ends[before]! + maxS!) return Infinity;
          }
          now += task.seconds;
          ends[id] = now;
        }
        return now;
      };
      const best = all.reduce((least, order) => (takes(order) < takes(least) ? order : least));
      expect(markDrill(drill, best, 'us').right).toBe(true);
      const least = takes(best);
      for (const order of all.filter((_, i) => i % 97 === 0)) expect(markDrill(drill, order, 'us').right).toBe(takes(order) <= least + 30);
    }
  });
});

describe('an exam', () => {
  test('asks of every family, the same for the same seed, and not the same twice', () => {
    const exam = examOf(5, 'us');
    expect(examOf(5, 'us')).toEqual(exam);
    expect(new Set(exam.map(({ family }) => family))).toEqual(new Set(DRILL_FAMILIES));
    expect(new Set(exam.map(({ family, seed }) => `${family} ${seed}`)).size).toBe(exam.length);
    expect(examOf(6, 'us').map(({ ask }) => ask)).not.toEqual(exam.map(({ ask }) => ask));
  });

  test('its sheet is dated by the shop’s clock, counts every family, and tells of what was missed alone', () => {
    const exam = examOf(5, 'us');
    const answers = exam.map((drill, i) => ({ drill, marked: { right: i !== 3, says: `says ${i}` } }));
    // Late in the evening of the tenth in Chicago, the eleventh already by UTC.
    const sheet = examSheet({
      person: 'Ives Vane',
      shop: { name: 'A shop', address: 'Somewhere' },
      zone: 'America/Chicago',
      atMs: Date.UTC(2026, 5, 11, 3),
      minutes: 14.4,
      answers,
    });
    const text = JSON.stringify(sheet.blocks);
    expect(text).toContain(`Ives Vane: ${exam.length - 1} of ${exam.length} right`);
    expect(text).toMatch(/10 June 2026[^"]*, 14 min/);
    expect(text).toContain(exam[3]!.because[0]!.replaceAll('"', '\\"'));
    expect(text).toContain('says 3');
    expect(text).not.toContain('says 4');
    const table = sheet.blocks.find((block) => block.is === 'table')!;
    expect(table.is === 'table' && table.rows.map(([, count]) => Number(/of (\d+)/.exec(count!)![1])).reduce((sum, n) => sum + n, 0)).toBe(
      exam.length,
    );
  });
});

describe('what comes back', () => {
  const done = (atMs: number, drill: Drill, right: boolean): DrillDone => ({
    atMs,
    family: drill.family,
    skill: drill.skill,
    seed: drill.seed,
    right,
  });

  test('what was missed is asked again before what was known, and sooner', () => {
    const [missed, known] = [drillOf('ratio', 2, 'us'), drillOf('dry', 1, 'us')];
    const log = [done(0, missed, false), done(1000, known, true)];
    const next = nextDrill(log, 15 * 60_000, 99, 'us');
    expect(next.skill).toBe(missed.skill);
    expect(next.seed).not.toBe(missed.seed);
    const dueOf = (right: boolean) =>
      drillStandings([done(0, missed, right), done(DAY_MS, missed, right)], 2 * DAY_MS).find(({ family }) => family === 'ratio')!.nextMs!;
    expect(dueOf(false)).toBeLessThan(dueOf(true));
  });

  test('with nothing due the least asked comes; one family alone stays with it; nothing is asked that was not a skill', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ family: anyFamily, seed: anySeed, right: fc.boolean() }), { maxLength: 12 }),
        anySeed,
        (rows, seed) => {
          const log = rows.map(({ family, seed: at, right }, i) => done(i * 60_000, drillOf(family, at, 'us'), right));
          const only = nextDrill(log, 0, seed, 'us', 'pan');
          expect(only.family).toBe('pan');
          const next = nextDrill(log, -1, seed, 'us');
          const asked = (family: DrillFamily) => log.filter((row) => row.family === family).length;
          expect(asked(next.family)).toBe(Math.min(...DRILL_FAMILIES.map(asked)));
        },
      ),
      { numRuns: 40 },
    );
  });

  test('twelve right in a row within a month are ready, eleven are not, nor twelve of which one was missed, nor those of last year', () => {
    const drill = drillOf('dead', 4, 'us');
    const run = (n: number, wrongAt = -1) => Array.from({ length: n }, (_, i) => done(i * DAY_MS, drill, i !== wrongAt));
    const ready = (log: DrillDone[], nowMs = 12 * DAY_MS) => drillStandings(log, nowMs).find(({ family }) => family === 'dead')!;
    expect(ready(run(READY_RUN))).toMatchObject({ ready: true, asked: 12, right: 12 });
    expect(ready(run(READY_RUN - 1)).ready).toBe(false);
    expect(ready(run(READY_RUN, 5))).toMatchObject({ ready: false, right: 11 });
    expect(ready(run(READY_RUN), 400 * DAY_MS)).toMatchObject({ ready: false, asked: 0 });
  });
});
