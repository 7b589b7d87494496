import fc from 'fast-check';
import { trustedSeconds } from '../dryout';
import type { CoilFace } from '../equipment';
import { faceAreaOf } from '../equipment';
import { APPLY_S_PER_M2, planCoil, rinsePaceOf, type MethodContext, type WetOffer } from '.';
import { faceDrying, workOrder } from './faceDrying';
import { feedAsNoted } from './wetOffers';
import { anyContext, coil, graded, house, mildDay, shelf } from '../testing/fixtures';
import type { KeepWet } from '../survey';

const face = (id: string, facesDeg: number | null, over: Partial<CoilFace> = {}): CoilFace => ({
  id,
  name: id,
  widthM: 0.6,
  wallSide: false,
  facesDeg,
  ...over,
});
const withFaces = (...faces: CoilFace[]) => coil('copper-plate-fin', { geometry: { ...coil().geometry, faces } });
const four = withFaces(face('north', 0), face('east', 90), face('south', 180), face('west', 270));
const survey = (keepWet: KeepWet = 'none') => ({ ...graded(3), answers: { ...graded(3).answers, keepWet } });
/** The eleventh of June at the demo's town; hours in local daylight time, UTC − 5. */
const at = (hour: number, over: Partial<NonNullable<MethodContext['site']>> = {}): MethodContext => ({
  ...mildDay,
  site: { dryBulbC: 30, rhPct: 35, windMs: 1.5, sun: 'full', ...over },
  sky: { atMs: Date.parse('2026-06-11T05:00:00Z') + hour * 3_600_000, latitudeDeg: 42.2, longitudeDeg: -100.6, hours: [] },
});
const graded4 = (keepWet: KeepWet = 'none') => ({
  ...survey(keepWet),
  grades: Object.fromEntries(four.geometry.faces.map((row) => [row.id, [3 as const]])),
});
const drySeconds = (context: MethodContext, of = four) =>
  Object.fromEntries(faceDrying(of, context).map((row) => [row.faceId, typeof row.dry === 'number' ? row.dry : NaN])) as Record<
    string,
    number
  >;

test('at five in the afternoon the west face dries first and the north and east ones last', () => {
  const dry = drySeconds(at(17));
  expect(dry['west']).toBeLessThan(dry['south']!);
  expect(dry['west']).toBeLessThan(dry['east']! * 0.6);
  const morning = drySeconds(at(9));
  expect(morning['east']).toBeLessThan(morning['west']! * 0.6);
});

test('without place, hour or direction every face is taken to stand in the sun that was typed', () => {
  const typed = drySeconds({ ...at(17), sky: null });
  expect(new Set(Object.values(typed)).size).toBe(1);
  const blind = withFaces(face('a', null), face('b', null));
  expect(drySeconds(at(17), blind)['a']).toBeCloseTo(typed['west']!, 9);
  expect(new Set(Object.values(drySeconds(at(17, { sun: 'shade' })))).size).toBe(1);
});

test('a fence before the west face keeps the low sun off it, and a sheet all of them', () => {
  const bare = drySeconds(at(18))['west']!;
  const fenced = drySeconds(at(18), withFaces(face('west', 270, { fence: { heightM: 2, distanceM: 1 } })))['west']!;
  expect(fenced).toBeGreaterThan(bare * 1.3);
  const sheet = faceDrying(four, at(17), true);
  expect(new Set(sheet.map((row) => row.dry)).size).toBe(1);
  expect(sheet[0]?.dry).toBeGreaterThan(fenced);
});

test('order: before the sun comes round, then shade, then what the sun will leave; wall side after its like', () => {
  // At noon the sun is about to come round to the west face and to leave the east one.
  const order = workOrder(four.geometry.faces, faceDrying(four, at(13.3)));
  expect(order[0]?.id).toBe('west');
  expect(order.findIndex((row) => row.id === 'north')).toBeLessThan(order.findIndex((row) => row.id === 'south'));
  const shady = [face('wall', null, { wallSide: true }), face('open', null)];
  expect(workOrder(shady, faceDrying(withFaces(...shady), at(13, { sun: 'shade' }))).map((row) => row.id)).toEqual(['open', 'wall']);
});

test('each face is cut by its own sun: the hot side into more pieces', () => {
  // Two tall faces in the evening; the one in the sun leaves time for less.
  const tall = coil('copper-plate-fin', {
    geometry: { ...coil().geometry, finnedHeightM: 0.9, faces: [face('east', 90, { widthM: 0.9 }), face('west', 270, { widthM: 0.9 })] },
  });
  const plan = planCoil(
    tall,
    { ...survey(), grades: { east: [3], west: [3] } },
    at(17.5, { dryBulbC: 33, rhPct: 40, windMs: 1 }),
    shelf,
    house(),
  );
  const pieces = (id: string) => plan.sections.filter((section) => section.faceId === id).length;
  expect(plan.cleanerId).not.toBeNull();
  expect(pieces('west')).toBeGreaterThan(pieces('east'));
  expect(plan.sections[0]?.faceId).toBe('east');
});

