import { rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { BackupRecord, BackupsRecord } from '@elm-mist/contract';
import { dayIn } from '@elm-mist/core/clock';
import { notFound, Problem } from '../http/problem';
import { backupBegun, backupName, backupsIn, keptBackups, madeFolder, sweepParts, type BackupFile } from './backupFiles';
import { BACKUP_THREAD, type BackupWork } from './backupThread';
import { inThread } from './inThread';

/** From this hour of the shop's clock a night's backup is made. */
const NIGHT_HOUR = 2;
/** How often it is looked whether one is due, ms. */
const LOOK_MS = 5 * 60_000;
/** After one that failed the next is tried so much later, ms. */
const AGAIN_MS = 3_600_000;
/** A clock may have been put back by so much since a backup was made. */
const CLOCK_SLACK_MS = 3_600_000;

/** Why something failed, also where it failed on a thread: what is thrown there comes as plain data. */
function whyOf(error: unknown): string {
  const { message, code } = (error ?? {}) as { message?: unknown; code?: unknown };
  if (code === 'SQLITE_FULL' || code === 'ENOSPC') return 'the disk is full';
  if (typeof message === 'string' && message !== '') return /disk is full|ENOSPC/i.test(message) ? 'the disk is full' : message;
  return typeof code === 'string' ? code : 'it is not known why';
}

export interface BackupsOf {
  file: string;
  folder: string;
  /** The program's own file, for the thread. */
  script: URL;
  zone: () => string;
  now: () => number;
  log: (words: string, about: Record<string, unknown>) => void;
  /** Left out: one each night. */
  nightly?: boolean;
}

const asRecord = ({ name, atMs, bytes }: BackupFile): BackupRecord => ({ name, at: new Date(atMs).toISOString(), bytes });

/** Copies of an open shop: one each night and whenever asked, made on a thread of its own so that nobody waits, old ones thinned out. */
export class Backups {
  private making: Promise<BackupRecord> | null = null;
  private failed: BackupsRecord['failed'] = null;
  private readonly timer: NodeJS.Timeout;

  constructor(private readonly of: BackupsOf) {
    this.timer = setInterval(() => (of.nightly === false ? undefined : this.look()), LOOK_MS);
    this.timer.unref();
    sweepParts(of.folder);
  }

  /** Makes one where the last night has none. A failure is told on the page of upkeep and in the log, and tried again. */
  look(): void {
    const now = this.of.now();
    const zone = this.of.zone();
    const newest = this.done()[0];
    // Before two it is still the night before that is asked for.
    const night = dayIn(zone, now - NIGHT_HOUR * 3_600_000);
    const done = newest && dayIn(zone, newest.atMs - NIGHT_HOUR * 3_600_000) >= night;
    const waits = this.failed !== null && now - Date.parse(this.failed.at) < AGAIN_MS;
    if (!done && !waits) void this.make().catch(() => undefined);
  }

  /** Those that are there, newest first; one of tomorrow, made while the clock stood wrong, is no backup of last night. */
  private done(): BackupFile[] {
    return backupsIn(this.of.folder).filter(({ atMs }) => atMs <= this.of.now() + CLOCK_SLACK_MS);
  }

  /** What is there. */
  told(): BackupsRecord {
    return {
      folder: this.of.folder,
      kept: backupsIn(this.of.folder).map(asRecord),
      making: this.making !== null,
      failed: this.failed,
    };
  }

  /** Makes one now; whoever asks while one is made gets that one. @throws Problem 507 `backup` */
  make(): Promise<BackupRecord> {
    this.making ??= this.made().finally(() => (this.making = null));
    return this.making;
  }

  private async made(): Promise<BackupRecord> {
    const begun = this.of.now();
    const name = backupName(begun);
    try {
      const work: BackupWork = { file: this.of.file, to: join(madeFolder(this.of.folder), name) };
      await inThread(this.of.script, BACKUP_THREAD, work);
      this.failed = null;
      const { bytes } = asRecord({ name, atMs: begun, bytes: statSync(work.to).size });
      this.of.log('backup made', { name, bytes, ms: this.of.now() - begun });
      this.thin();
      return { name, at: new Date(backupBegun(name) ?? begun).toISOString(), bytes };
    } catch (error) {
      const why = whyOf(error);
      this.failed = { at: new Date(begun).toISOString(), why };
      this.of.log('backup failed', { name, why });
      throw new Problem(507, 'backup', `The backup could not be made: ${why}.`, { backup: why });
    }
  }

  private thin(): void {
    // One of tomorrow stays: somebody should look at the clock that made it.
    const there = this.done();
    const kept = keptBackups(
      there.map(({ atMs }) => atMs),
      this.of.zone(),
      this.of.now(),
    );
    for (const { name, atMs } of there) if (!kept.has(atMs)) rmSync(join(this.of.folder, name), { force: true });
  }

  /** The path of one by its name. @throws Problem 404 */
  path(name: string): string {
    if (!backupsIn(this.of.folder).some((file) => file.name === name)) throw notFound('backup', name);
    return join(this.of.folder, name);
  }

  close(): void {
    clearInterval(this.timer);
  }
}
