import { monthName, readMonth, readYearDay, yearDayWords } from '@elm-mist/core/clock';
import { CoreError } from '@elm-mist/core/errors';
import type { AskedSeasons } from '@elm-mist/core/interval';

/** What is typed of the year where the shop works. */
export interface SeasonText {
  fluffFrom: string;
  fluffTo: string;
  coolFrom: string;
  coolTo: string;
}

/** What was said of the year, as it is typed. */
export const seasonText = (seasons: AskedSeasons | null | undefined): SeasonText => ({
  fluffFrom: seasons?.fluff ? yearDayWords(seasons.fluff.from) : '',
  fluffTo: seasons?.fluff ? yearDayWords(seasons.fluff.to) : '',
  coolFrom: seasons?.cooling ? monthName(seasons.cooling.from) : '',
  coolTo: seasons?.cooling ? monthName(seasons.cooling.to) : '',
});

/** What was said of the year, in a line; empty where nothing was. */
export function seasonWords(seasons: AskedSeasons | null | undefined): string {
  const { fluffFrom, fluffTo, coolFrom, coolTo } = seasonText(seasons);
  return [fluffFrom && `seed fluff ${fluffFrom} to ${fluffTo}`, coolFrom && `cooled ${coolFrom} to ${coolTo}`].filter(Boolean).join('; ');
}

/** What was typed of the year. @returns null of it where nothing was; what cannot be read by its field */
export function readSeasons(text: SeasonText): { seasons: AskedSeasons | null; errors: Record<string, string> } {
  const errors: Record<string, string> = {};
  const pair = <T>(from: keyof SeasonText, to: keyof SeasonText, read: (typed: string, field: string) => T): { from: T; to: T } | null => {
    const ends = [from, to].map((field) => ({ field, typed: text[field].trim() }));
    if (ends.every(({ typed }) => typed === '')) return null;
    const told = ends.map(({ field, typed }) => {
      if (typed === '') {
        errors[field] = 'Say both ends, or neither.';
        return null;
      }
      try {
        return read(typed, field);
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        errors[field] = error.message;
        return null;
      }
    });
    const [first, last] = told;
    return first !== null && first !== undefined && last !== null && last !== undefined ? { from: first, to: last } : null;
  };
  const fluff = pair('fluffFrom', 'fluffTo', readYearDay);
  const cooling = pair('coolFrom', 'coolTo', readMonth);
  return { seasons: fluff || cooling ? { fluff, cooling } : null, errors };
}
