import fc from 'fast-check';
import { stillOn, washedWith } from '../visit';
import { planCoil, type CoilPlan, type MethodContext } from '../method';
import { remainingTasks, visitTasks, type RunCoil } from '../runsheet';
import { graded, house, mildDay, shelf, overGoodDrain } from '../testing/fixtures';
import { fullRunCoils, RUN_START } from '../testing/fullRun';
import { none, oneOf, same, sameKeys } from '../testing/same';
import { alarmsOf, dueAlarms } from './alarms';
import { stepsDone, coilMix, needsMix } from './visitSteps';
import { checkEvent } from './checkEvent';
import { closingChecks } from './closing';
import { coilRunOf, foamedSections, isWashed, progressOf } from './coilRun';
import { followVisit, type FollowedVisit } from './fold';
import { LOCKOUT_TABLE } from './lockoutSteps';
import { lockoutStepsFor } from './lockoutNeeds';
import { needsFoam, nextAction, sectionClock } from './clocks';
import { nextPowerStep } from './powerUp';
import { noPowerYet } from './noPowerYet';
import { regradeDue } from './regrade';
import { WRONG_SIGNS } from './rinseSigns';
import type { Grade } from '../survey';
import type { EventDataByKind, EventKind, VisitEvent } from './events';
import type { VisitState } from './visitState';

const [OUT, INN] = fullRunCoils;
const COILS = [OUT, INN];
const VISIT = 'v1';
const hot: MethodContext = { ...mildDay, site: { dryBulbC: 35, rhPct: 30, windMs: 2, sun: 'broken' } };
const fierce: MethodContext = { ...mildDay, site: { dryBulbC: 42, rhPct: 12, windMs: 4, sun: 'full' } };
const humid: MethodContext = { ...mildDay, returnAir: { dryBulbC: 25, rhPct: 60 } };
const misted = { ...graded(3), answers: { ...graded(3).answers, keepWet: 'mist' as const } };

/** Plans that one coil may get on one day, one after the other: other air, other cleaners, water, other endings, and no wash at all. */
const PLANS: Record<string, CoilPlan[]> = {
  [OUT.id]: [
    planCoil(OUT, graded(3), mildDay, shelf, house({ chemistry: 'cleaner' })),
    planCoil(OUT, graded(3), hot, shelf, house({ chemistry: 'cleaner' })),
    planCoil(OUT, misted, fierce, shelf, house({ chemistry: 'cleaner' })),
    planCoil(
      OUT,
      graded(3),
      mildDay,
      shelf.filter((cleaner) => cleaner.id !== 'alkaline'),
      house({ chemistry: 'cleaner' }),
    ),
    planCoil(OUT, graded(2), mildDay, shelf, house({ chemistry: 'water-first' })),
    planCoil(OUT, { ...graded(3), corrosion: 'severe' }, mildDay, shelf, house()),
  ],
  [INN.id]: [
    planCoil(INN, graded(2, overGoodDrain), humid, shelf, house()),
    planCoil(INN, graded(2), mildDay, shelf, house({ noRinse: 'rinse-anyway' })),
    planCoil(INN, graded(3), humid, shelf, house({ noRinse: 'rinse-anyway' })),
    planCoil(INN, graded(0), mildDay, shelf, house()),
  ],
};

test('the plans of the pool differ in what matters here', () => {
  const all = Object.values(PLANS).flat();
  expect(new Set(all.map((plan) => plan.verdict))).toEqual(new Set(['wash', 'stop', 'inspect']));
  expect(new Set(all.map((plan) => plan.ending))).toEqual(new Set(['rinse', 'condensate']));
  expect(all.some((plan) => plan.waterFirst)).toBe(true);
  expect(all.some((plan) => (plan.mists ?? 0) > 0)).toBe(true);
  expect(new Set(PLANS[OUT.id]!.map((plan) => plan.sections.map((section) => section.id).join())).size).toBeGreaterThan(1);
  expect(new Set(PLANS[OUT.id]!.map((plan) => plan.cleanerId)).size).toBeGreaterThan(1);
});

