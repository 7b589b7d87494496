import fc from 'fast-check';
import { clashesAmong, SUBSTANCES, type Party } from '../mix';
import { noAnswers, questionsFor, type CoilAnswers, type Surrounding } from '../survey';
import {
  anyConstruction,
  anyContext,
  anyHouse,
  anyRole,
  anySurvey,
  coil,
  graded,
  house,
  mildDay,
  shelf,
  overGoodDrain,
} from '../testing/fixtures';
import { mergedKit, panDose, planCoil, secondOpinion, visitClashes } from '.';
import { PAN_FILL_SHARE } from './panDose';

const answers = (over: Partial<CoilAnswers>): { answers: CoilAnswers } => ({ answers: { ...noAnswers(), ...over } });

describe('second opinion', () => {
  test('sets schools that differ side by side, the shop’s own first, and no two the same', () => {
    const opinions = secondOpinion(coil(), graded(2), mildDay, shelf, house());
    expect(opinions.length).toBeGreaterThanOrEqual(2);
    expect(opinions.length).toBeLessThanOrEqual(4);
    expect(opinions.map((opinion) => opinion.own)).toEqual([true, ...Array<boolean>(opinions.length - 1).fill(false)]);
    expect(opinions.some((opinion) => opinion.plan.chemistry === 'household')).toBe(true);
  });

  test('indoors, whether condensate rinses is a school like any other', () => {
    const indoor = coil('copper-plate-fin', { role: 'evaporator' });
    const endings = (rules: Partial<Parameters<typeof house>[0]>) =>
      secondOpinion(indoor, graded(2, overGoodDrain), mildDay, shelf, house(rules)).map((opinion) => opinion.plan.ending);
    expect(endings({ noRinse: 'condensate' })).toEqual(['condensate', 'rinse', 'rinse']);
    expect(endings({ noRinse: 'rinse-anyway' })).toContain('condensate');
  });

  test('no school breaks a veto', () => {
    fc.assert(
      fc.property(anyConstruction, anySurvey, anyContext, anyHouse, (construction, survey, context, rules) => {
        for (const { plan } of secondOpinion(coil(construction), survey, context, shelf, rules)) {
          expect(plan.chemistry).not.toBe('acid');
          if (construction === 'microchannel') expect(['water', 'neutral', 'microchannel-cleaner']).toContain(plan.chemistry);
        }
      }),
      { numRuns: 60 },
    );
  });
});

test('a sensitive occupant or a neighbour never makes a plan harsher', () => {
  fc.assert(
    fc.property(anyRole, anyConstruction, anySurvey, anyContext, anyHouse, (role, construction, survey, context, rules) => {
      const near: Surrounding[] = ['neighbour', 'pets', 'pond'];
      const plain = planCoil(coil(construction, { role }), survey, context, shelf, rules);
      const careful = planCoil(
        coil(construction, { role }),
        { ...survey, ...answers({ surroundings: near }) },
        { ...context, sensitiveOccupants: true },
        shelf,
        rules,
      );
      expect(careful.chemistry).toBe(plain.chemistry);
      expect(careful.waterParts).toBe(plain.waterParts);
      // Condensate may not rinse there: the foam then comes off by hand, sooner.
      if (plain.ending === careful.ending) expect(careful.dwell).toEqual(plain.dwell);
      else expect(careful.dwell?.minS).toBeLessThanOrEqual(plain.dwell?.minS ?? 0);
      expect(careful.cautions.length).toBeGreaterThanOrEqual(plain.cautions.length);
    }),
  );
});

describe('never together', () => {
  const party = (name: string, ...substances: Party['substances']): Party => ({ name, substances });
  test('bleach with vinegar is chlorine, acid with alkali is heat, neutral with neutral is nothing', () => {
    expect(clashesAmong([party('Drain bleach', 'bleach'), party('Kitchen mix', 'acid')]).map((clash) => clash.makes)).toEqual([
      'chlorine gas',
    ]);
    expect(clashesAmong([party('a', 'acid'), party('b', 'strong-alkali')])).toHaveLength(1);
    expect(clashesAmong([party('a', 'neutral'), party('b', 'neutral')])).toEqual([]);
  });

  test('what is found does not depend on the order of the parties', () => {
    const parties = fc.uniqueArray(fc.record({ name: fc.constantFrom('a', 'b', 'c', 'd'), substances: fc.subarray([...SUBSTANCES]) }), {
      selector: (row) => row.name,
    });
    fc.assert(
      fc.property(parties, (list) => {
        const ids = (found: ReturnType<typeof clashesAmong>) =>
          found.map((clash) => `${clash.id} ${[clash.a, clash.b].sort().join()}`).sort();
        expect(ids(clashesAmong([...list].reverse()))).toEqual(ids(clashesAmong(list)));
      }),
    );
  });

  test('across the visit: both coils, the drain and the last visit', () => {
    const household = planCoil(coil(), graded(1), mildDay, shelf, house({ chemistry: 'household' }));
    expect(household.chemistry).toBe('household');
    expect(visitClashes([household], [], 'bleach', []).map((clash) => clash.id)).toEqual(['never.bleach-acid']);
    expect(visitClashes([household], [{ ...graded(1), ...answers({ bleachInDrain: true }) }], 'rod-or-vacuum', [])).toHaveLength(1);
    expect(visitClashes([household], [], 'rod-or-vacuum', ['alkaline-foam']).map((clash) => clash.id)).toEqual(['never.acid-alkali']);
    expect(visitClashes([household], [], 'rod-or-vacuum', ['water'])).toEqual([]);
  });

  test('where bleach has been, the household mix is not even planned', () => {
    const made = planCoil(coil(), { ...graded(1), ...answers({ bleachInDrain: true }) }, mildDay, shelf, house({ chemistry: 'household' }));
    expect(made.chemistry).not.toBe('household');
    expect(made.because.find((because) => because.id === 'chemistry')?.rules.map((rule) => rule.id)).toContain('veto.bleach-seen');
  });
});

