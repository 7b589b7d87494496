import { setImmediate } from 'node:timers';

/**
 * A turn of the loop: timers that are due, then what the test page's database does. On a fast machine the database has many turns to one of a timer,
 * on a slow one a single one: what has to wait for it waits by what is on its way, not by a number of turns.
 */
export const turn = (): Promise<void> => new Promise((done) => setTimeout(() => setImmediate(done), 0));
