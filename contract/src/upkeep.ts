/** A copy of the shop that lies on the server. */
export interface BackupRecord {
  name: string;
  /** ISO 8601 UTC, when it was begun. */
  at: string;
  bytes: number;
}

/** The shop's copies, and how the last try went. */
export interface BackupsRecord {
  /** Folder on the server. */
  folder: string;
  /** Newest first. */
  kept: BackupRecord[];
  making: boolean;
  /** The last try, where it failed; null where it did not. */
  failed: { at: string; why: string } | null;
}

/** Something the server could not do, as its own log has it in full. */
export interface TroubleRecord {
  /** ISO 8601 UTC. */
  at: string;
  /** What was asked, ids left out. */
  asked: string;
  code: string;
}

/** Large files of one person that the server is making, or that wait for others. */
export interface LineRecord {
  files: number;
  /** How many must be done before the first of them is begun; 0 where it is being made. */
  before: number;
}

/** How the server and its folder are. */
export interface UpkeepRecord {
  version: string;
  /** ISO 8601 UTC. */
  startedAt: string;
  /** Bytes: of the file, of what is written and not in it yet, and free on its disk. */
  bytes: { file: number; log: number; free: number };
  visits: number;
  entries: number;
  /** Phones that follow a visit at this moment. */
  following: number;
  /** Plans of visits that wait to be reckoned, and how long the oldest has waited, ms. */
  computing: { waiting: number; oldestMs: number };
  backups: BackupsRecord;
  /** Of the last 24 hours, newest first, and how many there were. */
  troubles: { count: number; last: TroubleRecord[] };
}
