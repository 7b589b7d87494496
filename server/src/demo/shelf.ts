import type { ApplicatorRecord, CleanerRecord } from '@elm-mist/contract';
import { CONSTRUCTIONS } from '@elm-mist/core/equipment';
import type { DialPosition } from '@elm-mist/core/mix';
import { LITRES_PER_FL_OZ, LITRES_PER_GALLON } from '@elm-mist/core/units';

const minutes = (n: number) => Math.round(n * 60);
const cleaner = (row: Partial<CleanerRecord> & Pick<CleanerRecord, 'id' | 'name' | 'chemistry' | 'packPrice'>): CleanerRecord => ({
  form: 'concentrate',
  chart: { light: null, medium: null, heavy: null },
  dwellMinS: minutes(5),
  dwellMaxS: minutes(10),
  allowedConstructions: [],
  indoor: false,
  outdoor: true,
  rinseNeeded: true,
  waterFirst: true,
  hazardWords: '',
  handling: [],
  packL: LITRES_PER_GALLON,
  countsAgainst: null,
  phLow: null,
  phHigh: null,
  lowL: null,
  assumed: [],
  sheet: null,
  ...row,
});

export const DEMO_CLEANERS: CleanerRecord[] = [
  cleaner({
    id: 'bramble',
    name: 'Bramble alkaline foam',
    chemistry: 'alkaline-foam',
    chart: { light: 10, medium: 6, heavy: 4 },
    allowedConstructions: ['copper-plate-fin', 'spine-fin-copper'],
    hazardWords: 'Burns skin and eyes.',
    phLow: 12.5,
    phHigh: 13.5,
    packPrice: 34.5,
    lowL: LITRES_PER_GALLON,
  }),
  cleaner({
    id: 'tansy',
    name: 'Tansy neutral wash',
    chemistry: 'neutral',
    chart: { light: 20, medium: 10, heavy: 10 },
    dwellMinS: minutes(3),
    dwellMaxS: minutes(15),
    allowedConstructions: [...CONSTRUCTIONS],
    hazardWords: 'Stings eyes.',
    phLow: 7,
    phHigh: 8,
    packPrice: 22,
    lowL: LITRES_PER_GALLON / 2,
  }),
  cleaner({
    id: 'kitchen',
    name: 'House kitchen mix',
    chemistry: 'household',
    chart: { light: 16, medium: 12, heavy: null },
    dwellMinS: minutes(1),
    dwellMaxS: minutes(10),
    allowedConstructions: ['copper-plate-fin', 'spine-fin-copper'],
    hazardWords: 'Holds vinegar: never with bleach.',
    handling: ['shake'],
    packPrice: 4,
  }),
  cleaner({
    id: 'reed',
    name: 'Reed microchannel wash',
    chemistry: 'microchannel-cleaner',
    chart: { light: 12, medium: 8, heavy: 6 },
    dwellMinS: minutes(3),
    dwellMaxS: minutes(8),
    allowedConstructions: ['microchannel', 'aluminium-plate-fin'],
    hazardWords: 'Stings eyes.',
    phLow: 8,
    phHigh: 9,
    packPrice: 41,
    lowL: LITRES_PER_GALLON / 4,
  }),
  cleaner({
    id: 'sedge',
    name: 'Sedge evaporator foam',
    chemistry: 'evaporator-foam',
    chart: { light: 10, medium: 8, heavy: 5 },
    allowedConstructions: [...CONSTRUCTIONS].filter((c) => c !== 'coated'),
    indoor: true,
    outdoor: false,
    rinseNeeded: false,
    hazardWords: 'Stings eyes.',
    phLow: 8,
    phHigh: 9.5,
    packPrice: 38,
    lowL: LITRES_PER_GALLON / 2,
  }),
  cleaner({
    id: 'sedge-can',
    name: 'Sedge foam can',
    chemistry: 'evaporator-foam',
    form: 'aerosol',
    allowedConstructions: [...CONSTRUCTIONS].filter((c) => c !== 'coated'),
    indoor: true,
    outdoor: false,
    rinseNeeded: false,
    hazardWords: 'Flammable propellant.',
    handling: ['shake', 'upright'],
    packL: 18 * LITRES_PER_FL_OZ,
    packPrice: 13,
    lowL: 2 * 18 * LITRES_PER_FL_OZ,
  }),
];

/** The marks say parts of water; the middle one was put to the bucket and watch, and draws less than it says. */
const DEMO_DIAL: DialPosition[] = [3, 4, 6, 8, 10].map((waterParts) => ({
  mark: String(waterParts),
  waterParts,
  measured: waterParts === 6 ? { waterParts: 6.4, day: '2026-04-20' } : null,
}));

export const DEMO_APPLICATORS: ApplicatorRecord[] = [
  { id: 'hand-bottle', name: '32 fl oz hand bottle', kind: 'hand-bottle', capacityL: 32 * LITRES_PER_FL_OZ, dial: [] },
  { id: 'foaming-gun', name: '36 fl oz foaming gun', kind: 'foaming-gun', capacityL: 36 * LITRES_PER_FL_OZ, dial: DEMO_DIAL },
  { id: 'pump-sprayer', name: '2 gal pump sprayer', kind: 'pump-sprayer', capacityL: 2 * LITRES_PER_GALLON, dial: [] },
  { id: 'bucket', name: '5 gal bucket', kind: 'bucket', capacityL: 5 * LITRES_PER_GALLON, dial: [] },
];

/** Bottles on the shelf on the demo's own day; `expiresInDays` counts from it. */
export const DEMO_STOCK: { id: string; cleanerId: string; lot: string; expiresInDays: number | null; sizeL: number; leftL: number }[] = [
  { id: 'bramble-1', cleanerId: 'bramble', lot: 'B-0417', expiresInDays: 300, sizeL: LITRES_PER_GALLON, leftL: 0.55 * LITRES_PER_GALLON },
  { id: 'bramble-2', cleanerId: 'bramble', lot: 'B-0417', expiresInDays: 300, sizeL: LITRES_PER_GALLON, leftL: LITRES_PER_GALLON },
  { id: 'tansy-1', cleanerId: 'tansy', lot: 'T-88', expiresInDays: null, sizeL: LITRES_PER_GALLON, leftL: 0.8 * LITRES_PER_GALLON },
  { id: 'reed-1', cleanerId: 'reed', lot: 'R-12', expiresInDays: 41, sizeL: LITRES_PER_GALLON, leftL: 0.9 * LITRES_PER_GALLON },
  { id: 'sedge-1', cleanerId: 'sedge', lot: 'S-203', expiresInDays: 500, sizeL: LITRES_PER_GALLON, leftL: 0.3 * LITRES_PER_GALLON },
  ...[1, 2, 3].map((n) => ({
    id: `sedge-can-${n}`,
    cleanerId: 'sedge-can',
    lot: 'SC-9',
    expiresInDays: 700,
    sizeL: 18 * LITRES_PER_FL_OZ,
    leftL: 18 * LITRES_PER_FL_OZ,
  })),
];
