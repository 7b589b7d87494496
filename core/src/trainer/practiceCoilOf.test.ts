import fc from 'fast-check';
import { anyConstruction, anyRole, anySurvey, coil } from '../testing/fixtures';
import { newPack } from './finPack';
import { planWay } from './planWay';
import { practiceCoilOf } from './practiceCoilOf';

test('any coil of a visit makes one to practise on, and no word of it goes along', () => {
  fc.assert(
    fc.property(
      anyRole,
      anyConstruction,
      anySurvey,
      fc.double({ min: 0.05, max: 4, noNaN: true }),
      (role, construction, survey, widthM) => {
        const secret = 'Odile’s fryer';
        const build = coil(construction, {
          role,
          id: secret,
          name: secret,
          geometry: { ...coil().geometry, faces: [{ id: secret, name: secret, widthM, wallSide: false }] },
        });
        const made = practiceCoilOf(build, { ...survey, grades: { [secret]: [3] }, note: secret }, null);
        expect(JSON.stringify(made)).not.toContain('Odile');
        expect(made).toMatchObject({ role, construction, grade: 3, rows: 1 });
        const given = { ...made, id: 'made' };
        expect(newPack(given, 1, 4).startG).toBeGreaterThan(0);
        expect(planWay(given).plan.coilId).toBe('made');
      },
    ),
    { numRuns: 60 },
  );
});
