/** Energy used over a stretch of time. */
export interface MeterSpan {
  fromMs: number;
  toMs: number;
  kWh: number;
}

/** What a day or a billed stretch of days used, in the shop's calendar. */
export interface MeterDays {
  /** First day, ISO. */
  day: string;
  /** How many days it covers: 1 where the meter tells days or hours. */
  days: number;
  kWh: number;
}

/** What a meter's file came to. */
export interface MeterRead {
  /** Oldest first, none over another. */
  rows: MeterDays[];
  /** How it was told. */
  step: 'hours' | 'days' | 'bills';
  /** How a day's use is spread over its hours, 24 shares of a weekday and 24 of a day of the weekend; null where hours were not told. */
  shares: number[] | null;
  /** Sentences: gaps, doubles, a meter that was changed, days that run backwards. */
  notes: string[];
}

/** Longest stretch that is one bill, days; the shortest is more than a day. */
export const MOST_BILL_DAYS = 100;
