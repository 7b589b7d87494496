import { addDays, differenceInCalendarDays, format, parseISO } from 'date-fns';
import fc from 'fast-check';
import { fluffWeeks, frostWeeks, outOfWeeks } from './closedWeeks';
import { dueOf, type DueInput } from './dueOf';
import { runShare } from './exposure';
import { DEGREE_BASE_C } from './degreeBase';

/** A year whose months have these means, °C. */
const yearOf = (months: readonly number[]) => {
  const over = months.map((mean, i) => (mean - DEGREE_BASE_C) * 24 * new Date(2027, i + 1, 0).getDate());
  return { cooling: over.map((x) => Math.max(0, x)), heating: over.map((x) => Math.max(0, -x)) };
};
const COLD = yearOf([-6, -4, 1, 8, 14, 19, 22, 21, 16, 10, 3, -3]);
const WARM = yearOf([11, 13, 16, 20, 24, 28, 30, 30, 27, 22, 16, 12]);

test('seed fluff flies four days later for each degree towards the pole, half a year away in the south, and not in the tropics', () => {
  const dayOf = (latitudeDeg: number) => parseISO(`2027-${fluffWeeks({ latitudeDeg })!.from}`);
  expect(differenceInCalendarDays(dayOf(44), dayOf(42))).toBe(8);
  expect(differenceInCalendarDays(dayOf(-42), dayOf(42))).toBe(182);
  expect(fluffWeeks({ latitudeDeg: 15 })).toBeNull();
});

test('where the air of a year is known degree days tell it: earlier where spring is, and never where none is warm enough', () => {
  const [cold, warm] = [COLD, WARM].map((climate) => fluffWeeks({ latitudeDeg: 42, climate })!);
  expect(warm!.from < '03-31' && cold!.from > '05-01').toBe(true);
  // Degree days over 10 °C by whole months: none to April, 14 − 10 a day in May, 9 a day in June; 180 of them lie early in June.
  expect(cold!.from > '05-31' && cold!.from < '06-16').toBe(true);
  expect(fluffWeeks({ latitudeDeg: 70, climate: yearOf([-20, -20, -15, -8, 0, 6, 9, 8, 3, -5, -12, -18]) })).toBeNull();
  const asked = { fluff: { from: '05-01', to: '05-20' }, cooling: null };
  expect(fluffWeeks({ latitudeDeg: 42, climate: { ...COLD, asked } })).toEqual(asked.fluff);
});

test('it freezes about the coldest days of the year, and not where no month is cold', () => {
  const cold = frostWeeks({ latitudeDeg: 42, climate: COLD })!;
  // Between the month of 3 °C and that of −3 on one side, and of −4 and 1, 1 and 8 on the other.
  expect(cold.from > '11-15' && cold.from < '12-05' && cold.to > '03-01' && cold.to < '04-01').toBe(true);
  expect(frostWeeks({ latitudeDeg: 42, climate: WARM })).toBeNull();
  expect(frostWeeks({ latitudeDeg: 30 })).toBeNull();
  expect(frostWeeks({ latitudeDeg: -45 })!.from.slice(0, 2)).toMatch(/05|06/);
});

const anyWeeks = fc.tuple(fc.integer({ min: 0, max: 364 }), fc.integer({ min: 0, max: 120 })).map(([first, long]) => {
  const at = (n: number) => format(addDays(new Date(2027, 0, 1), n), 'MM-dd');
  return { from: at(first), to: at(first + long) };
});
const anyDay = fc.integer({ min: 0, max: 3000 }).map((n) => format(addDays(new Date(2026, 0, 1), n), 'yyyy-MM-dd'));

test('a day moved out of weeks is outside of them, and none outside is nearer', () => {
  const inside = (day: string, { from, to }: { from: string; to: string }) => {
    const at = day.slice(5);
    return from <= to ? from <= at && at <= to : at >= from || at <= to;
  };
  fc.assert(
    fc.property(anyDay, anyWeeks, (day, weeks) => {
      const [nearer, later] = [outOfWeeks(day, weeks, 'nearer'), outOfWeeks(day, weeks, 'later')];
      expect([inside(nearer, weeks), inside(later, weeks), later >= day]).toEqual([false, false, true]);
      const away = Math.abs(differenceInCalendarDays(parseISO(nearer), parseISO(day)));
      for (let by = 1 - away; by < away; by += 1) expect(inside(format(addDays(parseISO(day), by), 'yyyy-MM-dd'), weeks)).toBe(true);
    }),
  );
});

const coil: DueInput = {
  closedOn: '2026-06-11',
  configuration: 'split-heat-pump',
  soils: [],
  worstGrade: 2,
  latitudeDeg: 45,
  role: 'condenser',
  storyFacts: [],
  left: 0,
  grown: [],
};
const ids = (input: DueInput) => dueOf(input).because.rules.map((rule) => rule.id);

test('an outdoor coil is due before the frost or after it, an indoor one when it is due, and salt is rinsed in winter too', () => {
  // Half a year on is 11 December: at 45° it freezes then.
  const due = dueOf(coil);
  expect(due.date < '2026-12-01' && due.date > '2026-11-01').toBe(true);
  expect(ids(coil)).toContain('next.frost');
  expect(due.because.rules.find((rule) => rule.id === 'next.frost')?.source.kind).toBe('common-practice');
  expect(due.because.result.text).toBe(due.date);
  expect(dueOf({ ...coil, role: 'evaporator' }).date).toBe('2026-12-11');
  expect(dueOf({ ...coil, latitudeDeg: 33 }).date).toBe('2026-12-11');
  expect(ids({ ...coil, closedOn: '2026-12-11', soils: ['salt'] })).not.toContain('next.frost');
});

test('a coil that fluff dirties is due after it has flown, and says whose weeks those are; another does not wait', () => {
  const yearly: DueInput = { ...coil, configuration: 'split-cool', latitudeDeg: 42, storyFacts: ['trees'] };
  expect(dueOf(yearly).date).toBe('2027-06-22');
  const asked = { ...yearly, climate: { cooling: [], heating: [], asked: { fluff: { from: '06-01', to: '06-26' }, cooling: null } } };
  expect(dueOf(asked).date).toBe('2027-06-27');
  expect(dueOf(asked).because.rules.at(-1)).toMatchObject({ id: 'next.fluff', source: { kind: 'house-rule' } });
  expect(dueOf({ ...yearly, storyFacts: [] }).date).toBe('2027-06-11');
});

test('the months that somebody said are those that a system runs in, also over the turn of the year', () => {
  const climate = { cooling: [], heating: [], asked: { fluff: null, cooling: { from: 11, to: 3 } } };
  const shares = Array.from({ length: 12 }, (_, i) => runShare(i + 1, 'split-cool', 'south', climate));
  expect(shares.map((share) => (share === 1 ? 1 : 0))).toEqual([1, 1, 1, 0, 0, 0, 0, 0, 0, 0, 1, 1]);
  expect(shares[3]).toBeGreaterThan(shares[5]!);
  expect(runShare(7, 'split-heat-pump', 'south', climate)).toBe(1);
  // The air of a year goes before what somebody said.
  expect(runShare(12, 'split-cool', 'north', { ...COLD, asked: climate.asked })).toBeLessThan(0.1);
});
