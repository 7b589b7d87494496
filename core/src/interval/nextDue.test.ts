import fc from 'fast-check';
import { nextDue } from '.';
import { intoSeason, seasonWeeks } from './season';

// Intervals: common practice, no source. The shortest that applies wins.
test.each([
  ['split-cool', [], 1, '2027-06-11'],
  ['split-heat-pump', [], 1, '2026-12-11'],
  ['split-heat-pump', ['lint'], 4, '2026-10-11'],
  ['ductless-split', ['salt'], 0, '2026-07-11'],
  ['package-ac', ['dust'], 3, '2026-10-11'],
] as const)('%s with %j at grade %i is due on %s', (configuration, soils, worstGrade, date) => {
  expect(nextDue({ closedOn: '2026-06-11', configuration, soils: [...soils], worstGrade, latitudeDeg: 42 }).date).toBe(date);
});

test('the end of a month stays in the month', () => {
  expect(nextDue({ closedOn: '2026-08-31', configuration: 'split-heat-pump', soils: [], worstGrade: 0, latitudeDeg: 42 }).date).toBe(
    '2027-02-28',
  );
});

test.each(['2026-13-40', '11 June', ''])('refuses the day "%s"', (closedOn) => {
  expect(() => nextDue({ closedOn, configuration: 'split-cool', soils: [], worstGrade: 0, latitudeDeg: 42 })).toThrow(
    expect.objectContaining({ field: 'closedOn' }),
  );
});

describe('what is due once a year falls into the weeks after pollen and before the heat of its own half of the world', () => {
  const due = (closedOn: string, latitudeDeg: number, soils: 'salt'[] = []) =>
    nextDue({ closedOn, configuration: 'split-cool', soils, worstGrade: 1, latitudeDeg });
  test.each([
    ['2026-06-11', 42, '2027-06-11'],
    ['2026-11-03', 42, '2027-06-30'],
    ['2027-01-10', 42, '2028-04-15'],
    ['2026-11-03', -43.5, '2027-11-03'],
    ['2026-06-11', -43.5, '2027-10-15'],
    ['2027-02-20', -43.5, '2027-12-31'],
    // It runs in September: a wash that is due then is not put off to spring, nor done in June.
    ['2026-09-01', 42, '2027-09-01'],
    // By weeks it is.
    ['2026-07-20', 42, '2027-06-30'],
    // Of two edges as near, the earlier; over the turn of the year as well.
    ['2026-01-01', -43.5, '2026-12-31'],
    // Where it is hot all year it runs all year: twice.
    ['2026-11-03', 13.7, '2027-05-03'],
  ])('closed on %s at %d° it is due on %s', (closedOn, latitude, date) => {
    const { date: found, because } = due(closedOn, latitude);
    expect(found).toBe(date);
    const moved = Math.abs(latitude) > 24 && date.slice(4) !== closedOn.slice(4);
    expect(because.rules.some((rule) => rule.id === 'next.season')).toBe(moved);
  });

  test('what soils all year does not wait for a season', () => {
    expect(due('2026-11-03', 42, ['salt']).date).toBe('2026-12-03');
  });

  test('any day goes to a day of a season at most 145 days away, and a day of a season stays', () => {
    const days = fc.integer({ min: 0, max: 20_000 }).map((n) => new Date(Date.UTC(2000, 0, 1 + n)).toISOString().slice(0, 10));
    fc.assert(
      fc.property(days, fc.constantFrom('north' as const, 'south' as const), (day, season) => {
        const into = intoSeason(day, season);
        const [first, last] = season === 'north' ? ['04-15', '06-30'] : ['10-15', '12-31'];
        expect(into.slice(5) >= first && into.slice(5) <= last).toBe(true);
        expect(Math.abs(Date.parse(into) - Date.parse(day)) / 86_400_000).toBeLessThanOrEqual(145);
        expect(intoSeason(into, season)).toBe(into);
        const weeks = seasonWeeks(into, season);
        expect(weeks && weeks.from <= into && into <= weeks.to).toBe(true);
        expect(seasonWeeks(day, season) === null).toBe(into !== day);
        expect(seasonWeeks(day, 'tropics')).toBeNull();
      }),
    );
  });

  test.each([-90.1, 91, Number.NaN])('refuses the latitude %d', (latitude) => {
    expect(() => due('2026-06-11', latitude)).toThrow(expect.objectContaining({ field: 'latitudeDeg' }));
  });
});
