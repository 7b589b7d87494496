import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { dayIn } from '@elm-mist/core/clock';

/** A backup that lies in its folder. */
export interface BackupFile {
  name: string;
  /** UTC ms when it was begun. */
  atMs: number;
  bytes: number;
}

const NAME = /^elm-mist-(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})Z\.db$/;

/** What a backup begun at an instant is called; names stand in the order of time. */
export const backupName = (atMs: number): string => `elm-mist-${new Date(atMs).toISOString().slice(0, 19).replace(/:/g, '-')}Z.db`;

/** When a backup of such a name was begun, UTC ms; null for a file that is none. */
export function backupBegun(name: string): number | null {
  const [, day, hour, minute, second] = NAME.exec(name) ?? [];
  const atMs = day === undefined ? NaN : Date.parse(`${day}T${hour}:${minute}:${second}Z`);
  return Number.isNaN(atMs) ? null : atMs;
}

/** Where the backups of a shop's file lie: beside it, or in the folder that was named for all of them. */
export const backupFolder = (file: string, named: string | undefined, which: string): string =>
  named === undefined || named === '' ? join(dirname(file), 'backups') : join(named, which);

/** The backups in a folder, newest first; none where there is no folder yet. */
export function backupsIn(folder: string): BackupFile[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .flatMap((name): BackupFile[] => {
      const atMs = backupBegun(name);
      return atMs === null ? [] : [{ name, atMs, bytes: statSync(join(folder, name)).size }];
    })
    .sort((a, b) => b.atMs - a.atMs);
}

/** Removes what a program that was killed left half made. */
export function sweepParts(folder: string): void {
  if (!existsSync(folder)) return;
  for (const name of readdirSync(folder))
    if (/^elm-mist-.*\.part(-journal|-wal|-shm)?$/.test(name)) rmSync(join(folder, name), { force: true });
}

export const madeFolder = (folder: string): string => {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  return folder;
};

/** So many days, weeks and months that have a backup keep their newest; whatever is younger than two days stays besides. */
const KEPT = { days: 7, weeks: 4, months: 12 } as const;
const YOUNG_MS = 48 * 3_600_000;
const DAY_MS = 86_400_000;

/** The Monday of a day's week, ISO. */
const weekOf = (day: string): string => {
  const ms = Date.parse(`${day}T00:00:00Z`);
  return new Date(ms - ((new Date(ms).getUTCDay() + 6) % 7) * DAY_MS).toISOString().slice(0, 10);
};

/**
 * Which backups are kept: the newest of each of the last 7 days, 4 weeks and 12 months that have one, and all of the last two days. Days are the shop's.
 * @param begun instants of those that are there, UTC ms
 * @param zone of the shop, IANA
 * @returns the instants of those that stay
 */
export function keptBackups(begun: readonly number[], zone: string, nowMs: number): Set<number> {
  const newest = [...begun].sort((a, b) => b - a);
  const kept = new Set(newest.filter((atMs) => nowMs - atMs < YOUNG_MS));
  const by: [most: number, period: (day: string) => string][] = [
    [KEPT.days, (day) => day],
    [KEPT.weeks, weekOf],
    [KEPT.months, (day) => day.slice(0, 7)],
  ];
  for (const [most, period] of by) {
    const seen = new Set<string>();
    for (const atMs of newest) {
      const own = period(dayIn(zone, atMs));
      if (seen.has(own)) continue;
      if (seen.size === most) break;
      seen.add(own);
      kept.add(atMs);
    }
  }
  return kept;
}