/** One try: what, on which coil, a number to choose by, and how long was waited before it, s. */
interface Move {
  what: number;
  coil: number;
  pick: number;
  waitS: number;
}
const move: fc.Arbitrary<Move> = fc.record({
  what: fc.nat(101),
  coil: fc.nat(1),
  pick: fc.nat(999),
  waitS: fc.constantFrom(0, 5, 30, 90, 240, 400, 700, 3000),
});

class Run {
  nowMs: number;
  /** Followed entry by entry; that this is what the fold of all of them says has a test of its own. */
  private readonly visit: FollowedVisit;

  /** @param begun what happened before */
  constructor(begun: readonly VisitEvent[] = []) {
    this.nowMs = Math.max(RUN_START, ...begun.map((event) => Date.parse(event.at)));
    this.visit = followVisit(VISIT, 'split-cool', begun);
  }

  get state(): VisitState {
    return this.visit.state;
  }

  get events(): readonly VisitEvent[] {
    return this.visit.events;
  }

  /** @returns whether it was taken */
  try<K extends EventKind>(kind: K, data: EventDataByKind[K], by = 'Wren'): boolean {
    this.nowMs += 2000;
    const event = {
      id: `e${String(this.events.length + 1).padStart(5, '0')}`,
      visitId: VISIT,
      at: new Date(this.nowMs).toISOString(),
      by,
      kind,
      data,
    } as VisitEvent;
    try {
      checkEvent(this.state, event, { configuration: 'split-cool', coils: COILS, shelf, events: this.events });
    } catch {
      return false;
    }
    this.visit.add(event);
    return true;
  }

  open(source: 'outdoor-unit' | 'air-handler'): void {
    for (const step of lockoutStepsFor('split-cool'))
      this.try('gate.step', { source, step, volts: { live: 121, dead: 0, none: null }[LOCKOUT_TABLE[step].reads ?? 'none'] });
  }

  make({ what, coil, pick, waitS }: Move): void {
    this.nowMs += waitS * 1000;
    const { id: coilId } = COILS[coil]!;
    const by = pick % 3 === 0 ? 'Ives' : 'Wren';
    const run = coilRunOf(this.state, coilId);
    const sectionId = run?.sections[pick % Math.max(1, run.sections.length)]?.id ?? 'none';
    const where = { coilId, sectionId };
    const source = coil === 0 ? 'outdoor-unit' : 'air-handler';
    if (what < 40) this.follow(coilId, pick);
    else if (what < 46) this.try('section.applied', where, by);
    else if (what < 50) this.try('section.rinsed', where, by);
    else if (what < 53) this.try('section.misted', where, by);
    else if (what < 56)
      this.try('section.checked', { ...where, clear: pick % 2 === 0, failed: [WRONG_SIGNS[pick % WRONG_SIGNS.length]!], where: 'all' }, by);
    else if (what < 57) this.try('section.left', { ...where, why: 'Paint between the fins' }, by);
    else if (what < 67) this.try('plan.made', { coilId, plan: PLANS[coilId]![pick % PLANS[coilId]!.length]! }, by);
    else if (what < 71) {
      const cleaner = shelf[pick % shelf.length]!;
      this.try('mix.made', {
        coilId,
        cleanerId: cleaner.id,
        targetWaterParts: 4,
        concentrateL: 0.2,
        waterL: 0.2 * (1 + (pick % 12)),
        applicatorId: 's',
      });
    } else if (what < 75) this.open(source);
    else if (what < 77) this.try('power.restored', { source });
    else if (what < 84) {
      const step = nextPowerStep(this.state.powerUp);
      if (step) this.try('power.step', { step, ok: pick % 5 !== 0 });
    } else if (what < 86) this.try('condensate.looked', { coilId, well: pick % 3 !== 0 });
    else if (what < 88) this.try('foam.ranOff', { coilId }, by);
    else if (what < 95) {
      const target = this.events[pick % Math.max(1, this.events.length)];
      if (target) this.try('event.undone', { eventId: target.id }, by);
    } else if (what < 97) {
      // Graded once more, and the plan that follows, as a phone enters them.
      const grades = graded((pick % 5) as Grade).grades;
      if (this.try('coil.regraded', { coilId, when: pick % 2 === 0 ? 'opened' : 'lifted', grades }, by))
        this.try('plan.made', { coilId, plan: PLANS[coilId]![pick % PLANS[coilId]!.length]! }, by);
    } else if (what < 98) this.try('coil.skipped', { coilId, reason: 'Another day' });
    else if (what < 100) {
      // What is open is sometimes given its reason, sometimes not: then it may not be closed.
      if (pick % 3 > 0)
        for (const { item, standing } of closingChecks(this.state, COILS))
          if (standing === 'open') this.try('close.checked', { item, ok: false, reason: 'Another day, agreed' }, by);
      this.try('visit.closed', { nextDue: '2027-06-11', why: 'yearly', note: '' });
    } else if (pick % 4 === 0) this.try('visit.cancelled', { reason: 'Nobody is at home' }, by);
    else this.try('visit.reopened', { reason: 'Forgot the readings' });
  }

