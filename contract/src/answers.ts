import type { HouseRules } from '@elm-mist/core/method';

/** Every error body of the server. */
export interface ErrorBody {
  error: { code: string; message: string; fields: Record<string, string>; meanwhile?: ChangedMeanwhile };
}

/** What stands against a change: the same fields, changed by somebody else meanwhile. */
export interface ChangedMeanwhile {
  /** Field by field: what it was, what it is now, and what was to be put in. */
  fields: Record<string, { was: unknown; now: unknown; wanted: unknown }>;
}

/** Header of every answer of the interface: the shop's clock at that moment, UTC ms. */
export const TIME_HEADER = 'Elm-Mist-Time';

export type HouseRulesRecord = HouseRules;