test('whatever the air, every section can be foamed, soaked and rinsed before its first patch dries', () => {
  fc.assert(
    fc.property(
      anyContext,
      fc.double({ min: 7, max: 19, noNaN: true }),
      fc.constantFrom<KeepWet>('none', 'mist', 'shade', 'gentler'),
      (context, hour, keepWet) => {
        const there = { ...context, sky: at(hour).sky ?? null };
        const plan = planCoil(four, graded4(keepWet), there, shelf, house());
        if (!plan.dwell) return;
        for (const section of plan.sections) {
          const need = plan.dwell.minS + section.areaM2 * (APPLY_S_PER_M2 + rinsePaceOf(plan));
          expect(need).toBeLessThanOrEqual(trustedSeconds(section.drySeconds ?? null) * ((plan.mists ?? 0) + 1) + 1e-6);
        }
        expect(plan.mists).toBeLessThanOrEqual(keepWet === 'mist' ? 2 : 0);
        const area = four.geometry.faces.reduce((sum, row) => sum + faceAreaOf(four.geometry, row), 0);
        expect(plan.sections.reduce((sum, section) => sum + section.areaM2, 0)).toBeCloseTo(area, 9);
      },
    ),
    { numRuns: 150 },
  );
});

describe('when even one small section cannot be kept wet', () => {
  /** Hot wind and sun now; cooler and still in the evening. */
  const hours = Array.from({ length: 12 }, (_, i) => ({
    atMs: Date.parse('2026-06-11T12:00:00Z') + i * 3_600_000,
    dryBulbC: i >= 10 ? 24 : 42,
    rhPct: i >= 10 ? 60 : 12,
    windMs: i >= 10 ? 0.5 : 4,
    cloud: i >= 10 ? 0.9 : 0,
  }));
  const hot = at(14, { dryBulbC: 42, rhPct: 12, windMs: 4 });
  const there: MethodContext = { ...hot, sky: { ...hot.sky!, hours } };
  const offer = <K extends WetOffer['kind']>(plan: ReturnType<typeof planCoil>, kind: K) =>
    plan.wet?.offers.find((row) => row.kind === kind) as Extract<WetOffer, { kind: K }>;

  test('water it is, with what else could be done: the hour, the mist, shade', () => {
    const plan = planCoil(four, graded4(), there, shelf, house());
    expect(plan).toMatchObject({ cleanerId: null, verdict: 'wash', wet: { chosen: 'none', cleanerName: 'alkaline' } });
    expect(offer(plan, 'hour')).toEqual({ kind: 'hour', fromMs: hours[10]!.atMs, toMs: hours[11]!.atMs + 3_600_000, known: true });
    expect(offer(plan, 'mist').atS).toBeCloseTo(trustedSeconds(plan.drySeconds), -1);
    expect(offer(plan, 'shade').works).toBe(planCoil(four, graded4('shade'), there, shelf, house()).cleanerId !== null);
    expect(offer(plan, 'water')).toEqual({ kind: 'water' });
  });

  test('what is offered is what choosing it gives', () => {
    const bare = planCoil(four, graded4(), there, shelf, house());
    const misted = planCoil(four, graded4('mist'), there, shelf, house());
    expect(misted.cleanerId !== null).toBe(offer(bare, 'mist').atS !== null);
    if (misted.cleanerId) expect(misted.mists).toBe(offer(bare, 'mist').times);
    const quick = { ...shelf.find((row) => row.id === 'neutral')!, id: 'quick', name: 'quick', dwellMinS: 60, dwellMaxS: 300 };
    const withQuick = [...shelf, quick];
    const told = offer(planCoil(four, graded4(), there, withQuick, house()), 'gentler').name;
    const taken = planCoil(four, graded4('gentler'), there, withQuick, house());
    expect(taken.cleanerName).toBe(told ?? 'Water');
    expect(taken.rejected.map((row) => row.name)).toContain('alkaline');
  });

  test('no feed, no hour; nothing is offered where there is no trouble; the cold has its hour too', () => {
    expect(offer(planCoil(four, graded4(), hot, shelf, house()), 'hour')).toEqual({ kind: 'hour', fromMs: null, toMs: null, known: false });
    expect(planCoil(coil(), survey(), mildDay, shelf, house()).wet).toBeUndefined();
    const spring = hours.map((hour, i) => ({ ...hour, dryBulbC: i < 9 ? 1 : 12, rhPct: 60, windMs: 1 }));
    const cold = { ...there, site: { dryBulbC: 2, rhPct: 60, windMs: 1, sun: 'shade' as const }, sky: { ...hot.sky!, hours: spring } };
    const frost = planCoil(four, graded4(), cold, shelf, house());
    expect(frost).toMatchObject({ verdict: 'postpone', wet: { cleanerName: '' } });
    expect(offer(frost, 'hour').fromMs).toBe(spring[9]!.atMs);
  });

  test('the feed is put right by what was noted on the spot before it promises an hour', () => {
    // The feed is cool all day, the spot is not: the promise has to wait for the evening, or is not made.
    const mild = hours.map((hour) => ({ ...hour, dryBulbC: 24, rhPct: 60, windMs: 0.5, cloud: 0.9 }));
    const told = feedAsNoted({ ...hot.sky!, hours: mild }, hot.site!);
    expect(told.length).toBe(4);
    for (const hour of told) expect(hour).toMatchObject({ dryBulbC: 42, windMs: 4 });
    expect(told[0]?.rhPct).toBeCloseTo(12, 6);
    const plan = planCoil(four, graded4(), { ...hot, sky: { ...hot.sky!, hours: mild } }, shelf, house());
    expect(offer(plan, 'hour')).toMatchObject({ fromMs: null, known: true });
    // Noted as the feed has it, nothing is changed.
    expect(feedAsNoted(there.sky!, hot.site!)[0]).toMatchObject({ dryBulbC: 42, windMs: 4 });
  });
});