  /** Does what the tool itself says is next. */
  follow(coilId: string, pick: number): void {
    const run = coilRunOf(this.state, coilId);
    if (!run) return;
    const action = nextAction(run, this.nowMs);
    switch (action.kind) {
      case 'wet-coil':
        this.try('coil.wetted', { coilId });
        return;
      case 'wait':
        this.nowMs += Math.max(1, action.seconds) * 1000;
        return;
      case 'condense':
        this.nowMs += (action.seconds + 1) * 1000;
        return;
      case 'close-up':
      case 'done': {
        const step = nextPowerStep(this.state.powerUp);
        if (step === 'called') this.nowMs += 301_000;
        if (step) this.try('power.step', { step, ok: true });
        return;
      }
      case 'look':
        this.try('condensate.looked', { coilId, well: pick % 4 !== 0 });
        return;
      case 'check':
        this.try('section.checked', {
          coilId,
          sectionId: action.section.id,
          clear: pick % 4 !== 0,
          ...(pick % 3 === 0 ? { failed: [WRONG_SIGNS[pick % WRONG_SIGNS.length]!] } : {}),
        });
        return;
      case 'apply':
        this.try('section.applied', { coilId, sectionId: action.section.id });
        return;
      case 'mist':
        this.try('section.misted', { coilId, sectionId: action.section.id });
        return;
      case 'rinse':
        this.try('section.rinsed', { coilId, sectionId: action.section.id });
    }
  }
}

/** What an honest bystander with a notebook would say is foamed: `coil section` → when it went on. Undone entries never were. */
function notebook(events: readonly VisitEvent[]): Map<string, number> {
  const undone = new Set<string>();
  for (const event of [...events].reverse()) if (event.kind === 'event.undone' && !undone.has(event.id)) undone.add(event.data.eventId);
  const on = new Map<string, number>();
  const endings = new Map<string, string>();
  const plans = new Map<string, CoilPlan>();
  for (const event of events) {
    if (undone.has(event.id)) continue;
    if (event.kind === 'plan.made') plans.set(event.data.coilId, event.data.plan);
    if (event.kind === 'section.applied') {
      const key = `${event.data.coilId} ${event.data.sectionId}`;
      on.set(key, Date.parse(event.at));
      endings.set(key, plans.get(event.data.coilId)?.ending ?? 'rinse');
    }
    if (event.kind === 'section.rinsed' || event.kind === 'section.checked') on.delete(`${event.data.coilId} ${event.data.sectionId}`);
    if (event.kind === 'condensate.looked')
      for (const key of [...on.keys()])
        if (key.startsWith(`${event.data.coilId} `) && endings.get(key) === 'condensate') {
          if (event.data.well) on.delete(key);
          else endings.set(key, 'rinse');
        }
  }
  return on;
}

const OPEN = ['waits', 'wet', 'again'];

