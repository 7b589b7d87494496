/**
 * Somebody else who asks all the while, on a thread of their own: what holds them up is the server, not who measures. By turns they ask a server that does
 * nothing, so that what the machine holds up is told from it.
 */
import { Agent, request } from 'node:http';
import { parentPort, workerData } from 'node:worker_threads';

const agent = new Agent({ keepAlive: true, maxSockets: 1 });
const PAUSE_MS = 2;

const ask = (port) =>
  new Promise((done, failed) => {
    const began = performance.now();
    const asked = request({ port, path: '/api/health', agent }, (answer) => {
      answer.resume();
      answer.on('end', () => done(performance.now() - began));
    });
    asked.on('error', failed);
    asked.end();
  });

let doing = null;
/** By what was done meanwhile: the longest of the server, and of the one that does nothing. */
const longest = {};
parentPort.on('message', (word) => {
  if (word !== null) doing = word;
  else {
    parentPort.postMessage(longest);
    process.exit();
  }
});
for (;;) {
  for (const [i, port] of [workerData.port, workerData.idlePort].entries()) {
    const during = doing;
    const ms = await ask(port);
    if (during !== null) (longest[during] ??= [0, 0])[i] = Math.max(longest[during][i], ms);
    await new Promise((done) => setTimeout(done, PAUSE_MS));
  }
}
