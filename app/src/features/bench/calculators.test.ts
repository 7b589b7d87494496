import { CoreError } from '@elm-mist/core/errors';
import { CALCULATORS } from './calculators';

const calculator = (id: string) => {
  const found = CALCULATORS.find((row) => row.id === id);
  if (!found) throw new Error(`no calculator ${id}`);
  return found;
};

test('every calculator works with what it starts with, in both systems, and can say why', () => {
  for (const row of CALCULATORS) {
    for (const system of ['us', 'si'] as const) {
      const result = row.work(Object.fromEntries(row.fields.map((field) => [field.id, field.start[system]])), system);
      expect(result.lines.length).toBeGreaterThan(0);
      expect(result.because.rules.length).toBeGreaterThan(0);
    }
  }
});

test('an empty or foolish line is an error that names a line of that calculator', () => {
  for (const row of CALCULATORS) {
    for (const field of row.fields) {
      const values = Object.fromEntries(row.fields.map((other) => [other.id, other.id === field.id ? 'nonsense' : other.start.us]));
      try {
        row.work(values, 'us');
        throw new Error(`${row.id}.${field.id} took nonsense`);
      } catch (error) {
        expect(error).toBeInstanceOf(CoreError);
        expect((error as CoreError).field).toBe(field.id);
      }
    }
  }
});

test('a cut reservoir through a 4:1 dial is far weaker than the label’s lightest mix', () => {
  const { lines } = calculator('dial').work({ reservoirConcentrateL: '6 fl oz', reservoirTotalL: '36 fl oz', dial: '4:1' }, 'us');
  expect(lines[0]).toEqual({ label: 'The coil sees', value: '29 : 1' });
  expect(lines[2]?.value).toContain('weaker');
});