/** Everything that is told of one state at one moment, held against everything else. */
function agrees({ state, nowMs, events }: Run): void {
  const foamed = notebook(events);
  const onNow = Object.entries(state.sections).flatMap(([coilId, rows]) =>
    Object.entries(rows).flatMap(([id, row]) => (row.foam ? [[`${coilId} ${id}`, row.foam.appliedAtMs] as const] : [])),
  );
  // Foam is a fact: on the coil as in the notebook, with its start.
  sameKeys(new Set(onNow.map((row) => row.join())), new Set([...foamed].map((row) => row.join())));

  const alarms = alarmsOf(state);
  sameKeys(new Set(alarms.map((alarm) => `${alarm.coilId} ${alarm.sectionId}`)), new Set(foamed.keys()));
  const due = new Map(dueAlarms(alarms, nowMs).map((alarm) => [`${alarm.coilId} ${alarm.sectionId}`, alarm.kind]));
  const done = stepsDone(state, COILS);
  const inHand = COILS.filter((coil) => !state.skipped[coil.id]);
  const byHand: string[] = [];

  for (const coil of COILS) {
    const { id: coilId } = coil;
    const run = coilRunOf(state, coilId);
    if (!run) continue;
    // It is graded again just where an entry of it would be taken.
    const moment = regradeDue(state, 'split-cool', coil);
    if (moment !== null && !state.cancelled)
      same(canHappen(state, events, nowMs, 'coil.regraded', { coilId, when: moment, grades: {} }), true);
    const ids = run.sections.map((section) => section.id);
    same(new Set(ids).size, ids.length);
    same(new Set(run.sections.map((section) => section.number)).size, ids.length);
    // Whatever is planned, no piece of a face is lost or washed twice.
    for (const faceId of new Set(run.plan.sections.map((section) => section.faceId))) {
      const areaOf = (some: typeof run.sections) => some.filter((row) => row.faceId === faceId).reduce((sum, row) => sum + row.areaM2, 0);
      same(areaOf(run.sections) >= areaOf(run.plan.sections) - 1e-6, true);
    }
    for (const section of run.sections) {
      const { word } = sectionClock(run, section, nowMs);
      const alarm = due.get(`${coilId} ${section.id}`);
      same(alarm === 'too-long', word === 'too long');
      if (word === 'look now') same(alarm, 'look');
      if (word === 'rinse now' || word === 'close up') oneOf(alarm, ['ready', 'hurry', 'mist']);
      const foam = progressOf(run, section.id).foam;
      if (foam?.ending === 'rinse') byHand.push(section.id);
    }
    const action = nextAction(run, nowMs);
    const words = run.sections.map((section) => sectionClock(run, section, nowMs).word);
    if ('section' in action) {
      const progress = progressOf(run, action.section.id);
      const { word } = sectionClock(run, action.section, nowMs);
      if (action.kind === 'mist') same(word, 'mist now');
      if (action.kind === 'check') same(progress.phase, 'rinsed');
      if (action.kind === 'wait') {
        same(word, 'soaking');
        same(action.seconds >= 0, true);
      }
      if (action.kind === 'apply') {
        same(progress.foam, null);
        same(run.plan.verdict, 'wash');
        same(needsFoam(run.plan, progress), true);
      }
      if (action.kind === 'rinse')
        same(progress.foam ? ['rinse now', 'too long'].includes(word) : run.plan.verdict === 'wash' && OPEN.includes(progress.phase), true);
    } else {
      // Nothing that wants hands is passed over.
      const hands = ['mist now', 'rinse now', 'too long', ...(run.plan.verdict === 'wash' ? ['check'] : [])];
      none(words.filter((word) => hands.includes(word)));
      if (action.kind === 'close-up') oneOf('close up', words);
      if (action.kind === 'condense') oneOf('condensing', words);
      if (action.kind === 'look') oneOf('look now', words);
      if (action.kind === 'done') {
        none(foamedSections(run));
        if (run.plan.verdict === 'wash') same(isWashed(run), true);
      }
    }
    // Close names what was put on, and says of foam that is on.
    same(stillOn(state, coilId) === '', foamedSections(run).length === 0);
    const washed = washedWith(state, coilId, (id) => `<${id}>`) ?? '';
    const main = washed.split('; mixed and not used')[0] ?? '';
    const used = new Set((state.foamed[coilId] ?? []).map((row) => `<${row.value.cleanerId}>`));
    sameKeys(new Set(main.match(/<[^>]+>/g) ?? []), used);
    // Wash and Mix agree whether there is something to mix.
    if (inHand.some((coil) => coil.id === coilId) && done.mix && needsMix(run.plan, run.progress)) same(coilMix(state, coilId), 'ready');
  }

  if (done.wash && inHand.length > 0)
    for (const { id } of inHand) {
      const run = coilRunOf(state, id)!;
      same(nextAction(run, nowMs).kind, 'done');
    }
  // Power: what refuses it, what is on, and what the closing says are one.
  if (state.powerUp.done['power-on']) {
    const looked = Object.values(state.looks).some((look) => !look.value);
    if (!looked) none(byHand);
  } else if (nextPowerStep(state.powerUp) === 'power-on' && !state.closed && !state.cancelled) {
    same(canHappen(state, events, nowMs, 'power.step', { step: 'power-on', ok: true }), noPowerYet(state, nowMs) === null);
  }
  if (byHand.length > 0) expect(noPowerYet(state, nowMs)).toMatch(/rinse it before power/);
  if (!state.closed && !state.cancelled)
    same(
      canHappen(state, events, nowMs, 'visit.closed', { nextDue: '2027-06-11', why: '', note: '' }),
      byHand.length === 0 && closingChecks(state, COILS).every((line) => line.standing !== 'open'),
    );
  else none(byHand);

  // The run sheet has a rinse for all that is to be rinsed, and no foam for what is foamed.
  const runs = inHand.flatMap((coil): RunCoil[] => {
    const run = coilRunOf(state, coil.id);
    return run?.plan.verdict === 'wash'
      ? [
          {
            id: coil.id,
            name: coil.id,
            rows: 1,
            source: coil === OUT ? 'outdoor-unit' : 'air-handler',
            plan: run.plan,
            sections: run.sections,
          },
        ]
      : [];
  });
  const left = remainingTasks(visitTasks(runs), state, 'split-cool', nowMs);
  for (const task of left) {
    if (task.what?.is !== 'foam') continue;
    same(foamed.has(`${task.what.coilId} ${task.what.sectionId}`), false);
  }
  if (done.wash) none(left.filter((task) => ['foam', 'rinse', 'rinse-all', 'wet', 'soak'].includes(task.what?.is ?? '')));
}

