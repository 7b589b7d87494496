import fc from 'fast-check';
import { Strokes, type Worked } from './strokes';

const SECOND_MS = 100;
const drawn = fc.array(
  fc.record({
    gapMs: fc.integer({ min: 1, max: 400 }),
    moves: fc.array(
      fc.record({
        afterMs: fc.integer({ min: 1, max: 300 }),
        x: fc.float({ min: 0, max: 1, noNaN: true }),
        y: fc.float({ min: 0, max: 1, noNaN: true }),
      }),
      { minLength: 1, maxLength: 8 },
    ),
  }),
  { minLength: 1, maxLength: 4 },
);

/** Draws the strokes, asking after them at some moments on the way, and all that is left at the end. */
function played(strokes: ReturnType<typeof drawn.generate>['value'], looks: (ms: number) => boolean, most = 1000) {
  const hand = new Strokes<{ of: number }>();
  const worked: Worked<{ of: number }>[] = [];
  let ms = 0;
  const look = () => {
    if (looks(ms)) worked.push(...hand.take(ms, SECOND_MS, most));
  };
  strokes.forEach(({ gapMs, moves }, of) => {
    ms += gapMs;
    look();
    moves.forEach(({ afterMs, x, y }, i) => {
      if (i > 0) ms += afterMs;
      if (i === 0) hand.down({ x, y }, ms, { of });
      else hand.move({ x, y }, ms);
      look();
    });
    hand.up(ms);
  });
  while (hand.any) worked.push(...hand.take(ms, SECOND_MS, most));
  return worked;
}

test('a page that looks late, seldom or never in mid-stroke works out what one that looks at once does', () => {
  fc.assert(
    fc.property(drawn, fc.integer({ min: 2, max: 9 }), (strokes, every) => {
      const atOnce = played(strokes, () => true);
      expect(played(strokes, () => false)).toEqual(atOnce);
      expect(played(strokes, (ms) => ms % every === 0, 2)).toEqual(atOnce);
    }),
  );
});

test('every stroke is worked for as long as the hand was on it, from where it came down, and the shortest tap for a second', () => {
  fc.assert(
    fc.property(drawn, (strokes) => {
      const worked = played(strokes, () => false);
      strokes.forEach(({ moves }, of) => {
        const mine = worked.filter((one) => one.of === of);
        const onMs = moves.slice(1).reduce((sum, { afterMs }) => sum + afterMs, 0);
        expect(mine).toHaveLength(Math.max(1, Math.floor(onMs / SECOND_MS)));
        expect(mine[0]?.path.slice(0, 2)).toEqual([moves[0]?.x, moves[0]?.y]);
        mine.slice(1).forEach(({ path }, i) => expect(path.slice(0, 2)).toEqual(mine[i]?.path.slice(2)));
      });
    }),
  );
});

test('the hand that stays on works on where it rests; what it did is not worked twice', () => {
  const hand = new Strokes<{ tool: string }>();
  hand.down({ x: 0.1, y: 0.2 }, 0, { tool: 'rinse' });
  hand.move({ x: 0.3, y: 0.2 }, 100);
  expect(hand.take(250, SECOND_MS, 12).map(({ path }) => path)).toEqual([
    [0.1, 0.2, 0.3, 0.2],
    [0.3, 0.2, 0.3, 0.2],
  ]);
  expect(hand.take(250, SECOND_MS, 12)).toEqual([]);
  hand.move({ x: 0.3, y: 0.4 }, 300);
  expect(hand.take(300, SECOND_MS, 12).map(({ path }) => path)).toEqual([[0.3, 0.2, 0.3, 0.4]]);
  hand.up(360);
  expect(hand.take(900, SECOND_MS, 12)).toEqual([]);
  expect(hand.any).toBe(false);
});
