import {
  applicatorInputSchema,
  cleanerInputSchema,
  coilInputSchema,
  ContractError,
  eachEvent,
  METER_ROWS,
  METER_VALUES,
  meterInputSchema,
  MOST_EVENTS_PER_REQUEST,
  parseInput,
  systemInputSchema,
  visitSlotSchema,
} from '.';

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
  expect(parseInput(coilInputSchema, { ...coil, extra: 1 })).toEqual({ ...coil, name: '', makerWaterOnly: false, sizeEstimated: false });
  expect(parseInput(cleanerInputSchema, cleaner).chart.heavy).toBe('1 in 5');
  expect([...eachEvent({ events: [event] })][0]).toEqual(event);
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
  ['a task named like a part of the language', { ...event, kind: 'task.begun', data: { taskId: 'constructor' } }, 'events[0].data.taskId'],
  ['a coil named like one', { ...event, kind: 'coil.wetted', data: { coilId: 'toString' } }, 'events[0].data.coilId'],
  ['no data', { ...event, kind: 'visit.started', data: undefined }, 'events[0].data'],
])('an event with %s is refused at its field', (_name, input, field) => {
  expect(Object.keys(fieldsOf(() => [...eachEvent({ events: [input] })]))).toContain(field);
});

describe('entries of a run', () => {
  const dataOf = (kind: string, data: unknown) => [...eachEvent({ events: [{ ...event, kind, data }] })][0]?.data;
  const refused = (kind: string, data: unknown) => Object.keys(fieldsOf(() => dataOf(kind, data)));

  test('a gate step carries the readings of each circuit, or that its compartment stays shut', () => {
    const step = { source: 'package-unit', step: 'l1-l2', volts: 0, readings: [0, 0.4] };
    expect(dataOf('gate.step', step)).toEqual(step);
    const shut = { source: 'outdoor-unit', step: 'capacitor', volts: null, shut: true };
    expect(dataOf('gate.step', shut)).toEqual(shut);
    expect(refused('gate.step', { ...step, readings: [0, 5000] })).toEqual(['events[0].data.readings[1]']);
    expect(refused('gate.step', { ...step, readings: [0, 0, 0, 0] })).toEqual(['events[0].data.readings']);
  });

  test('pan and drain were looked at well or not; nothing between', () => {
    expect(dataOf('condensate.looked', { coilId: 'c', well: false })).toEqual({ coilId: 'c', well: false });
    expect(refused('condensate.looked', { coilId: 'c' })).toEqual(['events[0].data.well']);
    expect(dataOf('foam.ranOff', { coilId: 'c' })).toEqual({ coilId: 'c' });
  });

  test('a quote is decimals in words, never floats; a signature stays in its box; days may be left out where nobody knows', () => {
    const line = { id: 'l', words: 'Contactor', quantity: '1', net: '38.50', taxPct: '5.5', tax: '2.12', findingId: null };
    const option = { id: 'all', name: 'All', leaves: '', lines: [line], net: '38.50', tax: '2.12', total: '40.62' };
    const quote = { number: 'Q1', currency: 'USD', options: [option], validUntil: '2026-07-11', note: '' };
    expect(dataOf('quote.made', quote)).toEqual(quote);
    const bad = (change: object) => refused('quote.made', { ...quote, options: [{ ...option, lines: [{ ...line, ...change }] }] });
    expect(bad({ net: 38.5 })).toEqual(['events[0].data.options[0].lines[0].net']);
    expect(bad({ net: '38,50' })).toEqual(['events[0].data.options[0].lines[0].net']);
    expect(bad({ taxPct: '-1' })).toEqual(['events[0].data.options[0].lines[0].taxPct']);
    expect(refused('quote.made', { ...quote, options: [] })).toEqual(['events[0].data.options']);
    const signed = { who: 'customer', name: 'O. F.', strokes: [[0, 0, 1000, 1000]], photoId: null };
    expect(dataOf('visit.signed', signed)).toEqual(signed);
    expect(refused('visit.signed', { ...signed, strokes: [[0, 1001]] })).toEqual(['events[0].data.strokes[0][1]']);
    expect(refused('visit.signed', { ...signed, strokes: Array(80).fill(Array(100).fill(1)) })).toEqual(['events[0].data.strokes']);
    const findingId = '0198ffff-0000-7000-8000-000000000001';
    expect(dataOf('finding.step', { findingId, step: 'fixed', words: '' })).toEqual({ findingId, step: 'fixed', words: '' });
    expect(refused('finding.step', { findingId, step: 'scheduled', words: '', day: 'Tuesday' })).toEqual(['events[0].data.day']);
    const pause = { reason: 'Parts to come', findingIds: [], due: null, lies: '', told: 'O. F.', safe: ['told'] };
    expect(dataOf('visit.suspended', pause)).toEqual(pause);
    expect(refused('visit.suspended', { ...pause, due: '2026-02-30' })).toEqual(['events[0].data.due']);
  });

  test('opening again wants a reason that says something', () => {
    expect(refused('visit.reopened', { reason: '' })).toEqual(['events[0].data.reason']);
    expect(dataOf('visit.reopened', { reason: 'Forgot the readings' })).toEqual({ reason: 'Forgot the readings' });
  });

  test('a row nobody graded is kept as a gap; a face without any grade is refused', () => {
    const survey = (grades: unknown) => ({
      coilId: 'c',
      survey: {
        grades,
        soils: [],
        corrosion: 'none',
        leakSuspected: false,
        iced: false,
        matBetweenRows: false,
        coolingSymptom: false,
        note: '',
      },
    });
    expect(dataOf('coil.surveyed', survey({ path: [null, 3] }))).toMatchObject({ survey: { grades: { path: [null, 3] } } });
    expect(refused('coil.surveyed', survey({ path: [null, null] }))).toEqual(['events[0].data.survey.grades.path']);
  });

  test('return humidity is a share of a hundred, and may be left out', () => {
    const reading = { when: 'before', returnC: 24, supplyC: 15, outdoorC: 30 };
    expect(dataOf('reading.taken', reading)).toEqual(reading);
    expect(dataOf('reading.taken', { ...reading, returnRhPct: 55 })).toEqual({ ...reading, returnRhPct: 55 });
    expect(refused('reading.taken', { ...reading, returnRhPct: 155 })).toEqual(['events[0].data.returnRhPct']);
  });
});

