/**
 * Sends pictures all at once from a process of its own: whoever asks meanwhile is not held up by the sender's own work, as he would be in one process.
 * Arguments: address of the server, cookie, how many, bytes of each, ids of the visits with commas between.
 */
import { Buffer } from 'node:buffer';
import { randomBytes, randomUUID } from 'node:crypto';

const [url, cookie, count, size, ids] = process.argv.slice(2);
const visitIds = ids.split(',');
const picture = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xda, 0, 2]), randomBytes(Number(size))]);

async function send(i) {
  const path = `${url}/api/visits/${visitIds[i % visitIds.length]}/photos/${randomUUID()}`;
  const answer = await fetch(path, { method: 'PUT', headers: { 'Content-Type': 'image/jpeg', Cookie: cookie }, body: picture });
  await answer.arrayBuffer();
  if (!answer.ok) throw new Error(`a picture: ${answer.status}`);
}

await Promise.all(Array.from({ length: Number(count) }, (_, i) => send(i)));
