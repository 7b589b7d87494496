import { setImmediate } from 'node:timers';

/**
 * A whole turn of the loop: timers that are due, then what the test page's database does. Timers alone, each set by the one before, can go round many
 * times without it on a machine that stood still for a moment.
 */
export const turn = (): Promise<void> => new Promise((done) => setTimeout(() => setImmediate(done), 0));
