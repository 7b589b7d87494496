import { setImmediate as nextTurn } from 'node:timers/promises';

/** Turns of the event loop that a request takes: its connection, its head, its work, its answer. */
const TURNS = 6;

let free: Promise<void> = Promise.resolve();

/**
 * Lets whatever others ask meanwhile be answered, before long work goes on. Costs next to nothing where nobody asks. Of all long work only one piece
 * is done between two turns of the others: pieces that come together would hold them up by their sum.
 */
export function othersTurn(): Promise<void> {
  free = free.then(async () => {
    for (let turn = 0; turn < TURNS; turn += 1) await nextTurn();
  });
  return free;
}
