import type { CoilRecord } from '@elm-mist/contract';
import { fullRunCoils } from '@elm-mist/core/testing/fullRun';
import fc from 'fast-check';
import { coilFormSchema, coilOfForm, formOfCoil } from './coilFormValues';

const usual: CoilRecord = { ...fullRunCoils[0], systemId: 's1', name: '', archived: false };
const metres = (least: number, most: number) => fc.double({ min: least, max: most, noNaN: true });
const coils = fc
  .record({
    finnedHeightM: metres(0.06, 3.9),
    widths: fc.array(metres(0.06, 5.9), { minLength: 1, maxLength: 4 }),
    facesDeg: fc.option(fc.double({ min: 0, max: 359.9, noNaN: true })),
    fence: fc.option(fc.record({ heightM: metres(0.01, 19), distanceM: metres(0.06, 29) })),
  })
  .map(({ finnedHeightM, widths, facesDeg, fence }): CoilRecord => ({
    ...usual,
    geometry: {
      ...usual.geometry,
      finnedHeightM,
      faces: widths.map((widthM, i) => ({ id: `x${i}`, name: `Face ${i}`, widthM, wallSide: i === 1, facesDeg, fence })),
    },
  }));
const units = fc.constantFrom('us' as const, 'si' as const);

test('a coil that was opened and saved with nothing changed is the same coil, however roughly it was shown', () => {
  fc.assert(
    fc.property(coils, units, (coil, system) => {
      const shown = formOfCoil(coil, 'condenser', system);
      const kept = coilOfForm(coilFormSchema(system).validateSync(shown), coil, 'condenser', system, false);
      expect(kept.finnedHeightM).toBe(coil.geometry.finnedHeightM);
      expect(kept.faces).toEqual(coil.geometry.faces);
    }),
  );
});

test('what was typed is what is kept, of that field alone', () => {
  fc.assert(
    fc.property(coils, (coil) => {
      const shown = formOfCoil(coil, 'condenser', 'si');
      const [first, ...rest] = shown.faces;
      const typed = { ...shown, faces: [{ ...first!, width: '1234', facesDeg: 90 }, ...rest] };
      const { faces } = coilOfForm(typed, coil, 'condenser', 'si', false);
      // A width that was shown as that already was not changed, and stays as exact as it was.
      expect(faces[0]?.widthM).toBe(first!.width === '1234' ? coil.geometry.faces[0]!.widthM : 1.234);
      // A direction chosen is the one kept, unless the face looked that way already.
      const before = coil.geometry.faces[0]?.facesDeg ?? null;
      expect(faces[0]?.facesDeg).toBe(before !== null && shown.faces[0]?.facesDeg === 90 ? before : 90);
      expect(faces.slice(1)).toEqual(coil.geometry.faces.slice(1));
    }),
  );
});
