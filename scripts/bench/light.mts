import { measureLight } from '@elm-mist/core/light';
import { drawLight, DRAWN } from '../../core/src/testing/drawnLight';

/** Time to measure the light in a drawn picture of twelve megapixels, decoding apart, ms: the middle of five. */
export function lightMs(): number {
  const { bitmap } = drawLight({ width: 4000, height: 3000, open: 0.4, gradient: 1.5 });
  const times = Array.from({ length: 5 }, () => {
    const started = performance.now();
    measureLight(null, { bitmap, mark: { corners: DRAWN.corners, card: null } });
    return performance.now() - started;
  });
  return times.sort((a, b) => a - b)[2] ?? NaN;
}
