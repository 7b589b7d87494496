import { array, object, type InferType } from 'yup';
import { figure, isoDay, newId, optionalWords, recordId } from './fields';

const slot = {
  day: isoDay('The day'),
  /** Minutes after midnight, local. */
  startMinute: figure('Start', 0, 1439, 'min').integer('Start must be whole minutes.'),
  durationMin: figure('Duration', 5, 720, 'min').integer('Duration must be whole minutes.'),
};

/** When a visit is to be, and how long it may take. */
export const visitSlotSchema = object(slot);
export type VisitSlot = InferType<typeof visitSlotSchema>;

/** A visit put right before work on it begins: what it is for, and which coils. */
export const visitChangeSchema = object({
  ...slot,
  purpose: optionalWords('The purpose', 200),
  coilIds: array(recordId('A coil')).required('The coils are missing.').min(1, 'Choose at least one coil.').max(10),
});
export type VisitChange = InferType<typeof visitChangeSchema>;

export const visitInputSchema = object({
  id: newId(),
  systemId: recordId('The system'),
  ...slot,
  /** Coils to be worked on; all of the system's when left out. */
  coilIds: array(recordId('A coil')).max(10).optional(),
  purpose: optionalWords('The purpose', 200),
});
export type VisitInput = InferType<typeof visitInputSchema>;