describe('the shelf', () => {
  test('a dial position gives parts of water or plain water, and says which', () => {
    const gun = (dial: unknown[]) => ({ name: 'Gun', kind: 'foaming-gun', capacityL: 1, dial });
    const dial = [
      { mark: 'A', waterParts: 3, measured: null },
      { mark: 'W', waterParts: null, measured: null },
    ];
    expect(parseInput(applicatorInputSchema, gun(dial)).dial).toEqual(dial);
    expect(fieldsOf(() => parseInput(applicatorInputSchema, gun([{ mark: 'A' }])))).toHaveProperty(['dial[0].waterParts']);
    expect(fieldsOf(() => parseInput(applicatorInputSchema, gun([{ mark: 'A', waterParts: -1 }])))).toHaveProperty(['dial[0].waterParts']);
  });

  test('lines of a label are known ones, and none when none are given', () => {
    expect(parseInput(cleanerInputSchema, cleaner).handling).toEqual([]);
    expect(parseInput(cleanerInputSchema, { ...cleaner, handling: ['shake', 'upright'] }).handling).toEqual(['shake', 'upright']);
    expect(fieldsOf(() => parseInput(cleanerInputSchema, { ...cleaner, handling: ['stir'] }))).toHaveProperty(['handling[0]']);
  });
});

test('a slot is a day, a minute of it, and five minutes at least', () => {
  const slot = { day: '2026-06-11', startMinute: 510, durationMin: 70 };
  expect(parseInput(visitSlotSchema, slot)).toEqual(slot);
  expect(Object.keys(fieldsOf(() => parseInput(visitSlotSchema, { day: '2026-02-30', startMinute: 1440, durationMin: 4 }))).sort()).toEqual(
    ['day', 'durationMin', 'startMinute'],
  );
});

test('what stands before a face is a fence, with its height and how far off', () => {
  const faces = [{ ...coil.faces[0], fence: { heightM: 1.8, distanceM: 0.9 } }];
  expect(parseInput(coilInputSchema, { ...coil, faces }).faces[0]?.fence).toEqual({ heightM: 1.8, distanceM: 0.9 });
  expect(
    fieldsOf(() => parseInput(coilInputSchema, { ...coil, faces: [{ ...coil.faces[0], fence: { heightM: 1.8, distanceM: 0 } }] })),
  ).toHaveProperty(['faces[0].fence.distanceM']);
});

test('every entry at fault is named by its place; a list that is none or too long is refused before its entries', () => {
  const spoiled = [{}, event, { ...event, by: '' }, null];
  const fields = Object.keys(fieldsOf(() => [...eachEvent({ events: spoiled })]));
  expect(fields).toEqual(expect.arrayContaining(['events[0].id', 'events[0].kind', 'events[2].by', 'events[3]']));
  expect(fields.some((field) => field.startsWith('events[1]'))).toBe(false);
  for (const events of [undefined, null, 'x', {}, [], Array.from({ length: MOST_EVENTS_PER_REQUEST + 1 }, () => event)])
    expect(Object.keys(fieldsOf(() => [...eachEvent({ events })]))).toEqual(['events']);
});

test.each(['0001-06-11T14:30:00.000Z', '9999-06-11T14:30:00.000Z', '2026-02-30T14:30:00.000Z', '2026-06-11T24:30:00.000Z'])(
  'an entry of %s is refused at its time',
  (at) => {
    expect(Object.keys(fieldsOf(() => [...eachEvent({ events: [{ ...event, at }] })]))).toEqual(['events[0].at']);
  },
);

test('large input is refused at its first fault, and more values than a record may have before any is judged', () => {
  const meter = { file: 'x', step: 'days', notes: [], changes: '' };
  const rows = (count: number, row: unknown) => ({ ...meter, rows: Array.from({ length: count }, () => row) });
  const good = { day: '2026-06-01', days: 1, kWh: 20 };
  expect(parseInput(meterInputSchema, rows(METER_ROWS, good), METER_VALUES).rows).toHaveLength(METER_ROWS);
  expect(Object.keys(fieldsOf(() => parseInput(meterInputSchema, rows(3, {}), METER_VALUES)))).toHaveLength(9);
  expect(Object.keys(fieldsOf(() => parseInput(meterInputSchema, rows(3000, {}), METER_VALUES)))).toHaveLength(1);
  expect(Object.keys(fieldsOf(() => parseInput(meterInputSchema, rows(METER_ROWS + 1, good), METER_VALUES)))).toEqual(['rows']);
  expect(Object.values(fieldsOf(() => parseInput(meterInputSchema, rows(200_000, {}), METER_VALUES)))[0]).toMatch(/more than \d+ values/);
  let deep: unknown = 1;
  for (let i = 0; i < 5000; i += 1) deep = [deep];
  expect(Object.values(fieldsOf(() => parseInput(meterInputSchema, { ...meter, rows: deep })))[0]).toMatch(/nested too deep/);
});
