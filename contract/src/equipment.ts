import {
  capacityFromModel,
  checkGeometry,
  COIL_ROLES,
  COIL_SHAPES,
  CONFIGURATIONS,
  CONSTRUCTIONS,
  GUARDS,
  REFRIGERANTS,
  type CoilGeometry,
} from '@elm-mist/core';
import { array, object, type InferType } from 'yup';
import { figure, flag, num, oneOf, optionalWords, recordId, words } from './fields';
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
  Array.isArray(value.faces) && value.shape ? coreTest(context, () => checkGeometry(value as unknown as CoilGeometry)) : true,
);
export type CoilInput = InferType<typeof coilInputSchema>;

export const systemInputSchema = object({
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

export const placeInputSchema = object({
  customerName: words('The customer’s name', 80),
  phone: optionalWords('The phone number', 40),
  name: words('The place’s name', 60),
  address: words('The address', 160),
  latitudeDeg: figure('Latitude', -90, 90, '°').default(42.2),
  longitudeDeg: figure('Longitude', -180, 180, '°').default(-100.6),
  altitudeM: figure('Altitude', -400, 4000, 'm').default(700),
  note: optionalWords('The note', 2000),
});
export type PlaceInput = InferType<typeof placeInputSchema>;
