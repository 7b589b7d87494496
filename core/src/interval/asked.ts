/** Weeks of every year, first and last day as MM-dd; they may go over its end. */
export interface YearWeeks {
  from: string;
  to: string;
}

/** What somebody said of the year of a place; null where nobody did. */
export interface AskedSeasons {
  /** When seed fluff flies. */
  fluff: YearWeeks | null;
  /** Months in which houses are cooled, 1 to 12, both in; from may come after to. */
  cooling: { from: number; to: number } | null;
}
