import type { CoilRecord } from '@elm-mist/contract';
import { closingEntry, closingOf } from '@elm-mist/core/closing';
import { visitSummary } from '@elm-mist/core/visit';
import { dayIn, dayLater, instantIn } from '@elm-mist/core/clock';
import { pressureAtAltitudeKPa } from '@elm-mist/core/dryout';
import { planCoil, type CoilPlan } from '@elm-mist/core/method';
import { mixFor } from '@elm-mist/core/mix';
import {
  foldVisit,
  lockoutOf,
  LOCKOUT_TABLE,
  sourceOf,
  standingOf,
  type EventDataByKind,
  type EventKind,
  type VisitEvent,
} from '@elm-mist/core/run';
import { emptySurvey, FINDING_TABLE, type FaceGrades, type Grade } from '@elm-mist/core/survey';
import { eq } from 'drizzle-orm';
import type { Db, Store } from '../store/open';
import { anyPlace, coilToRow, indexAllPlaces } from '../store/places';
import { readMeta, writeHouseRules, writeMeta, writePriceBook, writeReportWays, writeShop } from '../store/settings';
import { writeRead } from '../store/visits';
import { settleClocks } from '../services/clocks';
import { settleOpen } from '../services/open';
import { READ_VERSION } from '../services/reads';
import { DEMO_SEEDED } from '../services/shop';
import { surroundings } from '../services/visitFrame';
import { settleStock, writeMove } from '../services/stock';
import * as t from '../store/schema';
import { DEMO_DIARY, type DiaryVisit } from './diary';
import { demoMeter } from './meter';
import { DEMO_APPLICATORS, DEMO_CLEANERS, DEMO_STOCK } from './shelf';
import { DEMO_AGREEMENTS, DEMO_BOOK, DEMO_WAYS, DEMO_COILS, DEMO_PLACES, DEMO_RULES, DEMO_SHOP, DEMO_SYSTEMS } from './shop';

const { zone } = DEMO_SHOP;

const gradesOf = (coil: CoilRecord, list: readonly Grade[]): FaceGrades =>
  Object.fromEntries(coil.geometry.faces.map((face, i) => [face.id, Array<Grade>(coil.geometry.rows).fill(list[i] ?? 0)]));

