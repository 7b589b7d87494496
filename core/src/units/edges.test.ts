import fc from 'fast-check';
import { EDGES, readFigure, retype, showFigure, toSi, type EdgeName } from './edges';

const anyEdge = fc.constantFrom(...(Object.keys(EDGES) as EdgeName[]));
const anySystem = fc.constantFrom('us' as const, 'si' as const);

test('what is shown is the same amount typed back, to the digits that are shown', () => {
  fc.assert(
    fc.property(anyEdge, anySystem, fc.double({ min: 0.1, max: 400, noNaN: true }), (edge, system, si) => {
      const text = showFigure(edge, si, system);
      const step = Math.abs(EDGES[edge].toSi(10 ** -EDGES[edge].digits[system], system) - EDGES[edge].toSi(0, system));
      expect(Math.abs(toSi(edge, text, system) - si)).toBeLessThanOrEqual(step / 2 + 1e-9);
      // Shown again it is the very same text.
      expect(showFigure(edge, toSi(edge, text, system), system)).toBe(text);
    }),
  );
});

test('half-typed text carried to the other units is the same amount; what is no number stays as it is', () => {
  fc.assert(
    fc.property(anyEdge, fc.integer({ min: 1, max: 300 }), (edge, figure) => {
      const there = retype(edge, String(figure), 'us', 'si');
      const step = Math.abs(EDGES[edge].toSi(10 ** -EDGES[edge].digits.si, 'si') - EDGES[edge].toSi(0, 'si'));
      expect(Math.abs(toSi(edge, there, 'si') - toSi(edge, String(figure), 'us'))).toBeLessThanOrEqual(step / 2 + 1e-9);
      expect(retype(edge, String(figure), 'us', 'us')).toBe(String(figure));
    }),
  );
  for (const text of ['', 'hot', '1,500', '-', '3.'])
    if (Number.isNaN(readFigure(text))) expect(retype('wind', text, 'us', 'si')).toBe(text);
});

test('nothing known is an empty field, and nothing typed is no number', () => {
  expect([showFigure('wind', null, 'us'), showFigure('wind', undefined, 'si')]).toEqual(['', '']);
  expect(toSi('wind', '', 'us')).toBeNaN();
  expect(toSi('temperature', '-40', 'us')).toBeCloseTo(-40, 9);
});
