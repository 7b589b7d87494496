import type { CostOfVisit } from '@elm-mist/core/visit';
import type { Applicator, Cleaner, CountsAgainst, LabelGap, LabelLine, StockItem } from '@elm-mist/core/mix';

export interface CleanerRecord extends Cleaner {
  /** What a phrase on the label that can be read two ways is counted against, once somebody has said so. */
  countsAgainst: CountsAgainst | null;
  phLow: number | null;
  phHigh: number | null;
  packL: number;
  packPrice: number;
  /** Below this it is low, L; null for never. */
  lowL: number | null;
  assumed: LabelGap[];
  handling: LabelLine[];
  /** Kind of the safety sheet that is kept; null when there is none. */
  sheet: 'pdf' | 'picture' | null;
}

export type ApplicatorRecord = Applicator;

export type StockRecord = StockItem;

/** One change of stock, newest first in lists. */
export interface StockMove {
  id: string;
  itemId: string | null;
  cleanerId: string;
  visitId: string | null;
  /** Put in, or taken out when below zero, L. */
  litres: number;
  why: 'added' | 'counted' | 'visit' | 'imported';
  by: string;
  at: string;
}

/** What one visit took and cost. */
export interface VisitCostRecord extends CostOfVisit {
  visitId: string;
  day: string;
  placeName: string;
  systemName: string;
}

/** Largest safety sheet that is kept, bytes. */
export const SHEET_LIMIT = 5_000_000;

/** Largest file that is imported, bytes, and most rows in it. */
export const IMPORT_LIMIT = 25_000_000;

export const IMPORT_ROWS = 100_000;

/** A cell of an imported file that cannot be used. Rows are counted as in the file, the headings being row 1. */
export interface ImportProblem {
  row: number;
  column: string;
  message: string;
}

/** A line of the answer to an import: how far it is, then how it ended. */
export type ImportLine =
  | { rows: number }
  | {
      done: true;
      rows: number;
      added: number;
      changed: number;
      same: number;
      bad: number;
      /** The first of them. */
      problems: ImportProblem[];
      /** False: there were bad rows, and nothing was imported. */
      imported: boolean;
    };

export interface ShelfRecord {
  cleaners: CleanerRecord[];
  applicators: ApplicatorRecord[];
  stock: StockRecord[];
}

export interface CleanerDetail {
  cleaner: CleanerRecord;
  moves: StockMove[];
}
