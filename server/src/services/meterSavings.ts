import { Worker } from 'node:worker_threads';
import type { VisitSummary } from '@elm-mist/core/visit';
import { alsoHeats, type Configuration } from '@elm-mist/core/equipment';
import type { CoilBothWays } from '@elm-mist/core/interval';
import type { MeteredWash, NotCounted, WashedThere } from '@elm-mist/core/savings';
import { eq, sql } from 'drizzle-orm';
import { setImmediate as nextTurn } from 'node:timers/promises';
import type { Db, Store } from '../store/open';
import * as t from '../store/schema';
import { readMeta } from '../store/settings';
import { airOf, keptMeter } from './meter';
import { READ_VERSION } from './reads';
import type { SavingsWork } from './savingsThread';
import { shopOf } from './shop';
import { AIR_READ_AT } from './weatherFiles';

/** The thread that reckons what meters tell: some tenths of a second for each wash. */
export const SAVINGS_THREAD = 'savings';

/** Counted up whenever what is made of a meter changes: all are then reckoned again. */
const SAVING_VERSION = 1;
/** Writes of one moment are waited for, ms. */
const SOON_MS = 200;
const PATIENCE_MS = 60_000;

type Wash = WashedThere & { visitIds: string[] };

interface VisitRow {
  id: string;
  day: string;
  systemId: string;
  configuration: Configuration;
  btuh: number;
  archived: number;
  coils: string | null;
}

/** The washes of a place by day, oldest first, with what came off. */
function washesOf(db: Db, placeId: string): Wash[] {
  const roles = new Map(
    db
      .select({ id: t.coil.id, role: t.coil.role })
      .from(t.coil)
      .innerJoin(t.system, eq(t.system.id, t.coil.systemId))
      .where(eq(t.system.placeId, placeId))
      .all()
      .map(({ id, role }) => [id, role]),
  );
  const systems = db.select().from(t.system).where(eq(t.system.placeId, placeId)).all();
  const rows = db.all<VisitRow>(sql`
    select v.id as id, v.day as day, s.id as systemId, s.configuration as configuration, s.btuh as btuh,
      json_extract(r.read, '$.coils') as coils
    from system s join visit v indexed by visit_system on v.system_id = s.id
      left join visit_read r on r.visit_id = v.id and r.version = ${READ_VERSION}
    where s.place_id = ${placeId} and v.standing = 'closed' order by v.day, v.id`);
  const byDay = new Map<string, VisitRow[]>();
  for (const row of rows) byDay.set(row.day, [...(byDay.get(row.day) ?? []), row]);
  const days = [...byDay.keys()];
  return days.map((day, i) => {
    const own = byDay.get(day) ?? [];
    return {
      day,
      next: days[i + 1] ?? null,
      visitIds: own.map(({ id }) => id),
      systems: own.map(({ systemId, configuration, btuh, coils }) => ({
        coils: ((coils ? JSON.parse(coils) : []) as VisitSummary['coils']).flatMap(
          ({ coilId, worstBefore, worstAfter }): CoilBothWays[] => {
            const role = roles.get(coilId);
            return role ? [{ role, found: worstBefore, left: worstAfter }] : [];
          },
        ),
        share: btuh / systems.reduce((sum, system) => sum + (system.archived && system.id !== systemId ? 0 : system.btuh), 0),
        heats: alsoHeats(configuration),
      })),
    };
  });
}

/** Reckons what washes saved by the meters of their houses, each time anything that it rests on has changed, behind whatever else is asked. */
export class MeterSavings {
  /** The last write that it was looked after. */
  private checked = -1;
  private running = false;
  private closed = false;
  private timer: NodeJS.Timeout | null = null;
  private readonly workers = new Set<Worker>();

  /** @param script of the thread: the program's own file */
  constructor(
    private readonly store: Store,
    private readonly script: URL,
    private readonly failed: (error: unknown) => void,
  ) {}

  /** Whether something has changed that was not looked at yet. */
  get behind(): boolean {
    return this.running || this.checked !== this.store.writes.ofTaught();
  }

  /** Looks for meters to be reckoned again, in a moment. Costs nothing where nothing was written that it rests on. */
  soon(): void {
    if (this.timer || this.running || this.checked === this.store.writes.ofTaught()) return;
    this.timer = setTimeout(() => {
      this.timer = null;
      this.running = true;
      this.all()
        .catch((error: unknown) => {
          // Tried again once something it rests on is another, and at the next start.
          this.checked = this.store.writes.ofTaught();
          if (!this.closed) this.failed(error);
        })
        .finally(() => {
          this.running = false;
        });
    }, SOON_MS);
    this.timer.unref();
  }

  close(): void {
    this.closed = true;
    if (this.timer) clearTimeout(this.timer);
    for (const worker of this.workers) void worker.terminate();
  }

  private async all(): Promise<void> {
    const last = () => this.store.writes.ofTaught();
    for (let now = last(); now !== this.checked; now = last()) {
      for (const { placeId } of this.store.db.select({ placeId: t.meter.placeId }).from(t.meter).all()) {
        if (this.closed) return;
        await this.one(placeId);
        await nextTurn();
      }
      this.checked = now;
    }
  }

  private async one(placeId: string): Promise<void> {
    const { db } = this.store;
    const { demo, zone } = shopOf(db);
    const kept = db
      .select({ at: sql<string>`json_extract(${t.meter.record}, '$.at')`, stamp: t.meterSaving.stamp })
      .from(t.meter)
      .leftJoin(t.meterSaving, eq(t.meterSaving.placeId, t.meter.placeId))
      .where(eq(t.meter.placeId, placeId))
      .get();
    if (!kept) return;
    const all = washesOf(db, placeId);
    const stamp = JSON.stringify([SAVING_VERSION, kept.at, demo, zone, readMeta(db, AIR_READ_AT) ?? '', all]);
    if (kept.stamp === stamp) return;
    const meter = keptMeter(db, placeId);
    const [first, last] = [meter?.rows[0]?.day, meter?.rows.at(-1)?.day];
    if (!meter || first === undefined || last === undefined) return;
    const { air, from } = await airOf(db, meter.rows);
    const washes = all.filter(({ day }) => day > first && day < last);
    const weak = { changed: meter.changes !== '', othersAir: from.has('typical') || (!demo && from.has('simulated')) };
    const told = washes.length === 0 ? [] : await this.computed({ rows: meter.rows, air, washes, weak });
    const row = { placeId, stamp, washes: washes.map(({ day, visitIds }, i) => ({ day, visitIds, told: told[i] ?? 'too-little' })) };
    this.store.write((tx, only) => {
      if (!tx.select({ placeId: t.meter.placeId }).from(t.meter).where(eq(t.meter.placeId, placeId)).get()) return;
      only({ systems: [], taught: true });
      tx.insert(t.meterSaving).values(row).onConflictDoUpdate({ target: t.meterSaving.placeId, set: row }).run();
    });
  }

  private computed(work: SavingsWork): Promise<(MeteredWash | NotCounted)[]> {
    return new Promise((done, failed) => {
      const worker = new Worker(this.script, { workerData: { is: SAVINGS_THREAD, work } });
      this.workers.add(worker);
      worker.unref();
      const clock = setTimeout(() => void worker.terminate(), PATIENCE_MS);
      worker.once('message', done);
      worker.once('error', failed);
      worker.once('exit', (code) => {
        clearTimeout(clock);
        this.workers.delete(worker);
        failed(new Error(`the thread of savings ended with ${code}`));
      });
    });
  }
}
