import type { CleanerRecord } from '@elm-mist/contract';
import type { CountsAgainst } from '@elm-mist/core/mix';
import { LITRES_PER_GALLON } from '@elm-mist/core/units';
import { ambiguous, cleanerInput, cleanerSchema, startValues, type CleanerValues } from './cleanerValues';

const cleaner: CleanerRecord = {
  id: 'bramble',
  name: 'Bramble',
  chemistry: 'alkaline-foam',
  form: 'concentrate',
  chart: { light: 10, medium: null, heavy: 4 },
  dwellMinS: 300,
  dwellMaxS: 600,
  allowedConstructions: ['copper-plate-fin'],
  indoor: false,
  outdoor: true,
  rinseNeeded: true,
  waterFirst: true,
  handling: ['shake'],
  hazardWords: 'Burns.',
  countsAgainst: null,
  phLow: 12.5,
  phHigh: null,
  packL: LITRES_PER_GALLON,
  packPrice: 34.5,
  lowL: null,
  assumed: [],
  sheet: null,
};
const faults = async (values: CleanerValues, against: CountsAgainst | null = null): Promise<string[]> => {
  try {
    await cleanerSchema('us', () => against).validate(values, { abortEarly: false });
    return [];
  } catch (error) {
    return (error as { inner: { path: string }[] }).inner.map((row) => row.path).sort();
  }
};

test.each(['us', 'si'] as const)('a label opened for change and kept as it was stays the same (%s)', async (units) => {
  const values = startValues(cleaner, units);
  expect(await faults(values)).toEqual([]);
  const input = cleanerInput(values, null, units);
  const { id, assumed, sheet, ...rest } = cleaner;
  expect([id, assumed, sheet]).toEqual(['bramble', [], null]);
  expect(input).toEqual({ ...rest, chart: { light: '10:1', medium: null, heavy: '4:1' }, packL: expect.closeTo(rest.packL, 3) });
});

test('what was only assumed opens empty and goes back as not said', () => {
  const values = startValues({ ...cleaner, assumed: ['chart', 'dwell', 'materials', 'indoor', 'rinse', 'hazard'] }, 'us');
  expect(values).toMatchObject({
    light: '',
    heavy: '',
    dwellMin: '',
    materials: [],
    indoor: 'silent',
    outdoor: 'yes',
    rinse: 'silent',
    handling: ['shake'],
    hazardWords: '',
  });
  expect(cleanerInput(values, null, 'us')).toMatchObject({
    chart: { light: null, heavy: null },
    dwellMinS: null,
    allowedConstructions: null,
    indoor: null,
    outdoor: true,
    rinseNeeded: null,
  });
});

test('every line at fault is named', async () => {
  const values = {
    ...startValues(undefined, 'us'),
    light: 'strong',
    dwellMin: '-3',
    pack: '0',
    price: 'a lot',
    phLow: '15',
    low: '1 sack',
  };
  expect(await faults(values)).toEqual(['dwellMin', 'light', 'low', 'name', 'pack', 'phLow', 'price']);
});

test('a strength that can be read two ways is a fault until it is known which is meant', async () => {
  const values = { ...startValues(cleaner, 'us'), medium: '16 oz per gallon' };
  expect(await faults(values)).toEqual(['medium']);
  expect(await faults(values, 'mix')).toEqual([]);
  expect(ambiguous(values)?.readings.map((reading) => reading.waterParts)).toEqual([8, 7]);
  expect(ambiguous(startValues(cleaner, 'us'))).toBeNull();
});

test('a can has no strength to send, whatever stood in its lines', () => {
  expect(cleanerInput({ ...startValues(cleaner, 'us'), form: 'aerosol' }, null, 'us').chart).toEqual({
    light: null,
    medium: null,
    heavy: null,
  });
});
