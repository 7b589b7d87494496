import { boolean, mixed, number, object, string, type AnyObject } from 'yup';

/** Signs that no keyboard types and no file should hold go; line breaks and tabs stay. */
const typed = (given: string): string => given.replace(/\p{Cc}/gu, (sign) => ('\n\r\t'.includes(sign) ? sign : '')).trim();

/** Types that take what is given and never coerce: "2" is not a number here. Strings are trimmed. Defaults still fill gaps. */
export const text = () => string().transform((_value, given: unknown) => (typeof given === 'string' ? typed(given) : given) as string);
export const num = () => number().transform((_value, given: unknown) => given as number);
export const flag = () => boolean().transform((_value, given: unknown) => given as boolean);

/** A request that says all by its address. */
export const nothingSchema = object({}).noUnknown('Nothing is to be said here.').strict();

/** Building blocks with messages that name the field. */
export const words = (label: string, max: number) =>
  text().required(`${label} is missing.`).max(max, `${label} may have ${max} characters at most.`);

export const optionalWords = (label: string, max: number) => text().default('').max(max, `${label} may have ${max} characters at most.`);

export const oneOf = <T extends string>(label: string, values: readonly T[]) =>
  mixed<T>()
    .required(`${label} is missing.`)
    .oneOf([...values], `${label} must be one of: ${values.join(', ')}.`);

export const figure = (label: string, min: number, max: number, unit = '') =>
  num()
    .typeError(`${label} must be a number.`)
    .required(`${label} is missing.`)
    .min(min, `${label} must be at least ${min}${unit && ` ${unit}`}.`)
    .max(max, `${label} must be at most ${max}${unit && ` ${unit}`}.`);

/** A calendar day that exists. */
function isDay(value: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(value)) return false;
  const date = new Date(`${value}T00:00:00Z`);
  return !Number.isNaN(date.getTime()) && date.toISOString().startsWith(value);
}

export const isoDay = (label: string) =>
  text()
    .required(`${label} is missing.`)
    .test('day', `${label} must be a day like 2026-06-11.`, (value) => isDay(value ?? ''));

/** A day that may be left out, or null where that is said. */
export const maybeDay = (label: string) =>
  text().test('day', `${label} must be a day like 2026-06-11.`, (value) => value === undefined || value === null || isDay(value));

/** A UTC time of this century that exists: parsers roll 30 February over into March. */
const isInstant = (value: string): boolean => {
  const date = new Date(value);
  return /^20/.test(value) && !Number.isNaN(date.getTime()) && date.toISOString() === value;
};

export const isoInstant = (label: string) =>
  text()
    .required(`${label} is missing.`)
    .matches(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}\.\d{3}Z$/, `${label} must be a UTC time like 2026-06-11T14:30:00.000Z.`)
    .test('instant', `${label} is not a time that exists.`, (value) => isInstant(value ?? ''));

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/i;
export const uuidField = (label: string) => text().required(`${label} is missing.`).matches(UUID, `${label} must be a UUID.`);

/** Whether every object has something under this name already: such an id would be found in tables that do not hold it. */
const isInherited = (value: string): boolean => value in {};

const RECORD_ID = /^[A-Za-z0-9-]{1,64}$/;
const isRecordId = (value: string): boolean => RECORD_ID.test(value) && !isInherited(value);
/** Ids of the shop's own records; the demo's are readable slugs, new ones UUIDs. */
export const recordId = (label: string) =>
  text()
    .required(`${label} is missing.`)
    .test('id', `${label} is not an id.`, (value) => (value ?? null) === null || isRecordId(String(value)));

/** A name that the program made and keeps things under, such as a section's or a task's. */
export const keyWords = (label: string, max: number) =>
  words(label, max).test('key', `${label} is not known.`, (value) => !isInherited(value ?? ''));

/** The id that a device gave a record it made, so that a request that is sent twice makes one. Left out, the server gives one. */
export const newId = () =>
  text()
    .optional()
    .test('id', 'The id is not an id.', (value) => value === undefined || isRecordId(value));

/** What the record was when somebody began to change it: fields that another changed meanwhile are then known from those that are meant. */
export const changedFrom = () =>
  mixed<AnyObject>()
    .optional()
    .test(
      'was',
      'What it was must be a record.',
      (value) => value === undefined || (value !== null && typeof value === 'object' && !Array.isArray(value)),
    );

/** Money as a decimal in words, such as 84.50: never a float. Below zero only where it is taken off. */
export const money = (label: string) =>
  text()
    .required(`${label} is missing.`)
    .matches(/^-?\d{1,9}(\.\d{1,4})?$/, `${label} must be an amount such as 84.50.`);

/** Percent as a decimal in words, such as 7.25. */
export const percent = (label: string) =>
  text()
    .required(`${label} is missing.`)
    .matches(/^\d{1,2}(\.\d{1,4})?$/, `${label} must be a percentage such as 7.25.`);
