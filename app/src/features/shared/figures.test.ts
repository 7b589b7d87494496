import { object, ValidationError } from 'yup';
import { minuteOf } from '../places/startTime';
import { readFigure, showFigure, toSi, typedFigure } from './figures';

test('numbers are read as they are typed, and nothing else is', () => {
  expect(['91', '-4', '−4', '0,5', '.5'].map(readFigure)).toEqual([91, -4, -4, 0.5, 0.5]);
  for (const text of ['', 'hot', '9 1', '1e3', '--1']) expect(readFigure(text)).toBeNaN();
});

test('what is shown in a unit is the same quantity when it is typed back', () => {
  for (const system of ['us', 'si'] as const) {
    expect(toSi('temperature', showFigure('temperature', 35, system), system)).toBeCloseTo(35, 1);
    expect(toSi('length', showFigure('length', 0.508, system), system)).toBeCloseTo(0.508, 3);
  }
});

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
});

test('a time of day in any usual writing', () => {
  expect(['9:30', '14:00', '2:15 pm', '12 am', '12:05pm'].map(minuteOf)).toEqual([570, 840, 855, 0, 725]);
  for (const text of ['25:00', '9:75', '13 pm', 'noon', '']) expect(minuteOf(text)).toBeNaN();
});
