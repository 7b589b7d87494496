import type { AgreementInput, ClockSetInput, DueClockRow, SystemDetail } from '@elm-mist/contract';
import { DUE_KIND_NAMES, systemClocks, type DueClock } from '@elm-mist/core/closing';
import { systemFindings } from '@elm-mist/core/history';
import { dayIn, longDay } from '@elm-mist/core/clock';
import { coilName } from '@elm-mist/core/equipment';
import { upkeepAfter } from '@elm-mist/core/interval';
import { wholeFinding } from '@elm-mist/core/run';
import { eq } from 'drizzle-orm';
import { notFound, refused } from '../http/problem';
import * as c from '../store/clocks';
import type { Db, Store } from '../store/open';
import * as p from '../store/places';
import * as t from '../store/schema';
import { pastOf } from './known';
import { shopOf } from './shop';

/** Writes what is due at a system again, from its closings, its findings, what was agreed, and what was set by hand. */
export function settleClocks(db: Db, systemId: string): void {
  const past = pastOf(db, systemId);
  const closed = past.filter(({ visit }) => visit.standing === 'closed');
  const told = closed.flatMap(({ read }) => read.clocks);
  const visited = closed.map(({ day }) => day);
  c.writeClocks(db, systemId, systemClocks(told, c.setByHand(db, systemId), systemFindings(past), c.agreementOf(db, systemId), visited));
}

/** Clocks of a system with what each is called. */
export function namedClocks(clocks: readonly DueClock[], { coils, findings }: Pick<SystemDetail, 'coils' | 'findings'>): DueClockRow[] {
  return clocks.map((clock) => {
    const coil = clock.kind === 'coil' ? coils.find((row) => row.id === clock.of) : undefined;
    const life = clock.kind === 'ask-again' ? findings.find((row) => row.findingId === clock.of) : undefined;
    const name = coil ? coilName(coil) : life ? wholeFinding(life).name : DUE_KIND_NAMES[clock.kind];
    return { ...clock, name };
  });
}

/** Days that a clock may be set ahead: five years, as on a visit. */
const MOST_DAYS = 5 * 366;
const daysBetween = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / 86_400_000;

/**
 * Sets a clock of a system by hand between visits: done on a day, or due on another with why. The next closing that tells of it goes before it.
 * @throws Problem 404 · 422 for a clock that no visit has told of, a day that cannot be, or neither of the two
 */
export function setClock(store: Store, systemId: string, input: ClockSetInput, by: string, at: string): DueClock[] {
  return store.write((db, only) => {
    if (!p.findSystem(db, systemId)) throw notFound('system', systemId);
    const { kind, of } = input;
    const known = c.clocksOf(db, systemId).find((clock) => clock.kind === kind && clock.of === of);
    if (!known) throw refused('kind', 'No visit has told of that clock yet: it begins with a closing.', 'unknown');
    const today = dayIn(shopOf(db).zone, Date.parse(at));
    const { due, why } = judged(input, known, today, by);
    const row = { systemId, kind, of, due, why, ruleId: null, at, by };
    db.insert(t.clockSet)
      .values(row)
      .onConflictDoUpdate({ target: [t.clockSet.systemId, t.clockSet.kind, t.clockSet.of], set: row })
      .run();
    settleClocks(db, systemId);
    only({ systems: [systemId] });
    return c.clocksOf(db, systemId);
  });
}

function judged({ doneOn, due, why }: ClockSetInput, known: DueClock, today: string, by: string): { due: string; why: string } {
  if ((doneOn ?? null) !== null && (due ?? null) !== null) throw refused('due', 'Done, or due on another day: one of the two.');
  if (doneOn) {
    if (doneOn > today || daysBetween(doneOn, today) > MOST_DAYS) throw refused('doneOn', 'Done today or before, in the last five years.');
    const next = known.ruleId === null ? null : upkeepAfter(known.ruleId, doneOn);
    if (next === null) throw refused('doneOn', 'A coil is done by a visit that is closed; its day can be set here.');
    return { due: next, why: `Done on ${longDay(doneOn)}, told by ${by}${why ? `: ${why}` : ''}.` };
  }
  if (!due) throw refused('due', 'Say when it was done, or when it is due.', 'missing');
  if (due <= today || daysBetween(today, due) > MOST_DAYS) throw refused('due', 'A due day lies after today, five years away at most.');
  if (why.trim().length < 3) throw refused('why', 'Say why, in 3 characters at least.', 'missing');
  return { due, why: `${why.trim()} (set by ${by})` };
}

/** Says what was agreed with the owner of a system; null ends it. @throws Problem 404 */
export function setAgreement(store: Store, systemId: string, { agreement }: AgreementInput): AgreementInput {
  return store.write((db, only) => {
    if (!p.findSystem(db, systemId)) throw notFound('system', systemId);
    db.delete(t.agreement).where(eq(t.agreement.systemId, systemId)).run();
    if (agreement) db.insert(t.agreement).values({ systemId, record: agreement }).run();
    settleClocks(db, systemId);
    only({ systems: [systemId] });
    return { agreement };
  });
}
