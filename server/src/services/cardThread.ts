import { parentPort } from 'node:worker_threads';
import { cardOf, type CardInput } from './cardOf';

/** What the thread does: one card after another, as they are asked for. */
export function computeCards(): void {
  if (!parentPort) return;
  const port = parentPort;
  port.on('message', ({ id, input }: { id: number; input: CardInput }) => {
    try {
      port.postMessage({ id, card: cardOf(input) });
    } catch (error) {
      port.postMessage({ id, trouble: error instanceof Error ? error.message : String(error) });
    }
  });
}
