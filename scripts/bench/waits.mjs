/** Somebody else who asks all the while, on a thread of their own: what holds them up is the server, not who measures. */
import { Agent, request } from 'node:http';
import { parentPort, workerData } from 'node:worker_threads';

const agent = new Agent({ keepAlive: true, maxSockets: 1 });
const PAUSE_MS = 2;

const ask = () =>
  new Promise((done, failed) => {
    const began = performance.now();
    const asked = request({ port: workerData.port, path: '/api/health', agent }, (answer) => {
      answer.resume();
      answer.on('end', () => done(performance.now() - began));
    });
    asked.on('error', failed);
    asked.end();
  });

let doing = null;
const longest = {};
parentPort.on('message', (word) => {
  if (word !== null) doing = word;
  else {
    parentPort.postMessage(longest);
    process.exit();
  }
});
for (;;) {
  const during = doing;
  const ms = await ask();
  if (during !== null) longest[during] = Math.max(longest[during] ?? 0, ms);
  await new Promise((done) => setTimeout(done, PAUSE_MS));
}
