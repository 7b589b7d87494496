import { planCoil } from '@elm-mist/core/method';
import { anyConstruction, anyContext, anyHouse, anyRole, anySurvey, coil, shelf } from '@elm-mist/core/testing/fixtures';
import { fullRunPlans } from '@elm-mist/core/testing/fullRun';
import fc from 'fast-check';
import { ContractError, eachEvent } from '.';

const fieldsAtFault = (call: () => unknown): string[] => {
  try {
    call();
  } catch (error) {
    if (error instanceof ContractError) return Object.keys(error.fields);
    throw error;
  }
  return [];
};
const event = {
  id: '0198a1b2-0000-7000-8000-000000000001',
  visitId: 'v1',
  at: '2026-06-11T14:30:00.000Z',
  by: 'Wren',
};

describe('a plan', () => {
  const [plan] = fullRunPlans;
  const sent = (data: unknown) => [...eachEvent({ events: [{ ...event, kind: 'plan.made', data: { coilId: 'c', plan: data } }] })][0]?.data;

  test('as the planner makes it is taken and kept whole, whatever the coil, its soil, the air and the shelf', () => {
    fc.assert(
      fc.property(
        fc.record({ role: anyRole, construction: anyConstruction, survey: anySurvey, context: anyContext, rules: anyHouse }),
        ({ role, construction, survey, context, rules }) => {
          const made = JSON.parse(JSON.stringify(planCoil(coil(construction, { role }), survey, context, shelf, rules))) as unknown;
          expect(sent(made)).toEqual({ coilId: 'c', plan: made });
        },
      ),
      { numRuns: 200 },
    );
    expect(sent({ ...plan, of: 'a later version' })).toMatchObject({ plan: { of: 'a later version' } });
  });

  test.each<[string, object, string]>([
    ['without its reasons', { because: undefined }, 'because'],
    ['with a step that is none', { steps: [{ ...plan.steps[0], id: 'constructor' }] }, 'steps[0].id'],
    [
      'with a figure of no kind',
      { because: [{ ...plan.because[0], result: { label: 'x', quantity: { kind: 'toString' } } }] },
      'because[0].result.quantity',
    ],
    ['with an unknown verdict', { verdict: 'perhaps' }, 'verdict'],
    ['with a dwell of a day', { dwell: { minS: 86_400, maxS: null } }, 'dwell.minS'],
    ['with facts that are no facts', { facts: { soils: [{}] } }, 'facts'],
    ['with sections that are none', { sections: {} }, 'sections'],
  ])('%s is refused at its field', (_how, change, field) => {
    expect(fieldsAtFault(() => sent({ ...plan, ...change }))).toEqual([`events[0].data.plan.${field}`]);
  });
});
