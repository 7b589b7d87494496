import { nextDue } from '.';

// Intervals: common practice, no source. The shortest that applies wins.
test.each([
  ['split-cool', [], 1, '2027-06-11'],
  ['split-heat-pump', [], 1, '2026-12-11'],
  ['split-heat-pump', ['lint'], 4, '2026-10-11'],
  ['ductless-split', ['salt'], 0, '2026-07-11'],
  ['package-ac', ['dust'], 3, '2026-10-11'],
] as const)('%s with %j at grade %i is due on %s', (configuration, soils, worstGrade, date) => {
  expect(nextDue({ closedOn: '2026-06-11', configuration, soils: [...soils], worstGrade }).date).toBe(date);
});

test('the end of a month stays in the month', () => {
  expect(nextDue({ closedOn: '2026-08-31', configuration: 'split-heat-pump', soils: [], worstGrade: 0 }).date).toBe('2027-02-28');
});

test.each(['2026-13-40', '11 June', ''])('refuses the day "%s"', (closedOn) => {
  expect(() => nextDue({ closedOn, configuration: 'split-cool', soils: [], worstGrade: 0 })).toThrow(
    expect.objectContaining({ field: 'closedOn' }),
  );
});
