import { readFigure, type UnitSystem } from '@elm-mist/core/units';
import type { Control, FieldValues, Path } from 'react-hook-form';
import { string } from 'yup';
import { clockTime } from '@/data';
import { typedFigure } from '../shared/figures';
import { FormField } from '../shared/formField';
import { minuteOf } from './startTime';

/** Day, start and time set aside, as they are typed. */
export interface SlotValues {
  day: string;
  start: string;
  minutes: string;
}

/** What they have to be. */
export const slotShape = (units: UnitSystem) => ({
  day: string()
    .defined()
    .matches(/^\d{4}-\d{2}-\d{2}$/, 'Write the day as 2026-06-11.'),
  start: string()
    .defined()
    .test('time', 'Write the start as 9:30 or 2:15 pm.', (text) => !Number.isNaN(minuteOf(text ?? ''))),
  minutes: typedFigure('Minutes', 'count', units, 5, 720),
});

/** When the owner lets somebody in, as typed: 9:00 to 11:30, or nothing for any time. Null where it cannot be read. */
export function ownersHours(text: string): { windowFrom: number | null; windowTo: number | null } | null {
  if (text.trim() === '') return { windowFrom: null, windowTo: null };
  const [first = '', second = '', ...rest] = text.split(/\s*(?:-|–|\bto\b)\s*/i);
  const [windowFrom, windowTo] = [minuteOf(first), minuteOf(second)];
  return rest.length > 0 || Number.isNaN(windowFrom) || Number.isNaN(windowTo) || windowTo <= windowFrom ? null : { windowFrom, windowTo };
}
/** What it has to be. */
export const hoursShape = string()
  .defined()
  .test('hours', 'Write the owner’s hours as 9:00 to 11:30, or leave them empty.', (text) => ownersHours(text ?? '') !== null);
/** Hours as they would be typed. */
export const typedHours = (visit: { windowFrom?: number | null; windowTo?: number | null }): string =>
  typeof visit.windowFrom === 'number' && typeof visit.windowTo === 'number'
    ? `${clockTime(visit.windowFrom)} to ${clockTime(visit.windowTo)}`
    : '';

export function HoursField<T extends FieldValues & { hours: string }>({ control }: { control: Control<T> }) {
  return (
    <FormField
      control={control}
      name={'hours' as Path<T>}
      label="Owner’s hours"
      help="When work may begin, like 9:00 to 11:30; empty for any time"
      testID="slot-hours"
    />
  );
}

/** The same as the server takes it. @param values have passed the shape */
export const slotOf = ({ day, start, minutes }: SlotValues) => ({
  day,
  startMinute: minuteOf(start),
  durationMin: Math.round(readFigure(minutes)),
});

/** A slot as it would be typed. */
export const typedSlot = (slot: { day: string; startMinute: number; durationMin: number }): SlotValues => ({
  day: slot.day,
  start: clockTime(slot.startMinute),
  minutes: String(slot.durationMin),
});

/** The server's fields by those of the form. */
export const SLOT_FIELDS = { day: 'day', startMinute: 'start', durationMin: 'minutes' } as const;
/** The same with the owner's hours. */
export const HOURS_FIELDS = { ...SLOT_FIELDS, windowFrom: 'hours', windowTo: 'hours' } as const;

export function SlotFields<T extends FieldValues & SlotValues>({ control }: { control: Control<T> }) {
  return (
    <>
      <FormField control={control} name={'day' as Path<T>} label="Day" help="Year-month-day" testID="slot-day" />
      <FormField control={control} name={'start' as Path<T>} label="Start" testID="slot-start" />
      <FormField
        control={control}
        name={'minutes' as Path<T>}
        label="Time set aside"
        unit="min"
        keyboard="number-pad"
        testID="slot-minutes"
      />
    </>
  );
}
