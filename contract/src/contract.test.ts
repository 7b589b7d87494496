import { cleanerInputSchema, coilInputSchema, ContractError, eventsInputSchema, parseInput, systemInputSchema } from '.';

const fieldsOf = (call: () => unknown): Record<string, string> => {
  try {
    call();
  } catch (error) {
    if (error instanceof ContractError) return error.fields;
    throw error;
  }
  throw new Error('nothing was refused');
};

const coil = {
  role: 'condenser',
  construction: 'microchannel',
  shape: 'wrap',
  finnedHeightM: 0.6,
  rows: 1,
  finsPerInch: 18,
  rowDepthM: 0.022,
  faces: [{ id: 'a', name: 'Path', widthM: 0.7, wallSide: false }],
  guards: 'wire',
  topOpens: true,
};
const cleaner = {
  name: 'Bramble alkaline foam',
  chemistry: 'alkaline-foam',
  form: 'concentrate',
  chart: { light: '10:1', medium: '6:1', heavy: '1 in 5' },
  dwellMinS: 300,
  dwellMaxS: 600,
  allowedConstructions: ['copper-plate-fin'],
  indoor: false,
  outdoor: true,
  packL: 3.785,
  packPrice: 31,
};
const event = {
  id: '0198a1b2-0000-7000-8000-000000000001',
  visitId: 'v1',
  at: '2026-06-11T14:30:00.000Z',
  by: 'Wren',
  kind: 'site.noted',
  data: { dryBulbC: 30, rhPct: 40, windMs: 1, sun: 'shade' },
};

test('good input passes, defaults are filled and unknown keys dropped', () => {
  expect(parseInput(coilInputSchema, { ...coil, extra: 1 })).toEqual({ ...coil, makerWaterOnly: false, sizeEstimated: false });
  expect(parseInput(cleanerInputSchema, cleaner).chart.heavy).toBe('1 in 5');
  expect(parseInput(eventsInputSchema, { events: [event] }).events[0]).toEqual(event);
});

test.each([
  ['area 0', { ...coil, finnedHeightM: 0 }, 'finnedHeightM'],
  ['a negative width', { ...coil, faces: [{ ...coil.faces[0], widthM: -1 }] }, 'faces[0].widthM'],
  ['40 fins per inch', { ...coil, finsPerInch: 40 }, 'finsPerInch'],
  ['rows as text', { ...coil, rows: '2' }, 'rows'],
  ['an unknown construction', { ...coil, construction: 'tin' }, 'construction'],
])('a coil with %s is refused at its field', (_name, input, field) => {
  expect(Object.keys(fieldsOf(() => parseInput(coilInputSchema, input)))).toContain(field);
});

test.each(['4', '4:0', '-3:1', 4])('a label that says %j is refused at its field', (heavy) => {
  expect(fieldsOf(() => parseInput(cleanerInputSchema, { ...cleaner, chart: { ...cleaner.chart, heavy } }))).toHaveProperty([
    'chart.heavy',
  ]);
});

test('a model without capacity is refused, unless the capacity is given', () => {
  const system = {
    placeId: 'p',
    name: 'Heat pump',
    configuration: 'split-heat-pump',
    model: 'QH-BX',
    refrigerant: 'R-410A',
    madeYear: 2015,
  };
  expect(fieldsOf(() => parseInput(systemInputSchema, system))).toHaveProperty('model');
  expect(parseInput(systemInputSchema, { ...system, btuh: 36000 }).btuh).toBe(36000);
});

test.each([
  ['an unknown kind', { ...event, kind: 'coil.painted' }, 'events[0].kind'],
  ['humidity over 100', { ...event, data: { ...event.data, rhPct: 130 } }, 'events[0].data.rhPct'],
  ['an id that is no UUID', { ...event, id: '7' }, 'events[0].id'],
  ['a time with an offset', { ...event, at: '2026-06-11T14:30:00+02:00' }, 'events[0].at'],
  [
    'a mix of nothing',
    {
      ...event,
      kind: 'mix.made',
      data: { coilId: 'c', cleanerId: 'x', targetWaterParts: 4, concentrateL: 0, waterL: 0, applicatorId: 'a' },
    },
    'events[0].data.concentrateL',
  ],
  [
    'a grade of 7',
    { ...event, kind: 'coil.checked', data: { coilId: 'c', gradesAfter: { a: [7] }, note: '' } },
    'events[0].data.gradesAfter.a[0]',
  ],
  [
    'a plan without a dwell',
    {
      ...event,
      kind: 'plan.made',
      data: { coilId: 'c', plan: { engine: '1', coilId: 'c', verdict: 'wash', cleanerId: null, waterParts: null, sections: [] } },
    },
    'events[0].data.plan.dwell',
  ],
])('an event with %s is refused at its field', (_name, input, field) => {
  expect(Object.keys(fieldsOf(() => parseInput(eventsInputSchema, { events: [input] })))).toContain(field);
});

test('a stored plan keeps everything that was in it', () => {
  const plan = {
    engine: '1',
    coilId: 'c',
    verdict: 'wash',
    cleanerId: null,
    waterParts: null,
    dwell: null,
    sections: [{ id: 'a', areaM2: 0.3, number: 1 }],
    because: [{ id: 'x' }],
  };
  const [stored] = parseInput(eventsInputSchema, { events: [{ ...event, kind: 'plan.made', data: { coilId: 'c', plan } }] }).events;
  expect(stored?.data).toEqual({ coilId: 'c', plan });
});
