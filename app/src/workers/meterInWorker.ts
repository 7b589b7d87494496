import type { MeterRead } from '@elm-mist/core/savings';
import { proxy, wrap } from 'comlink';
import type { MeterService } from './meter.worker';
import { meterOf } from './meterOf';

/** Reading that was called off. */
export class CalledOff extends Error {}

/**
 * Reads a file of energy usage, in a worker where one can be had.
 * @param tell how far it is, 0 to 1
 * @param signal calls it off
 * @throws CalledOff · Error with the sentence of what is wrong
 */
export async function meterInWorker(file: Blob, zone: string, tell: (share: number) => void, signal: AbortSignal): Promise<MeterRead> {
  const off = new Promise<never>((_, failed) => signal.addEventListener('abort', () => failed(new CalledOff())));
  if (typeof Worker === 'undefined') return Promise.race([meterOf(file, zone, tell), off]);
  // The bundler looks for this very form to make the worker's own file.
  const worker = new Worker(new URL('../workers/meter.worker', window.location.href));
  try {
    const failed = new Promise<null>((done) => {
      // Not on the device yet, and no server to get it from.
      worker.onerror = () => done(null);
    });
    const told = await Promise.race([wrap<MeterService>(worker).meterOf(file, zone, proxy(tell)), failed, off]);
    return told ?? (await Promise.race([meterOf(file, zone, tell), off]));
  } finally {
    worker.terminate();
  }
}
