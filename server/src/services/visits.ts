import { createHash, randomUUID } from 'node:crypto';
import type {
  CoilRecord,
  KnownBefore,
  PastVisit,
  SystemDetail,
  TodayVisit,
  VisitDetail,
  VisitInput,
  VisitRecord,
  VisitSlot,
} from '@elm-mist/contract';
import {
  canYields,
  temperatureSplit,
  contextOf,
  currentBead,
  earlierKnown,
  findingsOpen,
  foldVisit,
  learnedTimes,
  plannedNeed,
  ROLE_NAMES,
  rulesOf,
  slotFit,
  sourceOf,
  takenTimes,
  worstOf,
  type PlannedNeed,
  type SlotCoil,
  type SlotFit,
  type VisitSetting,
  type VisitState,
} from '@elm-mist/core';
import { eq } from 'drizzle-orm';
import { notFound, Problem } from '../http/problem';
import { simulatedDay } from '../standins/weather';
import type { Db, Store } from '../store/open';
import * as q from '../store/records';
import * as t from '../store/schema';
import { cleaners } from '../store/shelf';

export function visitFrame(db: Db, visitId: string) {
  const visit = q.findVisit(db, visitId);
  if (!visit) throw notFound('visit', visitId);
  const system = q.findSystem(db, visit.systemId);
  const place = system && q.findPlace(db, system.placeId);
  if (!system || !place) throw notFound('system', visit.systemId);
  const coils = q.coilsOf(db, system.id).filter((coil) => visit.coilIds.includes(coil.id));
  return { visit, system, place, coils };
}

export function visitDetail(db: Db, visitId: string): VisitDetail {
  const frame = visitFrame(db, visitId);
  return {
    ...frame,
    events: q.eventsOf(db, visitId),
    known: knownBefore(db, frame.visit, frame.system.configuration),
    weather: { simulated: true, hours: simulatedDay(frame.visit.day) },
  };
}

/** Visits of a system folded, oldest first, without those that have not begun. */
function foldedVisits(
  db: Db,
  systemId: string,
  configuration: SystemDetail['system']['configuration'],
): { visit: VisitRecord; state: VisitState }[] {
  return q
    .visitsOfSystem(db, systemId)
    .filter((visit) => visit.standing !== 'planned')
    .reverse()
    .map((visit) => ({ visit, state: foldVisit(visit.id, configuration, q.eventsOf(db, visit.id)) }));
}

const asFolded = (rows: readonly { visit: VisitRecord; state: VisitState }[]) =>
  rows.map(({ visit, state }) => ({ id: visit.id, day: visit.day, state }));

type Folded = ReturnType<typeof foldedVisits>;

/** Those that were closed up to the day of a visit, oldest first. */
const closedBefore = (folded: Folded, visit: VisitRecord): Folded =>
  folded.filter((row) => row.visit.id !== visit.id && row.visit.standing === 'closed' && row.visit.day <= visit.day);

/** How many of the shop's last closed visits are asked how long things take. */
const RUNS_LEARNED_FROM = 15;

/** What earlier closed visits know, so that a repeat visit asks only what changed. */
function knownBefore(db: Db, visit: VisitRecord, configuration: SystemDetail['system']['configuration']): KnownBefore {
  const folded = foldedVisits(db, visit.systemId, configuration);
  const earlier = closedBefore(folded, visit);
  return {
    ...earlierKnown(asFolded(earlier)),
    openFindings: findingsOpen(asFolded(folded.filter((row) => row.visit.id !== visit.id))),
    air: lastAir(db, visit),
    ...learnedFrom(db),
  };
}

/** What the shop's last closed visits teach: how long things take, and what a can covers. */
function learnedFrom(db: Db): Pick<KnownBefore, 'taken' | 'canYieldM2'> {
  const runs = q.lastClosedVisits(db, RUNS_LEARNED_FROM).map((id) => ({ id, events: q.eventsOf(db, id) }));
  const cans = cleaners(db).filter((cleaner) => cleaner.form === 'aerosol');
  const used = runs.filter(({ events }) =>
    events.some((event) => event.kind === 'mix.made' && cans.some((can) => can.id === event.data.cleanerId)),
  );
  return {
    taken: learnedTimes(runs.flatMap(({ events }) => takenTimes(events))),
    canYieldM2: canYields(
      used.map(({ id, events }) => {
        const { system, coils } = visitFrame(db, id);
        return { state: foldVisit(id, system.configuration, events), coils };
      }),
      cans,
    ),
  };
}

