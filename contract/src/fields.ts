import { boolean, mixed, number, string } from 'yup';

/** Types that take what is given and never coerce: "2" is not a number here. Strings are trimmed. Defaults still fill gaps. */
export const text = () => string().transform((_value, given: unknown) => (typeof given === 'string' ? given.trim() : given) as string);
export const num = () => number().transform((_value, given: unknown) => given as number);
export const flag = () => boolean().transform((_value, given: unknown) => given as boolean);

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

export const isoDay = (label: string) =>
  text()
    .required(`${label} is missing.`)
    .test('day', `${label} must be a day like 2026-06-11.`, (value) => {
      if (!/^\d{4}-\d{2}-\d{2}$/.test(value ?? '')) return false;
      const date = new Date(`${value}T00:00:00Z`);
      return !Number.isNaN(date.getTime()) && date.toISOString().startsWith(value ?? '');
    });

export const isoInstant = (label: string) =>
  text()
    .required(`${label} is missing.`)
    .matches(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}\.\d{3}Z$/, `${label} must be a UTC time like 2026-06-11T14:30:00.000Z.`)
    .test('instant', `${label} is not a time that exists.`, (value) => !Number.isNaN(Date.parse(value ?? '')));

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/i;
export const uuidField = (label: string) => text().required(`${label} is missing.`).matches(UUID, `${label} must be a UUID.`);

/** Ids of the shop's own records; the demo's are readable slugs, new ones UUIDs. */
export const recordId = (label: string) =>
  text()
    .required(`${label} is missing.`)
    .matches(/^[A-Za-z0-9-]{1,64}$/, `${label} is not an id.`);
