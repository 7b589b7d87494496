/** Said of what this program did not see itself. */
export const OLDER_RECORDS = 'by the shop’s older records';

/** What a shop's older records say of one coil on one day. */
export interface PastWash {
  coilId: string;
  /** Worst grade as found and as left; null where the record does not say. */
  before: number | null;
  after: number | null;
  /** What it was washed with, in the record's words; empty where it does not say. */
  cleanerName: string;
  /** Whether it was opened from inside. */
  inside: boolean;
}

/** A visit from before the shop had this program, out of its older records. */
export interface PastNoted {
  coils: PastWash[];
  note: string;
}
