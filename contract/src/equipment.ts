import {
  capacityFromModel,
  checkGeometry,
  COIL_ROLES,
  COIL_SHAPES,
  CONFIGURATIONS,
  CONSTRUCTIONS,
  REFRIGERANTS,
  type CoilGeometry,
} from '@elm-mist/core/equipment';
import { GUARDS } from '@elm-mist/core/method';
import { array, mixed, object, type InferType } from 'yup';
import { changedFrom, figure, flag, newId, num, oneOf, optionalWords, recordId, words } from './fields';
import { coreTest } from './validate';

export const faceSchema = object({
  id: recordId('The face’s id'),
  name: words('The face’s name', 40),
  widthM: num().typeError('Face width must be a number.').required('Face width is missing.'),
  wallSide: flag().default(false),
  facesDeg: num()
    .typeError('The direction must be a number.')
    .min(0, 'The direction must be at least 0°.')
    .max(360, 'The direction must be at most 360°.')
    .nullable()
    .optional(),
  fence: object({
    heightM: figure('The height of what stands before it', 0, 20, 'm'),
    distanceM: figure('The distance of what stands before it', 0.05, 30, 'm'),
  })
    .default(undefined)
    .nullable()
    .optional(),
});

export const coilInputSchema = object({
  id: newId(),
  was: changedFrom(),
  /** How it is called among others of its system. */
  name: optionalWords('The coil’s name', 40),
  role: oneOf('Role', COIL_ROLES),
  construction: oneOf('Construction', CONSTRUCTIONS),
  shape: oneOf('Shape', COIL_SHAPES),
  finnedHeightM: num().typeError('Finned height must be a number.').required('Finned height is missing.'),
  rows: num().typeError('Rows must be a number.').required('Rows are missing.'),
  finsPerInch: num().typeError('Fins per inch must be a number.').required('Fins per inch are missing.'),
  rowDepthM: num().typeError('Row depth must be a number.').required('Row depth is missing.'),
  faces: array(faceSchema).required('Faces are missing.').max(8, 'A coil has 8 faces at most.'),
  guards: oneOf('Guards', GUARDS),
  topOpens: flag().required('Say whether the top opens.'),
  makerWaterOnly: flag().default(false),
  sizeEstimated: flag().default(false),
}).test('geometry', '', (value, context) =>
  Array.isArray(value.faces) && value.faces.every((face) => face && typeof face === 'object') && value.shape
    ? coreTest(context, () => checkGeometry(value as unknown as CoilGeometry))
    : true,
);
export type CoilInput = InferType<typeof coilInputSchema>;

export const systemInputSchema = object({
  id: newId(),
  was: changedFrom(),
  placeId: recordId('The place'),
  name: words('The system’s name', 60),
  configuration: oneOf('Configuration', CONFIGURATIONS),
  model: optionalWords('The model number', 40),
  /** Given only when the model number does not tell; Btu/h. */
  btuh: num()
    .typeError('Capacity must be a number.')
    .min(6000, 'Capacity must be at least 6,000 Btu/h.')
    .max(120000, 'Capacity must be at most 120,000 Btu/h.')
    .nullable()
    .default(null),
  refrigerant: oneOf('Refrigerant', REFRIGERANTS),
  madeYear: num()
    .typeError('The year must be a number.')
    .integer('The year must be whole.')
    .min(1970, 'The year must be 1970 or later.')
    .max(2100, 'The year must be 2100 or earlier.')
    .nullable()
    .default(null),
  note: optionalWords('The note', 2000),
}).test('capacity', '', (value, context) =>
  value.btuh === null || value.btuh === undefined
    ? coreTest(context, () => void capacityFromModel(value.model ?? '', value.configuration === 'ductless-split'))
    : true,
);
export type SystemInput = InferType<typeof systemInputSchema>;

/** Where the position of a place was taken from. `unknown`: nobody said, and it has to be asked. */
export const POSITION_SOURCES = ['typed', 'unit', 'shop', 'unknown'] as const;
export type PositionSource = (typeof POSITION_SOURCES)[number];

/** Latitude, longitude and height; null where nobody said. */
export const positionFields = {
  latitudeDeg: figure('Latitude', -90, 90, '°').nullable().notRequired().default(null),
  longitudeDeg: figure('Longitude', -180, 180, '°').nullable().notRequired().default(null),
  altitudeM: figure('Height', -400, 4000, 'm').nullable().notRequired().default(null),
};

export const customerInputSchema = object({
  was: changedFrom(),
  name: words('The customer’s name', 80),
  phone: optionalWords('The phone number', 40),
  /** Wants no reminders and no messages; left out, as before. */
  quiet: flag().optional(),
});

export const placeInputSchema = object({
  id: newId(),
  was: changedFrom(),
  /** An owner who is there already; left out, one is made of name and phone. */
  customerId: recordId('The customer').optional(),
  /** The place goes to somebody new; the owner before keeps what else is theirs. */
  newOwner: flag().default(false),
  customerName: words('The customer’s name', 80),
  phone: optionalWords('The phone number', 40),
  name: words('The place’s name', 60),
  address: words('The address', 160),
  ...positionFields,
  /** Left out: the shop's own where no position is given, typed where one is. */
  positionFrom: mixed<PositionSource>()
    .oneOf([...POSITION_SOURCES], `Where the position is from must be one of: ${POSITION_SOURCES.join(', ')}.`)
    .optional(),
  note: optionalWords('The note', 2000),
}).test('both', '', (value, context) =>
  (value.latitudeDeg === null) === (value.longitudeDeg === null)
    ? true
    : context.createError({
        path: value.latitudeDeg === null ? 'latitudeDeg' : 'longitudeDeg',
        message: 'Give latitude and longitude, or neither.',
      }),
);
export type CustomerInput = InferType<typeof customerInputSchema>;
export type PlaceInput = InferType<typeof placeInputSchema>;

/** A record that is put away, or brought back. */
export const archiveSchema = object({ archived: flag().required('Say whether it is put away.') });

/** One of two of the same, taken into the other. */
export const mergeSchema = object({ intoId: recordId('The other one') });