/** The events of one diary visit, made through the same planner that a technician's visit goes through. */
function eventsOf(visitId: string, day: string, diary: DiaryVisit, number: number): VisitEvent[] {
  const system = DEMO_SYSTEMS.find((row) => row.id === diary.systemId);
  const place = DEMO_PLACES.find((row) => row.id === system?.placeId);
  if (!system || !place) throw new Error(`the demo diary names an unknown system: ${diary.systemId}`);
  const by = DEMO_SHOP.crew[diary.by]?.name ?? '';
  const events: VisitEvent[] = [];
  let minute = diary.startMinute;
  const add = <K extends EventKind>(afterMinutes: number, kind: K, data: EventDataByKind[K]) => {
    minute += afterMinutes;
    const serial = (number * 1000 + events.length + 1).toString(16).padStart(12, '0');
    events.push({
      id: `00000000-0000-7000-8000-${serial}`,
      visitId,
      at: new Date(instantIn(zone, day, 0) + minute * 60_000).toISOString(),
      by,
      kind,
      data,
    } as VisitEvent);
  };
  if (diary.stage === 'planned') return events;
  add(2, 'visit.started', {});
  if (diary.stage === 'started') return events;

  const [dryBulbC, rhPct, windMs, sun] = diary.air;
  const site = { dryBulbC, rhPct, windMs, sun };
  add(1, 'identity.noted', {
    model: system.model,
    refrigerant: system.refrigerant,
    madeYear: system.madeYear,
    sensitiveOccupants: false,
    serial: '',
    metering: 'unknown',
    era: 'unknown',
  });
  add(1, 'site.noted', site);
  const work = diary.coils.map((entry) => {
    const coil = DEMO_COILS.find((row) => row.id === `${system.id}-${entry.side}`);
    if (!coil) throw new Error(`the demo diary names an unknown coil: ${system.id}-${entry.side}`);
    return {
      entry,
      coil,
      survey: {
        ...emptySurvey(),
        grades: gradesOf(coil, entry.before),
        soils: entry.soils,
        coolingSymptom: diary.purpose.includes('cooling'),
      },
    };
  });
  for (const { coil, survey } of work) add(4, 'coil.surveyed', { coilId: coil.id, survey });
  if (diary.drop) add(1, 'reading.taken', { when: 'before', returnC: 25, supplyC: 25 - diary.drop[0], outdoorC: dryBulbC });
  if (diary.stage === 'looked') return events;

  const context = {
    configuration: system.configuration,
    refrigerant: system.refrigerant,
    site,
    pressureKPa: pressureAtAltitudeKPa(place.altitudeM),
    sensitiveOccupants: false,
  };
  const plans = work.map((row) => ({ ...row, plan: planCoil(row.coil, row.survey, context, DEMO_CLEANERS, DEMO_RULES) }));
  for (const { coil, plan } of plans) add(1, 'plan.made', { coilId: coil.id, plan });
  for (const { coil, plan } of plans) {
    if (plan.cleanerId === null || plan.solutionL === null || plan.waterParts === null || plan.verdict !== 'wash') continue;
    const mix = mixFor({ waterParts: plan.waterParts, totalL: plan.solutionL });
    add(2, 'mix.made', {
      coilId: coil.id,
      cleanerId: plan.cleanerId,
      targetWaterParts: plan.waterParts,
      concentrateL: mix.concentrateL,
      waterL: mix.waterL,
      applicatorId: 'pump-sprayer',
    });
  }
  const washed = plans.filter(({ plan }) => plan.verdict === 'wash');
  for (const source of new Set(washed.map(({ coil }) => sourceOf(system.configuration, coil.role)))) {
    for (const step of lockoutOf(foldVisit(visitId, system.configuration, events), system.configuration, source).steps)
      add(step === 'bus-wait' ? 6 : 0.5, 'gate.step', {
        source,
        step,
        volts: { live: 121, dead: 0, none: null }[LOCKOUT_TABLE[step].reads ?? 'none'],
      });
  }
  // Each visit a little quicker or slower than the usual, always the same for the same visit.
  const pace = 0.8 + ((number * 7) % 5) / 10;
  const doTasks = (coilId: string, plan: CoilPlan, ids: readonly string[]) => {
    for (const step of plan.steps.filter((row) => ids.includes(row.id))) {
      add(0, 'task.begun', { taskId: `${coilId}.${step.id}` });
      add((step.seconds / 60) * pace, 'task.done', { taskId: `${coilId}.${step.id}` });
    }
  };
  for (const { coil, plan, entry } of washed) {
    doTasks(coil.id, plan, ['guards-wire', 'lift', 'shield']);
    const foams = plan.dwell && !plan.waterFirst ? plan.dwell : null;
    if (foams) add(3, 'coil.wetted', { coilId: coil.id });
    for (const { id: sectionId } of plan.sections) {
      if (foams) add(1, 'section.applied', { coilId: coil.id, sectionId });
      add(foams ? foams.minS / 60 + 0.5 : 2, 'section.rinsed', { coilId: coil.id, sectionId });
      add(1, 'section.checked', { coilId: coil.id, sectionId, clear: true });
    }
    doTasks(coil.id, plan, ['pan-in', 'gun', 'torch']);
    add(2, 'coil.checked', { coilId: coil.id, gradesAfter: gradesOf(coil, entry.after), note: '' });
  }
  if (diary.drop) add(15, 'reading.taken', { when: 'after', returnC: 25, supplyC: 25 - diary.drop[1], outdoorC: dryBulbC });
  const state = foldVisit(visitId, system.configuration, events);
  const ownCoils = work.map((row) => row.coil);
  const closing = closingOf(
    state,
    { coils: ownCoils, system, place, known: {}, longestWait: DEMO_RULES.longestWait, zone },
    Date.parse(events.at(-1)?.at ?? ''),
  );
  if (diary.finding) {
    const { what, note } = diary.finding;
    add(1, 'finding.noted', { what, coilId: null, note, action: FINDING_TABLE[what].action });
  }
  add(5, 'visit.closed', closingEntry(closing, diary.note ?? ''));
  return events;
}

