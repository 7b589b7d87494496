import { randomUUID } from 'node:crypto';
import type { CleanerInput, CleanerRecord } from '@elm-mist/contract';
import { parseRatio, type LabelChart } from '@elm-mist/core';
import { Problem } from '../http/problem';
import type { Store } from '../store/open';
import * as q from '../store/records';
import * as t from '../store/schema';

const figureOf = (text: string | null): number | null => (text === null ? null : parseRatio(text).waterParts);

/** Adds a cleaner from its label. @throws Problem 409 `name` when the name is taken */
export function addCleaner(store: Store, input: CleanerInput): CleanerRecord {
  const chart: LabelChart = {
    light: figureOf(input.chart.light),
    medium: figureOf(input.chart.medium),
    heavy: figureOf(input.chart.heavy),
  };
  return store.write((db) => {
    if (q.cleaners(db).some((cleaner) => cleaner.name.toLowerCase() === input.name.toLowerCase())) {
      throw new Problem(409, 'conflict', 'There is a cleaner of that name.', { name: 'There is a cleaner of that name.' });
    }
    const record: CleanerRecord = { ...input, id: randomUUID(), chart };
    db.insert(t.cleaner).values(record).run();
    return record;
  });
}
