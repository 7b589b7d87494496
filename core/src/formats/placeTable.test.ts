import { guessMatching, matchedRow } from './table';
import { PLACE_NAMES, PLACE_TABLE, readPlaceRow } from './placeTable';
import { parseEpw, readWeatherRows, WEATHER_NAMES, WEATHER_TABLE } from './weatherFile';

const good = { customer: 'Una Thorne', street: '1 Mill Way', system: 'Upstairs', kind: 'split-heat-pump', tons: '3' };
const problems = (over: Record<string, string>) => {
  const read = readPlaceRow({ ...good, ...over });
  return 'problems' in read ? read.problems.map((problem) => problem.column) : [];
};

describe('a table of customers, places and systems', () => {
  test('its headings are guessed by their usual names, each used once, its own name first', () => {
    const headings = ['Client', 'Name', 'Service Address', 'Lat.', 'LNG', 'Model No', 'Type', 'Ignore me'];
    const matching = guessMatching(PLACE_TABLE, headings, PLACE_NAMES);
    expect(matching).toEqual({
      customer: 'Name',
      street: 'Service Address',
      latitude: 'Lat.',
      longitude: 'LNG',
      kind: 'Type',
      model: 'Model No',
    });
    expect(new Set(Object.values(matching)).size).toBe(Object.values(matching).length);
    expect(matchedRow(PLACE_TABLE, { name: 'Una', 'service address': '1 Mill Way' }, matching)).toMatchObject({
      customer: 'Una',
      street: '1 Mill Way',
    });
  });

  test('a row is read as a whole: what is missing for a system is asked for, what needs nothing is left', () => {
    expect(readPlaceRow(good)).toMatchObject({ value: { place: '1 Mill Way', system: 'Upstairs', tons: 3, refrigerant: 'unknown' } });
    expect(readPlaceRow({ customer: 'Una', street: '1 Mill Way' })).toMatchObject({ value: { system: '', kind: null } });
    expect(readPlaceRow({ ...good, tons: '', model: 'QX-036' })).toMatchObject({ value: { model: 'QX-036' } });
    expect(problems({ tons: '', model: '' })).toEqual(['tons']);
    expect(problems({ kind: '' })).toEqual(['kind']);
    expect(problems({ kind: 'mill' })).toEqual(['kind']);
    expect(problems({ latitude: '43 S' })).toEqual(['latitude']);
    expect(problems({ latitude: '143 S', longitude: '170' })).toEqual(['latitude']);
    expect(problems({ customer: '', street: '' })).toEqual(['customer', 'street']);
    expect(problems({ refrigerant: 'R-1' })).toEqual(['refrigerant']);
    expect(problems({ 'year made': '2014.5' })).toEqual(['year made']);
  });
});

describe('hourly weather', () => {
  const hour = (month: number, day: number, at: number, over: Record<number, string> = {}) =>
    Object.assign(
      Array<string>(35).fill('0'),
      { 0: '2019', 1: String(month), 2: String(day), 3: String(at), 6: '21.5', 8: '60', 21: '2.6', 22: '5' },
      over,
    ).join(',');
  const epw = (...hours: string[]) =>
    ['LOCATION,Somewhere,,,,,-43.5,172.6,12,20', ...Array<string>(7).fill('HEADING'), ...hours].join('\r\n');

  test('an EPW year is laid on the year wanted, by the wall clock of the shop; its hours end where they say', () => {
    const { source, days, latitudeDeg } = parseEpw(epw(hour(1, 31, 1), hour(1, 31, 24), hour(2, 29, 8)), 'Pacific/Auckland', 2026);
    expect([source, latitudeDeg, [...days.keys()]]).toEqual(['typical', -43.5, ['2026-01-31']]);
    expect(days.get('2026-01-31')).toEqual([
      { atMs: Date.UTC(2026, 0, 30, 11), dryBulbC: 21.5, rhPct: 60, windMs: 2.6, cloud: 0.5 },
      { atMs: Date.UTC(2026, 0, 31, 10), dryBulbC: 21.5, rhPct: 60, windMs: 2.6, cloud: 0.5 },
    ]);
  });

  test('a line that is none is named by its number', () => {
    expect(() => parseEpw('a,b\n1,2', 'UTC', 2026)).toThrow(/begins with LOCATION/);
    expect(() => parseEpw(epw(hour(1, 1, 1), hour(1, 1, 2, { 8: 'damp' })), 'UTC', 2026)).toThrow(/^Line 10: relative humidity/);
    expect(() => parseEpw(epw(hour(1, 1, 25)), 'UTC', 2026)).toThrow(/hour must be between 1 and 24/);
  });

  test('a table of hours is put in order; a cell that is none is named by row and column', () => {
    const row = (over: Record<string, string> = {}) => ({
      day: '2026-06-11',
      hour: '7',
      'temperature °C': '21,5',
      'humidity %': '60',
      'wind m/s': '2',
      ...over,
    });
    const { days } = readWeatherRows([row({ hour: '09:00' }), row()], 'UTC');
    expect(days.get('2026-06-11')?.map((one) => [new Date(one.atMs).getUTCHours(), one.dryBulbC, one.cloud])).toEqual([
      [7, 21.5, 0],
      [9, 21.5, 0],
    ]);
    expect(() => readWeatherRows([row(), row({ day: '2026-02-30' })], 'UTC')).toThrow(/^Row 3, day/);
    expect(() => readWeatherRows([row({ 'humidity %': '' })], 'UTC')).toThrow(/^Row 2, humidity/);
    expect(() => readWeatherRows([row({ hour: '24' })], 'UTC')).toThrow(/^Row 2, hour/);
    const storms = (said: string) => readWeatherRows([row({ storm: said })], 'UTC').days.get('2026-06-11')?.[0]?.storm ?? false;
    expect(['Yes', '1', 'no', ''].map(storms)).toEqual([true, true, false, false]);
    expect(() => storms('maybe')).toThrow(/^Row 2, storm: "maybe" is neither yes nor no\./);
    expect(guessMatching(WEATHER_TABLE, ['Date', 'Time', 'Temp', 'RH', 'Wind speed'], WEATHER_NAMES)).toEqual({
      day: 'Date',
      hour: 'Time',
      'temperature °C': 'Temp',
      'humidity %': 'RH',
      'wind m/s': 'Wind speed',
    });
  });
});
