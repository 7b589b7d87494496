import fc from 'fast-check';
import { capacityFromModel, chemistryGroup, faceArea, finSurface, USUAL_ROW_DEPTH_M, type CoilGeometry } from '.';
import { finSurfaceRatio } from './geometry';

const wrap = (over: Partial<CoilGeometry> = {}): CoilGeometry => ({
  shape: 'wrap',
  finnedHeightM: 0.6,
  rows: 1,
  finsPerInch: 16,
  rowDepthM: USUAL_ROW_DEPTH_M,
  faces: [
    { id: 'a', name: 'Path', widthM: 0.7, wallSide: false },
    { id: 'b', name: 'Hedge', widthM: 0.5, wallSide: false },
  ],
  ...over,
});
const slabs = (shape: CoilGeometry['shape'], count: number) =>
  wrap({ shape, faces: Array.from({ length: count }, (_, i) => ({ id: `s${i}`, name: `Slab ${i + 1}`, widthM: 0.5, wallSide: false })) });

describe('capacityFromModel', () => {
  test.each([
    ['QH4-036B', 36000, '036'],
    ['tl 024 c', 24000, '024'],
    ['VR60D', 60000, '60'],
    ['4X7-6036-1', 36000, '036'],
  ])('%s', (model, btuh, read) => {
    expect(capacityFromModel(model)).toEqual({ btuh, tons: btuh / 12000, read });
  });

  test.each([
    ['', 'missing'],
    ['QH4-BX', 'unreadable'],
    ['A1360X', 'unreadable'],
    // A figure at the very beginning is a series, not a size.
    ['24QV360-K', 'unreadable'],
    ['DW009', 'unreadable'],
    ['QH036-048', 'ambiguous'],
    ['K24-36', 'ambiguous'],
  ])('refuses "%s" as %s', (model, code) => {
    expect(() => capacityFromModel(model)).toThrow(expect.objectContaining({ code, field: 'model' }));
  });
});

test.each([
  ['DW009', 9000],
  ['W-12-K', 12000],
  ['HX-06', 6000],
  ['DW015', 15000],
])('ductless %s: %i Btu/h', (model, btuh) => expect(capacityFromModel(model, true).btuh).toBe(btuh));

describe('geometry', () => {
  test('faces add up: wrap-round, slab, A- and N-coil', () => {
    expect(faceArea(wrap())).toBeCloseTo(0.72, 12);
    expect([faceArea(slabs('slab', 1)), faceArea(slabs('a-coil', 2)), faceArea(slabs('n-coil', 3))].map((a) => +a.toFixed(9))).toEqual([
      0.3, 0.6, 0.9,
    ]);
  });

  test('fin surface ratio: 16 fins per inch at 0.866 in gives 27.7 (2 × fpi × depth)', () => {
    expect(finSurfaceRatio(16, USUAL_ROW_DEPTH_M)).toBeCloseTo(27.712, 3);
  });

  test('fin surface is proportional to rows, to height and to fins per inch', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 1.5, noNaN: true }), fc.integer({ min: 8, max: 15 }), (height, fpi) => {
        const one = finSurface(wrap({ finnedHeightM: height, finsPerInch: fpi }));
        expect(finSurface(wrap({ finnedHeightM: height, finsPerInch: fpi, rows: 2 }))).toBeCloseTo(2 * one, 8);
        expect(finSurface(wrap({ finnedHeightM: height * 2, finsPerInch: fpi }))).toBeCloseTo(2 * one, 8);
        expect(finSurface(wrap({ finnedHeightM: height, finsPerInch: fpi * 2 }))).toBeCloseTo(2 * one, 8);
      }),
    );
  });

  test.each<[string, CoilGeometry, string]>([
    ['no height', wrap({ finnedHeightM: 0 }), 'finnedHeightM'],
    ['negative height', wrap({ finnedHeightM: -0.6 }), 'finnedHeightM'],
    ['not a number', wrap({ finnedHeightM: NaN }), 'finnedHeightM'],
    ['40 fins per inch', wrap({ finsPerInch: 40 }), 'finsPerInch'],
    ['four rows', wrap({ rows: 4 as 3 }), 'rows'],
    ['no width', wrap({ faces: [{ id: 'a', name: 'Path', widthM: 0, wallSide: false }] }), 'faces[0].widthM'],
    ['no face', wrap({ faces: [] }), 'faces'],
    ['an A-coil of three slabs', slabs('a-coil', 3), 'faces'],
  ])('refuses %s and names the field', (_name, geometry, field) => {
    expect(() => finSurface(geometry)).toThrow(expect.objectContaining({ field }));
  });
});

test('an indoor coil is in the evaporator column whatever it is made of', () => {
  expect(chemistryGroup('evaporator', 'microchannel')).toBe('evaporator');
  expect(chemistryGroup('condenser', 'spine-fin-aluminium')).toBe('water-first');
  expect(chemistryGroup('condenser', 'unknown')).toBe('water-first');
});