describe('pan arithmetic', () => {
  test('three litres over a drain of half a litre a minute: 1.8 L, then 3 min 36 s', () => {
    const dose = panDose({ panVolumeL: 3, drainLMin: 0.5, pourLMin: 1.5 });
    expect(dose.continuous).toBe(false);
    expect(dose.doseL).toBeCloseTo(1.8, 9);
    expect(dose.pauseS).toBeCloseTo(216, 6);
  });

  test('pouring as told never fills the pan past its share', () => {
    const size = fc.double({ min: 0.1, max: 40, noNaN: true });
    fc.assert(
      fc.property(size, size, size, (panVolumeL, drainLMin, pourLMin) => {
        const dose = panDose({ panVolumeL, drainLMin, pourLMin });
        let level = 0;
        for (let round = 0; round < 20; round += 1) {
          if (dose.continuous) level = Math.max(0, level + pourLMin - drainLMin);
          else level = Math.max(0, level + dose.doseL - (drainLMin * dose.pauseS) / 60);
          expect(level + (dose.continuous ? 0 : dose.doseL)).toBeLessThanOrEqual(panVolumeL * PAN_FILL_SHARE * (1 + 1e-6));
        }
      }),
    );
  });

  test('comes into the plan once pan and drain are measured', () => {
    const measured = { ...graded(3), ...answers({ panVolumeL: 3, drainLMin: 0.5 }) };
    expect(planCoil(coil('copper-plate-fin', { role: 'evaporator' }), measured, mildDay, shelf, house()).panDose?.doseL).toBeCloseTo(
      1.8,
      9,
    );
    expect(planCoil(coil(), measured, mildDay, shelf, house()).panDose).toBeNull();
  });
});

test('one screen never asks what cannot apply', () => {
  const ids = (role: 'condenser' | 'evaporator', configuration: Parameters<typeof questionsFor>[1]) =>
    questionsFor({ role, topOpens: true }, configuration).map((question) => question.id);
  expect(ids('condenser', 'split-cool')).not.toContain('pan');
  expect(ids('evaporator', 'split-cool')).not.toContain('weepHoles');
  expect(ids('evaporator', 'split-cool')).toContain('finishedCeiling');
  expect(ids('evaporator', 'package-ac')).not.toContain('finishedCeiling');
  expect(ids('evaporator', 'ductless-split')).not.toContain('floatSwitch');
  const beside = (over: Partial<CoilAnswers>) =>
    questionsFor({ role: 'evaporator', topOpens: false }, 'split-cool', [], { ...noAnswers(), ...over }).map((question) => question.id);
  expect(beside({ trap: 'wet' })).not.toContain('blower');
  expect(beside({ trap: 'none' })).toContain('blower');
  // What was answered stays in view.
  expect(beside({ trap: 'wet', blower: 'draws' })).toContain('blower');
  expect(beside({})).not.toContain('filterCount');
  expect(beside({ filter: 'loaded' })).toContain('filterCount');
});

test('one kit for both coils, each thing once; gloves and goggles wherever there is cleaner', () => {
  const kits = [
    planCoil(coil(), graded(3), mildDay, shelf, house()),
    planCoil(coil('copper-plate-fin', { role: 'evaporator' }), graded(2), mildDay, shelf, house()),
  ].map((plan) => plan.kit);
  const names = mergedKit(kits).map((item) => item.what);
  expect(new Set(names).size).toBe(names.length);
  expect(names).toEqual(
    expect.arrayContaining(['Chemical gloves', 'Sealed goggles', 'Running water within reach', 'Low-pressure sprayer and bucket']),
  );
  expect(planCoil(coil(), graded(0), mildDay, shelf, house()).kit.map((item) => item.what)).not.toContain('Chemical gloves');
});

test('an unknown construction says what it would be on copper tube', () => {
  expect(planCoil(coil('unknown'), graded(3), mildDay, shelf, house()).missing.join()).toContain(
    'On copper tube it would be: alkaline 4 : 1',
  );
});

test('advice follows what was seen, the clearance first when it is short', () => {
  const survey = { ...graded(2), ...answers({ clearanceM: 0.3 }) };
  const { advice } = planCoil(coil(), survey, { ...mildDay, story: { symptoms: [], facts: ['dryer-vent'], hazards: [] } }, shelf, house());
  expect(advice[0]).toBe('Keep 24 in clear all round; it has 11.8 in.');
  expect(advice.join()).toContain('dryer vent');
});
