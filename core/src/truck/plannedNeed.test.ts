import { planCoil } from '../method';
import { foldVisit } from '../run';
import { coil, graded, house, mildDay, shelf } from '../testing/fixtures';
import { fullRunCoils, fullRunPlans, scribe } from '../testing/fullRun';
import { concentrateOf, plannedNeed } from './plannedNeed';
import { leastOpening, slotFit, timeOf, type SlotCoil } from '../runsheet/slot';
import { visitRibbon } from '../dryout/visitRibbon';

const [OUT, INN] = fullRunCoils;
const open = planCoil(OUT, graded(4), mildDay, shelf, house());
const least = planCoil(OUT, { ...graded(4), answers: { ...graded(4).answers, opening: 'exterior' } }, mildDay, shelf, house());
const outdoor: SlotCoil = { id: OUT.id, name: 'Outdoor coil', rows: 1, source: 'outdoor-unit', plan: open, openLess: least };
const indoor: SlotCoil = { id: INN.id, name: 'Indoor coil', rows: 1, source: 'air-handler', plan: fullRunPlans[1], openLess: null };

describe('the slot and the plan side by side', () => {
  test('hands and waiting are told apart, and make up the time of one person', () => {
    const time = timeOf([outdoor, indoor], 1);
    expect(time.seconds).toBeCloseTo(time.handsOnS + time.waitS, 6);
    expect(time.waitS).toBeGreaterThan(0);
    expect(timeOf([outdoor, indoor], 2).seconds).toBeLessThan(time.seconds);
  });

  test('a slot that is long enough asks for nothing; a short one is told by how much, and what would mend it, the quickest first', () => {
    expect(slotFit([outdoor, indoor], 600, 1)).toMatchObject({ overS: 0, ways: [] });
    const short = slotFit([outdoor, indoor], 30, 1);
    expect(short.overS).toBe(short.time.seconds - 1800);
    expect(new Set(short.ways.map((way) => way.id))).toEqual(new Set(['helper', 'open-less', 'one-coil']));
    expect(short.ways.map((way) => way.seconds)).toEqual([...short.ways.map((way) => way.seconds)].sort((a, b) => a - b));
    for (const way of short.ways) expect(way.seconds).toBeLessThan(short.time.seconds);
    // Who has a helper already is not told to take one.
    expect(slotFit([outdoor, indoor], 30, 2).ways.map((way) => way.id)).not.toContain('helper');
  });

  test('a time told again is the time told first, whatever was asked between; what the shop learned, and who comes, change it', () => {
    const learned = { 'rinse-area': { seconds: 2000, runs: 9 } };
    const asked = (): number[] => [
      timeOf([outdoor, indoor], 1).seconds,
      timeOf([outdoor, indoor], 2).seconds,
      timeOf([outdoor, indoor], 1, false, learned).seconds,
      timeOf([outdoor, indoor], 1, true).seconds,
      timeOf([outdoor], 1).seconds,
    ];
    const first = asked();
    expect(asked().reverse()).toEqual([...first].reverse());
    expect(new Set(first).size).toBe(5);
    expect(first[2]).toBeGreaterThan(first[0] as number);
  });

  test('the least opening is another than the one that is planned, or there is none', () => {
    expect(leastOpening(OUT, open)).toBe('exterior');
    expect(leastOpening(OUT, least)).toBeNull();
  });
});

describe('what to carry', () => {
  test('by the plan that was made, else by what was seen, else by what was found last; else nothing is said', () => {
    const empty = foldVisit('v', 'split-cool', []);
    const need = (state = empty, last = undefined as Parameters<typeof plannedNeed>[2]) =>
      plannedNeed(OUT, state, last, mildDay, shelf, house()).need;
    expect(need()).toMatchObject({ basis: 'nothing known', cleanerId: null, concentrateL: null });
    expect(need(empty, graded(3))).toMatchObject({ basis: 'last visit', expectedGrade: 3, cleanerId: 'alkaline' });
    const run = scribe('v');
    run.happen('coil.surveyed', { coilId: OUT.id, survey: graded(2) });
    expect(need(run.state(), graded(3))).toMatchObject({ basis: 'survey', expectedGrade: 2 });
    run.happen('plan.made', { coilId: OUT.id, plan: fullRunPlans[0] });
    expect(need(run.state(), graded(3))).toMatchObject({ basis: 'plan', concentrateL: concentrateOf(fullRunPlans[0]) });
  });
});

test('a visit in a bad hour is told why: cold before sun before wind', () => {
  const hour = (i: number, over: object) => ({
    atMs: Date.UTC(2026, 5, 11, 12 + i),
    dryBulbC: 24,
    rhPct: 55,
    windMs: 1,
    cloud: 1,
    ...over,
  });
  const of = (over: object) =>
    visitRibbon({
      geometry: coil().geometry,
      latitudeDeg: 42,
      longitudeDeg: -100,
      altitudeM: 700,
      hours: [hour(0, {}), hour(1, over), hour(2, {})],
      startMs: Date.UTC(2026, 5, 11, 13),
      endMs: Date.UTC(2026, 5, 11, 14),
      minimumC: 5,
    }).bad?.why ?? null;
  expect([of({}), of({ dryBulbC: 2 }), of({ dryBulbC: 40, rhPct: 8, windMs: 12 })]).toEqual([null, 'cold', 'wind']);
  // Lightning goes before everything else that is wrong with an hour.
  expect([of({ storm: true }), of({ storm: true, dryBulbC: 2 })]).toEqual(['storm', 'storm']);
});
