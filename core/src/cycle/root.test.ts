import fc from 'fast-check';
import { rootOf, Search } from './root';

const anyRise = fc.record({
  root: fc.double({ min: -30, max: 30, noNaN: true }),
  steep: fc.double({ min: 0.01, max: 5, noNaN: true }),
  bend: fc.double({ min: 0, max: 3, noNaN: true }),
  kink: fc.double({ min: 1, max: 20, noNaN: true }),
});
/** Rises through nothing at its root, bent, and steeper beyond a kink, as superheat is where a coil runs dry. */
const rising =
  ({ root, steep, bend, kink }: { root: number; steep: number; bend: number; kink: number }) =>
  (x: number) =>
    (x - root) * steep * (x > root ? kink : 1) + bend * Math.tanh(x - root);

test('a search that goes on from where it ended finds the root, as one from afresh does, and at a bound says so', () => {
  fc.assert(
    fc.property(fc.array(anyRise, { minLength: 1, maxLength: 8 }), (rises) => {
      const search = new Search(0, 0.2, 1e-6);
      for (const rise of rises) {
        const f = rising(rise);
        const [found, afresh] = [search.root(f, -25, 25), rootOf(f, -25, 25, 0, 0.2, 1e-6)];
        expect(found.at).toBe(afresh.at);
        const at = Math.min(25, Math.max(-25, rise.root));
        expect(Math.abs(found.x - at)).toBeLessThan(1e-4);
        expect(Math.abs(afresh.x - at)).toBeLessThan(1e-4);
      }
    }),
  );
});

test('one that goes on asks less than half as often', () => {
  let asked = 0;
  const near = (by: number) => (x: number) => {
    asked += 1;
    return Math.exp(x / 10) - 1 - by;
  };
  const search = new Search(0, 0.2, 1e-6);
  for (let n = 0; n < 20; n += 1) search.root(near(n / 1000), -25, 25);
  const going = asked;
  asked = 0;
  for (let n = 0; n < 20; n += 1) rootOf(near(n / 1000), -25, 25, 0, 0.2, 1e-6);
  expect(going).toBeLessThan(asked / 2);
});
