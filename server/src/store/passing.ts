import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

/** What is made for a while beside a file lies where the machine keeps such things, under a name that tells whose it is. */
const nameOf = (file: string): string => `elm-mist-${createHash('sha256').update(resolve(file)).digest('hex').slice(0, 16)}-`;

/**
 * A folder for what is needed for a while only; whoever makes it takes it away.
 * @param file of the shop it is made for
 */
export const passingFolder = (file: string): string => mkdtempSync(join(tmpdir(), nameOf(file)));

/** Takes away what a program that was killed left of a shop's. Its file is held by this one: nobody else is at it. */
export function sweepPassing(file: string): void {
  const name = nameOf(file);
  try {
    for (const entry of readdirSync(tmpdir())) if (entry.startsWith(name)) rmSync(join(tmpdir(), entry), { recursive: true, force: true });
  } catch {
    // What cannot be taken away stands in nobody's way.
  }
}
