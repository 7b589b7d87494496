import { object, ValidationError } from 'yup';
import { minuteOf } from '../places/startTime';
import { typedFigure } from './figures';

test('a limit is said in the reader’s units', () => {
  const messageFor = (system: 'us' | 'si', text: string): string => {
    try {
      object({ air: typedFigure('Air', 'temperature', system, -10, 55) }).validateSync({ air: text });
      return '';
    } catch (error) {
      return error instanceof ValidationError ? error.message : String(error);
    }
  };
  expect(messageFor('us', '140')).toBe('Air must be between 14 and 131 °F.');
  expect(messageFor('si', '140')).toBe('Air must be between -10 and 55 °C.');
  expect(messageFor('us', '91')).toBe('');
  expect(messageFor('us', '1,500')).toBe('Air: "1,500" could be 1500 or 1.5. Type it without the comma.');
});

test('a time of day in any usual writing', () => {
  expect(['9:30', '14:00', '2:15 pm', '12 am', '12:05pm'].map(minuteOf)).toEqual([570, 840, 855, 0, 725]);
  for (const text of ['25:00', '9:75', '13 pm', 'noon', '']) expect(minuteOf(text)).toBeNaN();
});
