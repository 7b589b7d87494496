import fc from 'fast-check';
import { drawLight, DRAWN, DRAWN_CARD, type Drawing } from '../testing/drawnLight';
import { cameraMoved, cornersProblem, projectionOf, type Corners } from './corners';
import { FIRST_CORNERS, gradeOfLight, LIGHT_COLUMNS, LIGHT_ROWS, measureLight, type LightMark } from '.';
import { otsu } from './otsu';

const marked = (told: Partial<Drawing>, mark: Partial<LightMark> = {}) => {
  const { bitmap, openPct } = drawLight(told);
  return { openPct, picture: { bitmap, mark: { corners: told.corners ?? DRAWN.corners, card: null, ...mark } } };
};
const alone = (told: Partial<Drawing>) => {
  const { picture, openPct } = marked(told);
  return { openPct, found: measureLight(null, picture).after! };
};

describe('Otsu 1979', () => {
  test('two normal levels are split near their middle, and one level alone explains 2/π of itself (from memory)', () => {
    const normal = (n: number, mean: number, sd: number) =>
      // Quantiles of a normal distribution by its logistic likeness: even, and the same every time.
      Array.from({ length: n }, (_, i) => mean + sd * 0.5513 * Math.log((i + 0.5) / (n - i - 0.5)));
    const two = otsu([...normal(3000, 0.2, 0.03), ...normal(1000, 0.8, 0.03)])!;
    expect(two.threshold).toBeGreaterThan(0.4);
    expect(two.threshold).toBeLessThan(0.6);
    expect(two.separability).toBeGreaterThan(0.97);
    expect(Math.abs(otsu(normal(5000, 0.5, 0.08))!.separability - 2 / Math.PI)).toBeLessThan(0.06);
    expect(otsu([0.4, 0.4, 0.4])).toBeNull();
    expect(otsu([])).toBeNull();
  });
});

describe('perspective', () => {
  const corner = (x: number, y: number) =>
    fc.record({ x: fc.double({ min: x, max: x + 0.3, noNaN: true }), y: fc.double({ min: y, max: y + 0.3, noNaN: true }) });
  const quads = fc.tuple(corner(0, 0), corner(0.7, 0), corner(0.7, 0.7), corner(0, 0.7)).filter((quad) => cornersProblem(quad) === null);
  test('takes corners to corners, and straight lines to straight lines', () => {
    fc.assert(
      fc.property(quads, fc.double({ min: 0, max: 1, noNaN: true }), (quad, v) => {
        const project = projectionOf(quad);
        const ends = [project(0, 0), project(1, 0), project(1, 1), project(0, 1)];
        ends.forEach((spot, i) => expect(Math.hypot(spot.x - quad[i]!.x, spot.y - quad[i]!.y)).toBeLessThan(1e-9));
        const [a, b, c] = [project(0, v), project(0.37, v), project(1, v)];
        expect(Math.abs((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x))).toBeLessThan(1e-9);
      }),
    );
  });

  test.each([
    ['outside', [{ x: -0.1, y: 0 }, ...FIRST_CORNERS.slice(1)], /outside/],
    ['crossed', [FIRST_CORNERS[1], FIRST_CORNERS[0], FIRST_CORNERS[2], FIRST_CORNERS[3]], /cross/],
    ['in a line', [0.1, 0.4, 0.6, 0.9].map((x) => ({ x, y: 0.5 })), /line/],
    ['not a number', [{ x: Number.NaN, y: 0 }, ...FIRST_CORNERS.slice(1)], /outside/],
    ['too small', [0, 1, 2, 3].map((i) => ({ x: 0.5 + (i === 1 || i === 2 ? 0.05 : 0), y: 0.5 + (i > 1 ? 0.05 : 0) })), /small/],
  ])('corners that are %s are refused in a sentence', (_, corners, words) => {
    expect(() => projectionOf(corners as unknown as Corners)).toThrow(
      expect.objectContaining({ field: 'corners', message: expect.stringMatching(words) }),
    );
  });

  test('a camera that came closer, or stood aslant, stood elsewhere; a hand that shakes did not', () => {
    const at = (corners: Corners) => ({ corners, aspect: 4 / 3 });
    const about = (scaleX: number, scaleY: number, lean = 0): Corners =>
      FIRST_CORNERS.map(({ x, y }) => {
        const [dx, dy] = [(x - 0.5) * scaleX * (4 / 3), (y - 0.5) * scaleY];
        return { x: 0.5 + (dx * Math.cos(lean) - dy * Math.sin(lean)) / (4 / 3), y: 0.5 + dx * Math.sin(lean) + dy * Math.cos(lean) };
      }) as unknown as Corners;
    expect(cameraMoved(at(FIRST_CORNERS), at(about(0.93, 0.96, 0.05)))).toBe(false);
    expect(cameraMoved(at(FIRST_CORNERS), at(about(0.6, 0.6)))).toBe(true);
    expect(cameraMoved(at(FIRST_CORNERS), at(about(0.7, 1)))).toBe(true);
    expect(cameraMoved(at(FIRST_CORNERS), at(about(0.7, 0.7, 0.5)))).toBe(true);
  });
});

