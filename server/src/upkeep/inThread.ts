import { Worker } from 'node:worker_threads';

/**
 * Does one piece of work on a thread of its own, so that nobody waits for it.
 * @param script of the thread: the program's own file
 * @param is what the thread is for
 * @returns what the thread says
 * @throws whatever the thread ended with
 */
export function inThread<T = unknown>(script: URL, is: string, work: unknown): Promise<T> {
  return new Promise((done, failed) => {
    const worker = new Worker(script, { workerData: { is, work } });
    worker.once('message', done);
    // What a native part throws there comes as plain data.
    worker.once('error', (thrown: unknown) => {
      const { message } = (thrown ?? {}) as { message?: unknown };
      failed(
        thrown instanceof Error ? thrown : Object.assign(new Error(typeof message === 'string' ? message : 'the thread failed'), thrown),
      );
    });
    worker.once('exit', (code) => failed(new Error(`the thread ended with ${code}`)));
  });
}