function insertAll(db: Db, today: string, past: readonly DiaryVisit[]): number {
  writeShop(db, DEMO_SHOP);
  for (const { customerName, phone, ...place } of DEMO_PLACES) {
    db.insert(t.customer).values({ id: place.customerId, name: customerName, phone }).run();
    db.insert(t.place).values(place).run();
  }
  db.insert(t.system).values(DEMO_SYSTEMS).run();
  db.insert(t.coil).values(DEMO_COILS.map(coilToRow)).run();
  db.insert(t.cleaner).values(DEMO_CLEANERS).run();
  db.insert(t.applicator).values(DEMO_APPLICATORS).run();
  writeHouseRules(db, DEMO_RULES);
  writePriceBook(db, DEMO_BOOK);
  writeReportWays(db, DEMO_WAYS);
  indexAllPlaces(db);
  for (const { expiresInDays, leftL, ...item } of DEMO_STOCK) {
    const expires = expiresInDays === null ? null : dayLater(today, expiresInDays);
    db.insert(t.stockItem)
      .values({ ...item, expires })
      .run();
    const at = new Date(instantIn(zone, today, 6 * 60)).toISOString();
    writeMove(db, {
      itemId: item.id,
      cleanerId: item.cleanerId,
      visitId: null,
      litres: leftL,
      why: 'counted',
      by: DEMO_SHOP.crew[1]?.name ?? '',
      at,
    });
  }
  for (const { systemId, sinceDaysBack, ...record } of DEMO_AGREEMENTS) {
    const since = dayLater(today, -sinceDaysBack);
    db.insert(t.agreement)
      .values({ systemId, record: { ...record, since, renews: dayLater(since, 365) } })
      .run();
  }
  past.forEach((diary, number) => {
    const day = dayLater(today, -diary.daysBack);
    const id = `demo-visit-${number + 1}`;
    const events = eventsOf(id, day, diary, number + 1);
    const configuration = DEMO_SYSTEMS.find((row) => row.id === diary.systemId)?.configuration ?? 'split-cool';
    const { coils, systemId, startMinute, durationMin, purpose, hours } = diary;
    const state = foldVisit(id, configuration, events);
    const standing = standingOf(state);
    const [windowFrom, windowTo] = hours ?? [null, null];
    const crewId = DEMO_SHOP.crew[diary.by]?.id ?? null;
    const visit = {
      id,
      systemId,
      day,
      startMinute,
      durationMin,
      windowFrom,
      windowTo,
      crewId,
      purpose,
      standing,
    };
    db.insert(t.visit).values(visit).run();
    db.insert(t.visitCoil)
      .values(coils.map((coil, position) => ({ visitId: id, coilId: `${systemId}-${coil.side}`, position })))
      .run();
    if (events.length > 0)
      db.insert(t.event)
        .values(events.map((event) => ({ ...event, receivedAt: event.at })))
        .run();
    const around = surroundings(db, { ...visit, coilIds: coils.map((coil) => `${systemId}-${coil.side}`) });
    if (events.length > 0)
      writeRead(db, id, READ_VERSION, visitSummary(state, events, around.coils, { ...around.system, altitudeM: around.place.altitudeM }));
    if (state.closed) db.update(t.visit).set({ closedAs: around }).where(eq(t.visit.id, id)).run();
    if (diary.finding) settleOpen(db, systemId);
    if (state.closed) settleClocks(db, systemId);
    // The shelf was counted this morning: what was used before is not on it any more.
    if (day === today && state.closed) settleStock(db, id, state, state.closed.by, state.closed.at);
  });
  return past.length;
}

/**
 * Puts the demo shop into an empty store, once: a store that has been seeded before, or holds any place, is left alone.
 * @param nowMs UTC ms; the demo's visits of "today" fall on this day by the demo shop's clock
 * @param on another day for them, ISO
 * @returns how many visits were made, or null when nothing was touched
 */
export function seedDemoOnce(store: Store, nowMs: number, on?: string): { visits: number } | null {
  const today = on ?? dayIn(zone, nowMs);
  return store.write((db) => {
    if (readMeta(db, DEMO_SEEDED) !== undefined || anyPlace(db)) return null;
    const visits = insertAll(db, today, DEMO_DIARY);
    const meter = demoMeter(today);
    if (meter) db.insert(t.meter).values({ placeId: meter.placeId, record: meter.record }).run();
    writeMeta(db, DEMO_SEEDED, today);
    return { visits };
  });
}

/** The demo shop without any visit, for one that is practised in it. @param day ISO */
export const seedPracticeShop = (store: Store, day: string): void => store.write((db) => void insertAll(db, day, []));
