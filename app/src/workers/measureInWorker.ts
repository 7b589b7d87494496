import type { LightPair } from '@elm-mist/core/light';
import { proxy, wrap } from 'comlink';
import type { LightService } from './light.worker';
import { lightOf, type MarkedPhoto } from './lightOf';

/**
 * Measures the light in pictures, in a worker where one can be had.
 * @param tell how far it is, 0 to 1
 * @throws Error for what is no picture, or corners that cross
 */
export async function measureInWorker(
  before: MarkedPhoto | null,
  after: MarkedPhoto | null,
  tell: (share: number) => void,
): Promise<LightPair> {
  if (typeof Worker === 'undefined') return lightOf(before, after, tell);
  // The bundler looks for this very form to make the worker's own file.
  const worker = new Worker(new URL('../workers/light.worker', window.location.href));
  try {
    const failed = new Promise<null>((done) => {
      // Not on the device yet, and no server to get it from.
      worker.onerror = () => done(null);
    });
    const told = await Promise.race([wrap<LightService>(worker).lightOf(before, after, proxy(tell)), failed]);
    return told ?? (await lightOf(before, after, tell));
  } finally {
    worker.terminate();
  }
}
