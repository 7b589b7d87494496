import { MOST_CREWS, MOST_STOPS } from '@elm-mist/core/route';
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

const minuteOfDay = (what: string) => figure(what, 0, 1439, 'min').integer(`${what} must be whole minutes.`).nullable().default(null);
/** When the owner lets somebody in. */
const ownersHours = {
  windowFrom: minuteOfDay('The owner’s hours from'),
  windowTo: minuteOfDay('The owner’s hours to').test('after', 'The owner’s hours must end after they begin.', (to, { parent }) => {
    const { windowFrom } = parent as { windowFrom: number | null | undefined };
    return to === null || to === undefined ? (windowFrom ?? null) === null : typeof windowFrom === 'number' && to > windowFrom;
  }),
};

/** A visit put right before work on it begins: what it is for, and which coils. */
export const visitChangeSchema = object({
  ...slot,
  ...ownersHours,
  purpose: optionalWords('The purpose', 200),
  coilIds: array(recordId('A coil')).required('The coils are missing.').min(1, 'Choose at least one coil.').max(10),
});
export type VisitChange = InferType<typeof visitChangeSchema>;

export const visitInputSchema = object({
  id: newId(),
  systemId: recordId('The system'),
  ...slot,
  ...ownersHours,
  /** Coils to be worked on; all of the system's when left out. */
  coilIds: array(recordId('A coil')).max(10).optional(),
  purpose: optionalWords('The purpose', 200),
});
type Whole = InferType<typeof visitInputSchema>;
type Hours = 'windowFrom' | 'windowTo';
export type VisitInput = Omit<Whole, Hours> & Partial<Pick<Whole, Hours>>;

/** Who works on a day, and the shop's roads. */
export const dayCrewsSchema = object({
  crews: array(
    object({
      id: recordId('A crew'),
      memberIds: array(recordId('A member')).required('The members are missing.').min(1, 'A crew has somebody in it.').max(6),
      from: figure('A crew’s start', 0, 1439, 'min').integer('A crew’s start must be whole minutes.'),
      to: figure('A crew’s end', 1, 1440, 'min')
        .integer('A crew’s end must be whole minutes.')
        .test('after', 'A crew’s day must end after it begins.', (to, { parent }) => {
          const { from } = parent as { from: number };
          return !(to <= from);
        }),
    }),
  )
    .required('The crews are missing.')
    .max(MOST_CREWS, `${MOST_CREWS} crews at most.`)
    .test('once', 'Nobody can be in two crews.', (crews) => {
      const ids = (Array.isArray(crews) ? crews : []).flatMap((crew) => crew?.memberIds ?? []);
      return new Set(ids).size === ids.length;
    }),
  roads: object({ factor: figure('The road factor', 1, 3), kmh: figure('Speed', 5, 130, 'km/h') }),
});
export type DayCrewsInput = InferType<typeof dayCrewsSchema>;

/** A day's visits in an order that was chosen. */
export const dayOrderSchema = object({
  rows: array(
    object({
      visitId: recordId('The visit'),
      startMinute: slot.startMinute,
      crewId: recordId('The crew'),
    }),
  )
    .required('The visits are missing.')
    .max(MOST_STOPS, `${MOST_STOPS} visits at most.`),
});
export type DayOrderInput = InferType<typeof dayOrderSchema>;
