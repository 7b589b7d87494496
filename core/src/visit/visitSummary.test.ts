import { planCoil } from '../method';
import { foldVisit, isOpenFinding, type VisitEvent } from '../run';
import { graded, house, mildDay, shelf, overGoodDrain } from '../testing/fixtures';
import { fullRun, fullRunCoils, fullRunPlans, scribe } from '../testing/fullRun';
import { emptySurvey } from '../survey';
import { contextOf, rulesOf } from './visitContext';
import { systemFindings, shopLearned, washesSinceOpened } from '../history/earlierVisits';
import { costFacts, costOfVisit } from './visitCost';
import { visitSummary } from './visitSummary';
import { startSurvey, soilsFor } from '../survey/startSurvey';
import { stillOn, washedWith } from './washedWith';

const [OUT, INN] = fullRunCoils;
const [outPlan] = fullRunPlans;
const state = (events: readonly VisitEvent[]) => foldVisit('v', 'split-cool', events);
const named = (id: string) => id.toUpperCase();
const setting = {
  configuration: 'split-cool' as const,
  refrigerant: 'R-410A' as const,
  latitudeDeg: 42,
  longitudeDeg: -100,
  altitudeM: 0,
  hours: [],
  washesSinceOpened: {},
  canYieldM2: {},
};

describe('what the record says of the wash', () => {
  const foamed = () => {
    const run = scribe('v');
    run.happen('plan.made', { coilId: OUT.id, plan: outPlan });
    run.happen('mix.made', { coilId: OUT.id, cleanerId: 'alkaline', targetWaterParts: 4, concentrateL: 1, waterL: 4, applicatorId: 's' });
    run.happen('section.applied', { coilId: OUT.id, sectionId: outPlan.sections[0]!.id });
    return run;
  };

  test('the cleaner that was put on, at the strength that was poured, whatever is planned now', () => {
    const run = foamed();
    run.happen('plan.made', { coilId: OUT.id, plan: { ...outPlan, cleanerId: 'neutral', cleanerName: 'neutral', waterParts: 10 } });
    expect(washedWith(run.state(), OUT.id, named)).toBe('ALKALINE, 4 : 1');
  });

  test('what was mixed and not used is named apart; rinsed without foam it was water; untouched, not washed', () => {
    const run = scribe('v');
    run.happen('plan.made', { coilId: OUT.id, plan: outPlan });
    expect(washedWith(run.state(), OUT.id, named)).toBe('not washed');
    run.happen('mix.made', { coilId: OUT.id, cleanerId: 'alkaline', targetWaterParts: 4, concentrateL: 1, waterL: 4, applicatorId: 's' });
    run.happen('section.rinsed', { coilId: OUT.id, sectionId: outPlan.sections[0]!.id });
    expect(washedWith(run.state(), OUT.id, named)).toBe('water; mixed and not used: ALKALINE, 4 : 1');
  });

  test('foam that is still on stands there', () => {
    const run = foamed();
    expect(stillOn(run.state(), OUT.id)).toBe('Foam is on section 1.');
    run.happen('section.rinsed', { coilId: OUT.id, sectionId: outPlan.sections[0]!.id });
    expect(stillOn(run.state(), OUT.id)).toBe('');
  });
});

test('a plan is made from what was entered: the schools chosen, the air on the spot, return air only where its humidity was read', () => {
  const run = scribe('v');
  run.happen('rules.chosen', { name: 'Long', rules: { dwell: 'short' } });
  run.happen('identity.noted', {
    model: '',
    refrigerant: 'R-32',
    madeYear: null,
    sensitiveOccupants: true,
    serial: '',
    metering: 'unknown',
    era: 'unknown',
  });
  run.happen('reading.taken', { when: 'before', returnC: 24, supplyC: 16, outdoorC: 24 });
  const before = contextOf(setting, run.state());
  expect(before).toMatchObject({ refrigerant: 'R-32', sensitiveOccupants: true, returnAir: null, site: null, sky: null });
  run.happen('reading.taken', { when: 'before', returnC: 25, supplyC: 16, outdoorC: 24, returnRhPct: 60 });
  expect(contextOf(setting, run.state()).returnAir).toEqual({ dryBulbC: 25, rhPct: 60 });
  expect(rulesOf(house({ dwell: 'long', drain: 'bleach' }), run.state())).toMatchObject({ dwell: 'short', drain: 'bleach' });
});

const UNIT = { refrigerant: 'R-410A' as const, btuh: 36_000, altitudeM: 0 };

