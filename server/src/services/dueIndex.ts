import type { DueClock } from '@elm-mist/core/beads';
import { inArray } from 'drizzle-orm';
import * as t from '../store/schema';
import { keptBySystem } from './bySystem';

/** A clock as far as lists go by it. */
export type ClockAhead = Pick<DueClock, 'kind' | 'of' | 'due'>;

/** Five clocks are many for one system. */
const SLICE = 120;

/** The clocks of every system that has any. */
export const clocksAhead = keptBySystem('system', SLICE, (db, systemIds) => {
  const bySystem = new Map<string, ClockAhead[]>();
  const rows = db
    .select({ systemId: t.dueClock.systemId, kind: t.dueClock.kind, of: t.dueClock.of, due: t.dueClock.due })
    .from(t.dueClock)
    .where(inArray(t.dueClock.systemId, [...systemIds]))
    .all();
  for (const { systemId, ...clock } of rows) {
    const own = bySystem.get(systemId);
    if (own) own.push(clock);
    else bySystem.set(systemId, [clock]);
  }
  return bySystem;
});
