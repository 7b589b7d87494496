/** How much script the first screen waits for, and how much it may be. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

export const FIRST_SCREEN_LIMIT_KB = 450;

/** kB, gzipped: the page names what its first screen needs, the shared scripts and its own, fetched ahead. */
export function firstScreenKb(dist) {
  const page = readFileSync(join(dist, 'index.html'), 'utf8');
  const named = new Set([...page.matchAll(/(?:src|href)="(\/_expo\/[^"]+\.js)"/g)].map((match) => match[1]));
  return [...named].reduce((sum, file) => sum + gzipSync(readFileSync(join(dist, file))).length, 0) / 1000;
}
