import { Agent, request } from 'node:http';

export interface RawAnswer {
  status: number;
  type: string;
  text: string;
}

const agent = new Agent({ keepAlive: true, maxSockets: 8 });

/** One request with its address sent as it is written: `fetch` would tidy it. @throws Error where the connection breaks */
export function rawRequest(
  port: number,
  asked: { method: string; path: string; headers?: Record<string, string>; body?: string | Uint8Array | undefined },
): Promise<RawAnswer> {
  const { method, path, headers = {}, body } = asked;
  return new Promise((done, failed) => {
    const sent = request({ port, agent, method, path, headers, timeout: 30_000 }, (answer) => {
      const parts: Buffer[] = [];
      const end = () =>
        done({
          status: answer.statusCode ?? 0,
          type: String(answer.headers['content-type'] ?? ''),
          text: Buffer.concat(parts).toString(),
        });
      answer.on('data', (part: Buffer) => {
        parts.push(part);
        // A stream of events does not end by itself.
        if (answer.headers['content-type']?.includes('event-stream')) {
          end();
          answer.destroy();
        }
      });
      answer.on('end', end);
      answer.on('error', () => end());
    });
    sent.on('timeout', () => sent.destroy(new Error(`${method} ${path.slice(0, 100)} was not answered`)));
    sent.on('error', failed);
    sent.end(body);
  });
}