describe('open area of drawn pictures', () => {
  test.each([0.03, 0.1, 0.38, 0.6, 0.91, 0.97])('%f of it open is told within 3 points', (open) => {
    const { openPct, found } = alone({ open });
    expect(found.doubts).toEqual([]);
    expect(Math.abs(found.openPct! - openPct)).toBeLessThan(3);
  });

  test('any share, noise, tilt and fall-off: within 3 points wherever it claims to know, and it knows where light and dark are plain', () => {
    // Even over the range: a draw of any double would nearly always be next to its end.
    // Once told as 31 ± 5 % of truly 20: the dark rim's noise was taken for light.
    const faint = { open: 0.2, edge: 0.1, lit: 0.3, dark: 0.005, noise: 5.128, spot: { u: 0.3, v: 0.4552 }, seed: 8 };
    expect(alone(faint).found.doubts).toEqual(['uneven']);
    const even = (low: number, high: number) => fc.integer({ min: 0, max: 1000 }).map((n) => low + ((high - low) * n) / 1000);
    let asked = 0;
    let told = 0;
    const jitter = even(-0.07, 0.07);
    fc.assert(
      fc.property(
        fc.record({
          open: even(0, 1),
          noise: even(0, 14),
          gradient: even(1, 2.5),
          towards: even(0, 6.28),
          lit: even(0.15, 0.8),
          dark: even(0.005, 0.03),
          room: fc.oneof(even(0.005, 0.04), even(0.005, 0.3)),
          seed: fc.nat(1e6),
        }),
        fc.array(jitter, { minLength: 8, maxLength: 8 }),
        (drawing, shifts) => {
          const corners = DRAWN.corners.map(({ x, y }, i) => ({ x: x + shifts[2 * i]!, y: y + shifts[2 * i + 1]! })) as unknown as Corners;
          const { openPct, found } = alone({ ...drawing, corners });
          const plain = openPct > 5 && openPct < 95 && drawing.room < 0.05 && drawing.lit > 0.3;
          if (plain) asked += 1;
          if (plain && found.openPct !== null) told += 1;
          if (found.openPct === null) expect(found.doubts.length).toBeGreaterThan(0);
          else expect(Math.abs(found.openPct - openPct)).toBeLessThan(3);
        },
      ),
      { numRuns: 60 },
    );
    // A measure that never claims to know would pass the rest.
    expect(told / asked).toBeGreaterThan(0.9);
  });

  test('under a flashlight with a hot spot it is right within its doubt, or says that the light is uneven', () => {
    // Once told as 35.0 ± 6.6 % of truly 53.8: the rim, a fifth as bright as the middle, was taken for blocked.
    const rim = alone({ open: 0.54, edge: 0.2 });
    expect(Math.abs((rim.found.openPct ?? NaN) - rim.openPct)).toBeLessThan(3);
    const even = (low: number, high: number) => fc.integer({ min: 0, max: 1000 }).map((n) => low + ((high - low) * n) / 1000);
    let [asked, told] = [0, 0];
    const drawings = fc.record({
      open: even(0.2, 0.97),
      edge: even(0.1, 1),
      lit: even(0.3, 0.8),
      dark: even(0.005, 0.03),
      noise: even(0, 8),
      spot: fc.record({ u: even(0.3, 0.7), v: even(0.3, 0.7) }),
      seed: fc.nat(1e6),
    });
    fc.assert(
      fc.property(drawings, (drawing) => {
        const { openPct, found } = alone(drawing);
        if (drawing.edge > 0.5) asked += 1;
        if (drawing.edge > 0.5 && found.openPct !== null) told += 1;
        if (found.openPct === null) expect(found.doubts.length).toBeGreaterThan(0);
        else expect(Math.abs(found.openPct - openPct)).toBeLessThan(Math.max(3, 2 * found.doubtPoints));
      }),
      { numRuns: 40 },
    );
    expect(told / asked).toBeGreaterThan(0.85);
    // Next to nothing of the rim is lit: said, not guessed.
    expect(alone({ open: 0.54, edge: 0.1, dark: 0.03 }).found.doubts).toEqual(['uneven']);
  });

  test('each cell tells its own part', () => {
    const left = drawLight({ open: 1 });
    const right = drawLight({ open: 0 });
    // Left half of one, right half of the other.
    const data = left.bitmap.data.slice();
    for (let i = 0; i < data.length; i += 4) if ((i / 4) % 320 >= 160) data.set(right.bitmap.data.subarray(i, i + 4), i);
    const found = measureLight({ bitmap: { ...left.bitmap, data }, mark: { corners: DRAWN.corners, card: null } }, null).before!;
    expect(found.cells).toHaveLength(LIGHT_COLUMNS * LIGHT_ROWS);
    for (const [i, cell] of found.cells.entries()) {
      const column = i % LIGHT_COLUMNS;
      if (column < 3) expect(cell).toBeGreaterThan(98);
      if (column > 4) expect(cell).toBeLessThan(2);
    }
  });
});

