import { addDays, format } from 'date-fns';
import fc from 'fast-check';
import { normals, uniforms } from '../random';
import { fluffWeeks, usualFluffWeeks } from './closedWeeks';
import { dueOf } from './dueOf';
import { fluffLooks, learnFluff, showsFluff, weeksLater, type FluffLook } from './fluffLearned';

const WEEKS = usualFluffWeeks({ latitudeDeg: 42 })!;
const day = (n: number) => format(addDays(new Date(2026, 0, 1), n), 'yyyy-MM-dd');
const MONTH_DAYS = Array.from({ length: 800 }, (_, n) => day(n).slice(5));
/** Days of a stretch that lie in weeks, counted one by one. */
const counted = (from: number, on: number, { from: first, to: last }: typeof WEEKS) => {
  let days = 0;
  for (let n = from + 1; n <= on; n += 1) {
    const at = MONTH_DAYS[n]!;
    if (first <= last ? first <= at && at <= last : at >= first || at <= last) days += 1;
  }
  return days;
};

test('fluff before the weeks moves them sooner, none in their midst later; a look after a whole year tells nothing', () => {
  const sooner = learnFluff([{ from: '2026-04-20', on: '2026-05-20', found: true }], WEEKS)!;
  const later = learnFluff([{ from: '2026-05-01', on: '2026-06-12', found: false }], WEEKS)!;
  expect([sooner.shiftDays < 0, later.shiftDays > 0, sooner.looks]).toEqual([true, true, 1]);
  expect(learnFluff([{ from: '2025-03-01', on: '2026-03-20', found: true }], WEEKS)).toBeNull();
  expect(learnFluff([{ from: '2026-10-01', on: '2026-11-20', found: false }], WEEKS)).toBeNull();
  // One look moves it a little, many alike decide it.
  const many = learnFluff(
    Array.from({ length: 12 }, (_, i) => ({ from: `202${i % 7}-04-20`, on: `202${i % 7}-05-20`, found: true })),
    WEEKS,
  )!;
  expect(many.shiftDays).toBeLessThan(sooner.shiftDays);
  expect(many.spreadDays).toBeLessThan(sooner.spreadDays);
});

test('over shops drawn from what is believed, four of five lie within what four of five of a normal do', () => {
  const uniform = uniforms(11);
  const normal = normals(uniform);
  let [held, inError, before] = [0, 0, 0];
  const shops = 300;
  for (let n = 0; n < shops; n += 1) {
    const shift = Math.round(12 * normal());
    const truth = weeksLater(WEEKS, shift);
    const length = counted(0, 365, truth);
    const looks = Array.from({ length: 25 }, (): FluffLook => {
      const from = Math.floor(70 + 140 * uniform());
      const on = from + 15 + Math.floor(120 * uniform());
      return { from: day(from), on: day(on), found: uniform() < showsFluff(counted(from, on, truth) / length) };
    });
    const learned = learnFluff(looks, WEEKS)!;
    if (Math.abs(learned.shiftDays - shift) <= 1.2816 * learned.spreadDays + 0.5) held += 1;
    inError += Math.abs(learned.shiftDays - shift);
    before += Math.abs(shift);
  }
  expect(held / shops).toBeGreaterThan(0.74);
  expect(held / shops).toBeLessThan(0.9);
  // It is worth learning: twice as near as the rule alone.
  expect(inError).toBeLessThan(before / 2);
});

test('wherever it is looked and whatever is found, looks in another order or a year later say the same', () => {
  const look = fc.record({ from: fc.integer({ min: 0, max: 364 }), stood: fc.integer({ min: 1, max: 300 }), found: fc.boolean() });
  fc.assert(
    fc.property(fc.array(look, { maxLength: 12 }), (rows) => {
      const at = (years: number) =>
        rows.map(({ from, stood, found }) => ({ from: day(from + 365 * years), on: day(from + 365 * years + stood), found }));
      const learned = learnFluff(at(0), WEEKS);
      const turned = learnFluff(at(0).reverse(), WEEKS);
      expect(turned?.looks).toBe(learned?.looks);
      // But for the last digit of a sum, which may round a day either way.
      expect(Math.abs((turned?.shiftDays ?? 0) - (learned?.shiftDays ?? 0))).toBeLessThanOrEqual(1);
      expect(turned?.spreadDays ?? 0).toBeCloseTo(learned?.spreadDays ?? 0, 6);
      // 2026 and 2027 are years of 365 days.
      expect(
        learnFluff(
          at(1).filter(({ on }) => on < '2028-02-29'),
          WEEKS,
        ),
      ).toEqual(
        learnFluff(
          at(0).filter(({ on }) => on < '2027-03-01'),
          WEEKS,
        ),
      );
    }),
  );
});

test('only what was left clean, and was known to stand in fluff before, tells anything', () => {
  const stretch = { from: '2026-04-01', to: '2026-07-01', left: 0, found: 2 };
  const found = { day: '2026-07-01', soils: ['seed-fluff' as const], trees: false };
  const before = { day: '2026-04-01', soils: [], trees: false };
  expect(fluffLooks([stretch], [before, found])).toEqual([]);
  expect(fluffLooks([{ ...stretch, left: 2 }], [{ ...before, trees: true }, found])).toEqual([]);
  expect(
    fluffLooks(
      [stretch],
      [
        { ...before, soils: ['seed-fluff'] },
        { ...found, soils: [] },
      ],
    ),
  ).toEqual([{ from: '2026-04-01', on: '2026-07-01', found: false }]);
});

test('what was learned moves the weeks and the day a coil comes due, and says so; what the shop said goes before it', () => {
  const fluff = { shiftDays: 5, spreadDays: 4, looks: 9 };
  const climate = { cooling: [], heating: [], fluff };
  expect(fluffWeeks({ latitudeDeg: 42, climate })).toEqual({ from: '05-30', to: '06-26' });
  const coil = {
    closedOn: '2026-06-11',
    configuration: 'split-cool',
    soils: [],
    worstGrade: 2,
    role: 'condenser',
    left: 0,
    grown: [],
  } as const;
  const due = dueOf({ ...coil, latitudeDeg: 42, storyFacts: ['trees'], climate });
  expect(due.date).toBe('2027-06-27');
  expect(due.because.rules.at(-1)?.source).toEqual({
    kind: 'arithmetic',
    name: '9 looks at coils that fluff reaches: 5 days later, give or take 4, from Hopkins’ law: four days a degree of latitude',
  });
  const asked = { fluff: { from: '06-01', to: '06-12' }, cooling: null };
  expect(fluffWeeks({ latitudeDeg: 42, climate: { ...climate, asked } })).toEqual(asked.fluff);
});