function canHappen<K extends EventKind>(
  state: VisitState,
  events: readonly VisitEvent[],
  nowMs: number,
  kind: K,
  data: EventDataByKind[K],
): boolean {
  const event = { id: 'later', visitId: VISIT, at: new Date(nowMs).toISOString(), by: 'Wren', kind, data } as VisitEvent;
  try {
    checkEvent(state, event, { configuration: 'split-cool', coils: COILS, shelf, events });
    return true;
  } catch {
    return false;
  }
}

/** Sequences of moves, and after how many of them a state is looked at. */
const RUNS = 2000;
const LOOK_EVERY = 6;

/** Surveyed, planned and proven dead: what every run begins with. */
function begun(): readonly VisitEvent[] {
  const run = new Run();
  run.try('visit.started', {});
  for (const coil of COILS) run.try('coil.surveyed', { coilId: coil.id, survey: graded(3) });
  for (const coil of COILS) run.try('plan.made', { coilId: coil.id, plan: PLANS[coil.id]![0]! });
  run.open('outdoor-unit');
  run.open('air-handler');
  return run.events;
}

test('no state says two things, whatever happens in whatever order', () => {
  const seen = new Set<string>();
  const before = begun();
  expect(before.length).toBe(1 + 2 * COILS.length + 2 * lockoutStepsFor('split-cool').length);
  fc.assert(
    fc.property(fc.array(move, { minLength: 5, maxLength: 36 }), (moves) => {
      const run = new Run(before);
      moves.forEach((each, i) => {
        run.make(each);
        if (i % LOOK_EVERY === 0) agrees(run);
      });
      agrees(run);
      for (const event of run.events) seen.add(event.kind);
      for (const coil of COILS) {
        const last = coilRunOf(run.state, coil.id);
        if (last) seen.add(`next: ${nextAction(last, run.nowMs).kind}`);
      }
    }),
    { numRuns: RUNS },
  );
  // The search went everywhere: a guard against moves that are always refused.
  for (const kind of [
    'plan.made',
    'section.applied',
    'section.misted',
    'section.rinsed',
    'section.checked',
    'condensate.looked',
    'power.step',
    'event.undone',
    'visit.closed',
    'visit.cancelled',
    'visit.reopened',
    'next: close-up',
    'next: condense',
    'next: rinse',
  ])
    expect(seen).toContain(kind);
});
