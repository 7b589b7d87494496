import { readFileSync } from 'node:fs';

/** Ticks of all processors since the start: those of work done here, and those that the machine's host gave to others (Linux, proc(5), /proc/stat). */
function ticks(): { used: number; taken: number } | null {
  try {
    const [user = 0, nice = 0, system = 0, , , irq = 0, softirq = 0, steal = 0] = readFileSync('/proc/stat', 'utf8')
      .split('\n')[0]!
      .trim()
      .split(/\s+/)
      .slice(1)
      .map(Number);
    return { used: user + nice + system + irq + softirq, taken: steal };
  } catch {
    return null;
  }
}

/**
 * How much of the processor time that was asked for here from now on went to others: figures of such a stretch are to be read with it.
 * @returns tells the share so far, in words
 */
export function takenFromNow(): () => string {
  const before = ticks();
  return () => {
    const now = ticks();
    if (!before || !now) return 'not told here';
    const [used, taken] = [now.used - before.used, now.taken - before.taken];
    return `${((100 * taken) / Math.max(1, used + taken)).toFixed(0)} %`;
  };
}
