import { isZone } from '@elm-mist/core/clock';
import type { AskedSeasons, Climate } from '@elm-mist/core/interval';
import { MOST_CREW_LISTED, type CrewMember } from '@elm-mist/core/shop';
import { LICENCES } from '@elm-mist/core/survey';
import { array, object, type InferType } from 'yup';
import { positionFields } from './equipment';
import { changedFrom, figure, flag, oneOf, optionalWords, recordId, text, words } from './fields';

/** Money that this platform's Intl knows by its ISO 4217 code. */
export function isCurrency(code: string): boolean {
  if (!/^[A-Z]{3}$/.test(code)) return false;
  const known = (Intl as unknown as { supportedValuesOf?: (key: 'currency') => string[] }).supportedValuesOf?.('currency');
  return known === undefined || known.includes(code);
}

const crewMemberSchema = object({
  id: recordId('The crew member’s id'),
  name: words('A name', 60),
  licences: array(oneOf('A licence', LICENCES)).default([]).max(LICENCES.length, 'Each licence once.'),
  archived: flag().default(false),
});

const yearDay = (label: string) =>
  text()
    .required(`${label} is missing.`)
    .matches(/^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, `${label} must be a day of a year, such as 05-25.`);
const month = (label: string) => figure(label, 1, 12).integer(`${label} must be a month, 1 to 12.`);

/** What somebody says of the year where the shop works; left out, nothing changes. */
const seasonsSchema = object({
  fluff: object({ from: yearDay('The first day of seed fluff'), to: yearDay('The last day of seed fluff') })
    .nullable()
    .default(null),
  cooling: object({ from: month('The first month of cooling'), to: month('The last month of cooling') })
    .nullable()
    .default(null),
});

/** The shop itself: where it works from, its clock and money, and who works there. */
export const shopInputSchema = object({
  was: changedFrom(),
  name: optionalWords('The shop’s name', 80),
  address: optionalWords('Where it works from', 160),
  ...positionFields,
  zone: text()
    .required('The time zone is missing.')
    .test('zone', 'The time zone must be one such as America/Chicago.', (value) => isZone(value ?? '')),
  currency: text()
    .required('The currency is missing.')
    .test('currency', 'The currency must be a code of three letters, such as USD.', (value) => isCurrency(value ?? '')),
  crew: array(crewMemberSchema)
    .required('The crew is missing.')
    .max(MOST_CREW_LISTED, `The crew may have ${MOST_CREW_LISTED} names at most.`)
    .test('one', 'Two of the crew have the same name.', (crew) => {
      const names = (Array.isArray(crew) ? crew : []).flatMap((member) =>
        member && !member.archived ? [String(member.name).toLowerCase()] : [],
      );
      return new Set(names).size === names.length;
    }),
  seasons: seasonsSchema.nullable().optional().default(undefined),
  /** Steps of the first start that were gone through or left out on purpose. */
  setUp: array(oneOf('A step', ['shop', 'crew', 'cleaner', 'places'] as const))
    .default([])
    .max(4),
}).test('both', '', (value, context) =>
  (value.latitudeDeg === null) === (value.longitudeDeg === null)
    ? true
    : context.createError({ path: 'latitudeDeg', message: 'Give latitude and longitude, or neither.' }),
);
export type ShopInput = InferType<typeof shopInputSchema>;
export type SetUpStep = 'shop' | 'crew' | 'cleaner' | 'places';

/** Which shop is to be open: the demo, or one's own, each in a folder of its own. */
export const shopOpenSchema = object({ which: oneOf('Which shop', ['demo', 'own'] as const) });

/** The shop as it is kept. */
export interface ShopRecord {
  name: string;
  address: string;
  latitudeDeg: number | null;
  longitudeDeg: number | null;
  altitudeM: number | null;
  zone: string;
  currency: string;
  crew: CrewMember[];
  /** What somebody said of the year there; left out where nobody did. */
  seasons?: AskedSeasons | null | undefined;
  setUp: SetUpStep[];
  /** The demo shop: kept apart from any shop of one's own. */
  demo: boolean;
}

/** The same with whether a shop of one's own has been started beside the demo. */
export interface ShopAnswer extends ShopRecord {
  ownIsThere: boolean;
}

/** What is known of the year where the shop works, by its air and its coils; null where nothing is. */
export interface ShopYear {
  climate: Climate | null;
}
