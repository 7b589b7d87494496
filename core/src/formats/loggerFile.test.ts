import fc from 'fast-check';
import { steadiness } from '../readings';
import { guessLogger, readLogger, type LoggerMatching } from './loggerFile';

const only = (quantity: 'returnDb' | 'suctionP', units: 'us' | 'si' = 'us'): LoggerMatching => ({
  time: 't',
  columns: { x: { quantity, units } },
});
const table = (cells: readonly string[], times?: readonly string[]) => cells.map((x, i) => ({ t: times?.[i] ?? String(i), x }));

test('headings, units in brackets and units in cells are guessed; a quantity is never taken twice', () => {
  const headings = [
    'Timestamp',
    'Outdoor (°C)',
    'return',
    'Return RH',
    'Supply_DB',
    'Suction (psig)',
    'Suction line (F)',
    'Liquid [kPa]',
    'Liquid line',
    'Total watts',
    'Return',
    'Battery',
  ];
  const guess = guessLogger(headings, { return: '24.1 C' }, 'us');
  expect(guess.time).toBe('Timestamp');
  expect(
    Object.fromEntries(Object.entries(guess.columns).map(([heading, { quantity, units }]) => [heading, `${quantity} ${units}`])),
  ).toEqual({
    'Outdoor (°C)': 'outdoorIn si',
    return: 'returnDb si',
    'Return RH': 'returnRh us',
    Supply_DB: 'supplyDb us',
    'Suction (psig)': 'suctionP us',
    'Suction line (F)': 'suctionLine us',
    'Liquid [kPa]': 'liquidP si',
    'Liquid line': 'liquidLine us',
    'Total watts': 'watts us',
  });
  // A temperature is no pressure, whatever its heading says.
  expect(guessLogger(['Time', 'Suction (F)'], {}, 'us').columns).toEqual({});
});

test.each([
  [
    ['0', '1.5', '3'],
    [0, 1500, 3000],
  ],
  [
    ['14:05', '14:06', '14:08'],
    [0, 60_000, 180_000],
  ],
  [
    ['11:59:58 pm', '11:59:59 PM', '12:00:01 am'],
    [0, 1000, 3000],
  ],
  [
    ['2026-06-11 14:05:00', '2026-06-11 14:05:01', '2026-06-11 14:05:02'],
    [0, 1000, 2000],
  ],
])('times as loggers write them: %j', (times, apart) => {
  const run = readLogger(table(['1', '2', '3'], times), only('suctionP')).runs.suctionP!;
  expect(run.map((sample) => sample.atMs - run[0]!.atMs)).toEqual(apart);
});

test('what comes back is what was written, whatever the unit, and comes to rest as a kit does', () => {
  fc.assert(
    fc.property(fc.integer({ min: 40, max: 90 }), fc.boolean(), (fahrenheit, inCells) => {
      const value = (i: number) => (fahrenheit + ((i * 7) % 5) / 20 - 0.1).toFixed(2);
      const cells = Array.from({ length: 240 }, (_, i) => `${value(i)}${inCells ? ' F' : ''}`);
      const { runs, problems } = readLogger(table(cells), only('returnDb', inCells ? 'si' : 'us'));
      expect(problems).toEqual([]);
      expect(runs.returnDb!.every((sample, i) => Math.abs(sample.value - (Number(value(i)) - 32) / 1.8) < 1e-9)).toBe(true);
      expect(steadiness('returnDb', runs.returnDb!)).toMatchObject({ steady: true });
    }),
  );
});

test('gaps are shown, and cells without a number counted', () => {
  const times = [0, 1, 2, 3, 60, 61, 62].map(String);
  const run = readLogger(table(['75', '75', 'n/a', '75', '75', '', '75'], times), only('returnDb'));
  expect(run.gaps).toEqual([{ fromMs: 3000, toMs: 60_000 }]);
  expect(run.dropped).toEqual({ returnDb: 2 });
  // A run with a gap in its last minutes is too short to be steady.
  expect(steadiness('returnDb', run.runs.returnDb!)!.why).toBe('short');
});

test.each([
  ['two units in one column', table(['75 F', '24 C', '24 C']), /"x" has 2 units in it \(f, c\): it is left out/],
  ['a unit of something else', table(['75 psig', '75 psig']), /"x" is in psig, which is no unit of return air/],
  ['no numbers', table(['open', 'open']), /"x" holds no number/],
])('%s: named, and left out', (_, rows, words) => {
  const { runs, problems } = readLogger(rows, only('returnDb'));
  expect(runs).toEqual({});
  expect(problems.join(' ')).toMatch(words);
});

test('rows out of order are put in order, and said; rows without a time are counted', () => {
  const run = readLogger(table(['3', '1', '2', '9'], ['3', '1', '2', '?']), only('suctionP'));
  expect(run.runs.suctionP!.map((sample) => sample.atMs)).toEqual([1000, 2000, 3000]);
  expect(run.problems).toEqual(['1 rows have no time and are left out.', 'The rows were not in order of time; they are put in order.']);
});

test('two columns of the same: the first is taken, and it is said', () => {
  const rows = [{ t: '0', x: '75', y: '80' }];
  const both = {
    time: 't',
    columns: { x: { quantity: 'returnDb' as const, units: 'us' as const }, y: { quantity: 'returnDb' as const, units: 'us' as const } },
  };
  const { runs, problems } = readLogger(rows, both);
  expect(runs.returnDb![0]!.value).toBeCloseTo(23.89, 2);
  expect(problems[0]).toMatch(/both said to be/);
});

test('without a time nothing is read', () => {
  expect(() => readLogger([], { time: null, columns: {} })).toThrow(expect.objectContaining({ field: 'time' }));
  expect(() => readLogger(table(['1'], ['soon']), only('suctionP'))).toThrow(/14:05:30/);
});