/** The air noted last on the visit's day at another place: the same town, so a fair start. */
function lastAir(db: Db, visit: VisitRecord): KnownBefore['air'] {
  const noted = q
    .visitsOn(db, visit.day)
    .flatMap((other) => (other.id === visit.id ? [] : q.eventsOf(db, other.id).filter((event) => event.kind === 'site.noted')));
  const newest = noted.sort((a, b) => (a.at < b.at ? -1 : 1)).at(-1);
  return newest?.kind === 'site.noted' ? newest.data : null;
}

/** Plans a new visit. @throws Problem 422 for a system or coil that is not there */
export function addVisit(store: Store, input: VisitInput): VisitRecord {
  return store.write((db) => {
    if (!q.findSystem(db, input.systemId))
      throw new Problem(422, 'unknown', 'There is no such system.', { systemId: `There is no system "${input.systemId}".` });
    const coils = q.coilsOf(db, input.systemId);
    const coilIds = input.coilIds ?? coils.map((coil) => coil.id);
    const stranger = coilIds.findIndex((id) => !coils.some((coil) => coil.id === id));
    if (stranger >= 0)
      throw new Problem(422, 'unknown', 'That coil is not of this system.', {
        [`coilIds[${stranger}]`]: 'That coil is not of this system.',
      });
    if (coilIds.length === 0)
      throw new Problem(422, 'missing', 'Add a coil to the system first.', { coilIds: 'Add a coil to the system first.' });
    const id = randomUUID();
    db.insert(t.visit)
      .values({
        id,
        systemId: input.systemId,
        day: input.day,
        startMinute: input.startMinute,
        durationMin: input.durationMin,
        purpose: input.purpose,
      })
      .run();
    coilIds.forEach((coilId, position) => db.insert(t.visitCoil).values({ visitId: id, coilId, position }).run());
    const visit = q.findVisit(db, id);
    if (!visit) throw notFound('visit', id);
    return visit;
  });
}

/** Moves a visit that has not been closed to another day or hour. @throws Problem 404, or 422 for a closed one */
export function moveVisit(store: Store, id: string, slot: VisitSlot): VisitRecord {
  return store.write((db) => {
    const visit = q.findVisit(db, id);
    if (!visit) throw notFound('visit', id);
    if (visit.standing === 'closed')
      throw new Problem(422, 'not-allowed', 'The visit is closed: it stays on its day.', {
        day: 'The visit is closed: it stays on its day.',
      });
    const { day, startMinute, durationMin } = slot;
    db.update(t.visit).set({ day, startMinute, durationMin }).where(eq(t.visit.id, id)).run();
    return { ...visit, day, startMinute, durationMin };
  });
}

function splitOf(state: VisitState, when: 'before' | 'after'): number | null {
  const reading = state.readings.filter((row) => row.value.when === when).at(-1);
  return reading ? temperatureSplit(reading.value) : null;
}

function pastVisit(db: Db, visit: VisitRecord, configuration: SystemDetail['system']['configuration']): PastVisit {
  const events = q.eventsOf(db, visit.id);
  const state = foldVisit(visit.id, configuration, events);
  return {
    id: visit.id,
    day: visit.day,
    purpose: visit.purpose,
    standing: visit.standing,
    by: state.closed?.by ?? events.at(-1)?.by ?? '',
    coils: visit.coilIds.map((coilId) => ({
      coilId,
      before: state.surveys[coilId]?.value.grades ?? {},
      after: state.checks[coilId]?.value.gradesAfter ?? {},
      worstBefore: worstOf(state.surveys[coilId]?.value.grades ?? {}),
      worstAfter: worstOf(state.checks[coilId]?.value.gradesAfter ?? {}),
      chemistry: state.plans[coilId]?.value.chemistry ?? 'water',
      cleanerName: state.plans[coilId]?.value.cleanerName ?? '',
      soils: state.surveys[coilId]?.value.soils ?? [],
    })),
    splitBeforeK: splitOf(state, 'before'),
    splitAfterK: splitOf(state, 'after'),
    nextDue: state.closed?.value.nextDue ?? null,
    note: state.closed?.value.note ?? '',
  };
}

