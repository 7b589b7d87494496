import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';

/** The one process that opens shops for all tests of a runner's worker: it is warm after the first, and ends with the worker. */
let host: ChildProcess | null = null;

function running(root: string): ChildProcess {
  if (host?.exitCode === null && host.signalCode === null) return host;
  host = spawn(process.execPath, ['server/dist/manyShops.cjs'], {
    cwd: root,
    env: { ...process.env, TZ: 'America/Chicago' },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  // It keeps no worker from ending.
  host.unref();
  host.channel?.unref();
  return host;
}

/**
 * Opens a shop, or closes one.
 * @param root folder of the project
 * @throws Error with what went wrong there
 */
export async function ofManyShops(root: string, what: object): Promise<void> {
  const child = running(root);
  const over = new AbortController();
  const answered = once(child, 'message', over) as Promise<[{ failed?: string }]>;
  const ended = once(child, 'exit', over).then(([code]) => [{ failed: `the process of many shops ended with ${String(code)}` }]);
  child.send(what);
  const [answer] = await Promise.race([answered, ended]);
  over.abort();
  await Promise.allSettled([answered, ended]);
  if (answer?.failed) throw new Error(answer.failed);
}
