import { setImmediate as nextTurn } from 'node:timers/promises';

/** Turns of the event loop that a request takes: its connection, its head, its work, its answer. */
const TURNS = 6;

/** Lets whatever others ask meanwhile be answered, before long work goes on. Costs next to nothing where nobody asks. */
export async function othersTurn(): Promise<void> {
  for (let turn = 0; turn < TURNS; turn += 1) await nextTurn();
}