describe('it says when it cannot tell', () => {
  test('all blocked, or the torch off; a card in both pictures lends it the other’s threshold', () => {
    expect(alone({ open: 0 }).found).toMatchObject({ openPct: null, doubts: ['no-split'] });
    const before = marked({ open: 0, card: 0.18 }, { card: DRAWN_CARD }).picture;
    const after = marked({ open: 0.9, card: 0.18, seed: 2 }, { card: DRAWN_CARD });
    const pair = measureLight(before, after.picture);
    expect(pair.before).toMatchObject({ by: 'card', doubts: [] });
    expect(pair.before!.openPct).toBeLessThan(3);
    expect(Math.abs(pair.after!.openPct! - after.openPct)).toBeLessThan(3);
    expect(pair.comparable).toBe(true);
  });

  test('all open, exposed a third brighter: alone it is one level, with a card it is all open', () => {
    const told = { open: 1, lit: 0.8, dark: 0.027, room: 0.027, card: 0.24, seed: 3 };
    expect(alone(told).found).toMatchObject({ openPct: null, doubts: ['no-split'] });
    const before = marked({ open: 0.4, card: 0.18 }, { card: DRAWN_CARD }).picture;
    const lent = measureLight(before, marked(told, { card: DRAWN_CARD }).picture).after!;
    expect(lent.by).toBe('card');
    expect(lent.openPct).toBeGreaterThan(97);
    // In one picture only it makes nothing comparable.
    expect(
      measureLight({ ...before, mark: { ...before.mark, card: null } }, marked(told, { card: DRAWN_CARD }).picture).after!.openPct,
    ).toBeNull();
  });

  test.each([
    ['blown', { lit: 3, dark: 0.05 }],
    ['daylight', { lit: 0.2, dark: 0.3, room: 0.3, noise: 1 }],
  ] as const)('%s', (doubt, told) => {
    expect(alone(told).found).toMatchObject({ openPct: null, doubts: [doubt] });
  });

  test('a camera that stood elsewhere: both are told, neither is taken from the other', () => {
    const before = marked({ open: 0.3 }).picture;
    const small = DRAWN.corners.map(({ x, y }) => ({ x: 0.5 + (x - 0.5) * 0.6, y: 0.5 + (y - 0.5) * 0.6 })) as unknown as Corners;
    const pair = measureLight(before, marked({ open: 0.9, corners: small }).picture);
    expect(pair.comparable).toBe(false);
    expect(pair.after!.doubts).toEqual(['moved']);
    expect(pair.after!.openPct).toBeGreaterThan(80);
  });

  test('a card that is blown or half in shade is named, and spoils nothing that needs none', () => {
    const blown = measureLight(marked({ card: 1 }, { card: DRAWN_CARD }).picture, null).before!;
    expect(blown.doubts).toEqual(['card']);
    expect(blown.openPct).not.toBeNull();
    // Marked on its edge.
    expect(measureLight(marked({ card: 0.5 }, { card: { x: 0.105, y: 0.07 } }).picture, null).before!.doubts).toEqual(['card']);
  });
});

test.each([
  [100, 0],
  [85, 0],
  [84.9, 1],
  [38, 2],
  [30, 2],
  [5, 3],
  [4.9, 4],
  [0, 4],
])('%f %% open would be grade %i, by the scale of the light test', (openPct, grade) => {
  expect(gradeOfLight(openPct)).toBe(grade);
});