describe('history', () => {
  test('a finding stands until some visit closes it', () => {
    const one = scribe('v');
    const finding = one.happen('finding.noted', { what: 'contactor', coilId: null, note: 'Pitted', action: 'Quote' });
    const read = (run: ReturnType<typeof scribe>) => visitSummary(run.state(), run.events, [], UNIT);
    const visits = [{ id: 'v', day: '2025-06-01', read: read(one) }];
    expect(systemFindings(visits)).toMatchObject([{ what: 'contactor', visitId: 'v', findingId: finding.id }]);
    const two = scribe('w');
    two.happen('finding.closed', { findingId: finding.id, note: '' });
    expect(systemFindings([...visits, { id: 'w', day: '2026-06-01', read: read(two) }]).filter(isOpenFinding)).toEqual([]);
  });

  test('washes count up until one opens the coil from inside', () => {
    const of = (opening: 'exterior' | 'top-open') => {
      const run = scribe('v');
      run.happen('plan.made', { coilId: OUT.id, plan: { ...outPlan, opening } });
      return visitSummary(run.state(), run.events, [OUT], UNIT);
    };
    expect(washesSinceOpened([of('exterior'), of('exterior')])).toEqual({ [OUT.id]: 2 });
    expect(washesSinceOpened([of('exterior'), of('top-open'), of('exterior')])).toEqual({ [OUT.id]: 1 });
  });

  test('what a can covers is learned from enough visits, and not from one', () => {
    const can = { ...outPlan, cleanerId: 'can' };
    const visit = () => {
      const run = scribe('v');
      run.happen('plan.made', { coilId: OUT.id, plan: can });
      for (const section of can.sections) run.happen('section.applied', { coilId: OUT.id, sectionId: section.id });
      run.happen('mix.made', {
        coilId: OUT.id,
        cleanerId: 'can',
        targetWaterParts: 0,
        concentrateL: 0.5,
        waterL: 0,
        applicatorId: 'pack-can',
      });
      run.happen('visit.closed', { nextDue: '2027-06-11', why: '', note: '' });
      return visitSummary(run.state(), run.events, [OUT], UNIT);
    };
    expect(shopLearned([visit()], [{ id: 'can', packL: 0.5 }]).canYieldM2).toEqual({});
    // Half a litre is one can; it covered both faces, 0.72 m².
    expect(shopLearned([visit(), visit(), visit()], [{ id: 'can', packL: 0.5 }]).canYieldM2['can']).toBeCloseTo(0.72, 9);
  });

  test('a visit costs its product, water and time, and is told by its strongest means', () => {
    const cost = costOfVisit(
      costFacts(state(fullRun('v')), [OUT, INN]),
      new Map(shelf.map((row) => [row.id, { ...row, packL: 4, packPrice: 40 }])),
      { hourlyRate: 60, waterPricePerM3: 2 },
    );
    expect(cost.means).toBe('mixed');
    expect(cost.cost.total).toBeCloseTo(cost.cost.product + cost.cost.water + cost.cost.work, 9);
    expect(cost.cost.work).toBeCloseTo(cost.minutes, 6);
    expect(costOfVisit(costFacts(state([]), []), new Map(), { hourlyRate: 60, waterPricePerM3: 2 }).means).toBe('water');
  });
});

test('a survey starts from what is built and stays, never from what must be seen anew', () => {
  const before = {
    ...graded(3),
    soils: ['grease' as const],
    iced: true,
    answers: { ...emptySurvey().answers, disconnect: 'lever' as const, finStiffness: 'soft' as const, primaryDrain: 'blocked' as const },
  };
  const start = startSurvey(undefined, before);
  expect(start).toMatchObject({ grades: {}, soils: ['grease'], iced: false });
  expect(start.answers).toMatchObject({ disconnect: 'lever', finStiffness: 'soft' });
  expect(start.answers.primaryDrain).not.toBe('blocked');
  expect(startSurvey(graded(1), before)).toEqual(graded(1));
  expect(soilsFor('evaporator')).not.toContain('mud');
  expect(soilsFor('condenser')).not.toContain('biofilm');
});

test('the plan of a humid house and of a dry one end differently', () => {
  const humid = planCoil(INN, graded(2, overGoodDrain), { ...mildDay, returnAir: { dryBulbC: 25, rhPct: 60 } }, shelf, house());
  const dry = planCoil(INN, graded(2, overGoodDrain), { ...mildDay, returnAir: { dryBulbC: 22, rhPct: 15 } }, shelf, house());
  expect([humid.ending, dry.ending]).toEqual(['condensate', 'rinse']);
});
