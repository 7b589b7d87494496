import fc from 'fast-check';
import jsQR from 'jsqr';
import { qrModules } from './qr';

const SCALE = 4;
const QUIET = 4;

/** The code as a camera would have it, square on. */
function picture(text: string) {
  const { size, dark } = qrModules(text);
  const side = (size + 2 * QUIET) * SCALE;
  const pixels = new Uint8ClampedArray(side * side * 4).fill(255);
  for (let y = 0; y < side; y += 1)
    for (let x = 0; x < side; x += 1) {
      const [column, row] = [Math.floor(x / SCALE) - QUIET, Math.floor(y / SCALE) - QUIET];
      const inside = column >= 0 && row >= 0 && column < size && row < size;
      if (inside && dark(column, row)) pixels.fill(0, (y * side + x) * 4, (y * side + x) * 4 + 3);
    }
  return { pixels, side };
}

test('a second library reads back any address that a shop may have', () => {
  fc.assert(
    fc.property(fc.webUrl({ validSchemes: ['http', 'https'], withQueryParameters: true }), fc.uuid(), (shop, id) => {
      const text = `${shop}/systems/${id}`.slice(0, 300);
      const { pixels, side } = picture(text);
      expect(jsQR(pixels, side, side)?.data).toBe(text);
    }),
    { numRuns: 40 },
  );
});