export function systemDetail(db: Db, systemId: string): SystemDetail {
  const system = q.findSystem(db, systemId);
  const place = system && q.findPlace(db, system.placeId);
  if (!system || !place) throw notFound('system', systemId);
  const visits = q.visitsOfSystem(db, systemId);
  return {
    system,
    place,
    coils: q.coilsOf(db, systemId),
    history: visits.filter((visit) => visit.standing !== 'planned').map((visit) => pastVisit(db, visit, system.configuration)),
    upcoming: visits.filter((visit) => visit.standing === 'planned').reverse(),
    openFindings: findingsOpen(asFolded(foldedVisits(db, systemId, system.configuration))),
  };
}

/** The day's visits in order, each with what to carry. */
export function dayList(db: Db, day: string): TodayVisit[] {
  const shelf = cleaners(db);
  const house = q.readHouseRules(db);
  const learned = learnedFrom(db);
  return q.visitsOn(db, day).map((visit) => {
    const frame = visitFrame(db, visit.id);
    const state = foldVisit(visit.id, frame.system.configuration, q.eventsOf(db, visit.id));
    const earlier = closedBefore(foldedVisits(db, visit.systemId, frame.system.configuration), visit);
    const known = earlierKnown(asFolded(earlier));
    const context = contextOf({ ...settingOf(frame), washesSinceOpened: known.washesSinceOpened, canYieldM2: learned.canYieldM2 }, state);
    const rules = rulesOf(house, state);
    const planned = frame.coils.map((coil) => ({
      coil,
      ...plannedNeed(coil, state, known.surveys[coil.id], context, shelf, rules),
    }));
    return {
      ...frame,
      bead: currentBead(state, frame.coils),
      needs: planned.map(({ need }) => need),
      fit:
        visit.standing === 'closed'
          ? null
          : fitOf(frame, planned, visit.durationMin, state.crew ?? (state.story?.value.helper ? 2 : 1), learned.taken),
    };
  });
}

/** What stands around a visit before anything is learned from others; the day's feed with it. */
const settingOf = ({ visit, system, place }: ReturnType<typeof visitFrame>): VisitSetting => ({
  configuration: system.configuration,
  refrigerant: system.refrigerant,
  latitudeDeg: place.latitudeDeg,
  longitudeDeg: place.longitudeDeg,
  altitudeM: place.altitudeM,
  hours: simulatedDay(visit.day),
  washesSinceOpened: {},
  canYieldM2: {},
});

/** The slot and the plan side by side; null while nothing is known of some coil. */
function fitOf(
  { system }: ReturnType<typeof visitFrame>,
  planned: readonly (PlannedNeed & { coil: CoilRecord })[],
  slotMin: number,
  people: number,
  taken: KnownBefore['taken'],
): TodayVisit['fit'] {
  const coils = planned.flatMap(({ coil, plan, openLess }): SlotCoil[] =>
    plan
      ? [
          {
            id: coil.id,
            name: ROLE_NAMES[coil.role],
            rows: coil.geometry.rows,
            source: sourceOf(system.configuration, coil.role),
            plan,
            openLess,
          },
        ]
      : [],
  );
  return coils.length === planned.length && coils.length > 0 ? rememberedFit(coils, slotMin, people, taken) : null;
}

/** A day is asked for again and again, and its runs are searched anew only when something about them changed. */
const MOST_FITS = 64;
const fits = new Map<string, SlotFit>();
function rememberedFit(...input: Parameters<typeof slotFit>): SlotFit {
  const key = createHash('sha1').update(JSON.stringify(input)).digest('base64');
  const known = fits.get(key) ?? slotFit(...input);
  fits.delete(key);
  fits.set(key, known);
  for (const oldest of fits.keys()) if (fits.size > MOST_FITS) fits.delete(oldest);
  return known;
}
