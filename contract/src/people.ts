import { ROLES, type Notice, type Role } from '@elm-mist/core/people';
import type { Licence } from '@elm-mist/core/survey';
import { object, type InferType } from 'yup';
import { flag, oneOf, optionalWords, recordId, text, words } from './fields';
import { PASSWORD_LETTERS } from './password';

const { least, most } = PASSWORD_LETTERS;
// Not trimmed: a password is what was typed.
const newPassword = (label: string) =>
  text()
    .transform((_value, given: unknown) => given as string)
    .required(`${label} is missing.`)
    .min(least, `${label} must have ${least} letters at least: four plain words serve well.`)
    .max(most, `${label} may have ${most} letters at most.`)
    .test('same', `${label} must not be one letter again and again.`, (value) => new Set(value ?? '').size > 3);
const givenPassword = (label: string) =>
  text()
    .transform((_value, given: unknown) => given as string)
    .required(`${label} is missing.`)
    .max(most, `${label} may have ${most} letters at most.`);

const device = () => words('The device', 60);

/** Somebody signs in with name and password, or with a code that was handed over. */
export const signInSchema = object({
  name: words('The name', 60),
  password: givenPassword('The password'),
  /** Of the second step, or a spare one; empty where there is none, or nobody asked for it yet. */
  code: optionalWords('The code', 40),
  device: device(),
});
export type SignInInput = InferType<typeof signInSchema>;

/** Somebody of the demo signs in with one press. */
export const demoSignInSchema = object({ id: recordId('Who'), device: device() });

/** The first owner of a shop that nobody has an account in. */
export const firstOwnerSchema = object({ name: words('Your name', 60), password: newPassword('The password'), device: device() });
export type FirstOwnerInput = InferType<typeof firstOwnerSchema>;

export const passwordSchema = object({ was: givenPassword('The password of now'), password: newPassword('The new password') });
export type PasswordInput = InferType<typeof passwordSchema>;

/** A password that is being thought of, to be told how hard it is to guess. Nothing of it is kept. */
export const triedPasswordSchema = object({ password: givenPassword('The password') });

/** How hard it is to guess, 0 to 4, and whether that is enough. */
export interface StrengthRecord {
  score: number;
  enough: boolean;
}

/** A second step is set up, or taken off, by who knows the password. */
export const secondSchema = object({ password: givenPassword('The password') });
/** The first code of it, so that it is known to work before it is asked for. */
export const secondCodeSchema = object({ code: words('The code', 40) });

/** What an app for codes is told, once. */
export interface SecondRecord {
  /** Base32, to be typed. */
  secret: string;
  /** The same as an address to be shown as a square. */
  uri: string;
}

/** Codes that serve once each where the phone with the app is gone; told once. */
export interface SpareCodes {
  spare: string[];
}

/** A change of how somebody signs in. */
export interface NoticeRecord {
  id: string;
  /** UTC, ISO 8601. */
  at: string;
  what: Notice;
  by: string;
  device: string;
}

export const accountInputSchema = object({
  /** One of the crew, who goes by the name there; null for somebody else. */
  crewId: recordId('Who of the crew').nullable().defined('Say who of the crew, or nobody.'),
  name: words('The name', 60),
  role: oneOf('The role', ROLES),
});
export type AccountInput = InferType<typeof accountInputSchema>;

export const accountChangeSchema = object({ role: oneOf('The role', ROLES), active: flag().required('Say whether they may sign in.') });
export type AccountChange = InferType<typeof accountChangeSchema>;

export { nothingSchema } from './fields';

/** A customer is erased by their name, typed as it stands. */
export const eraseSchema = object({ name: words('Their name', 80) });

/** What was erased of a customer. */
export interface ErasedRecord {
  places: number;
  systems: number;
  visits: number;
  pictures: number;
}

/** Somebody who is signed in. */
export interface PersonRecord {
  id: string;
  crewId: string | null;
  name: string;
  role: Role;
  licences: Licence[];
  /** Signed in with a code: nothing but a password of one's own is taken first. */
  mustChange: boolean;
  /** A code of an app is asked for beside the password; left out in what a device kept from before. */
  second?: boolean;
}

/** Who is signed in on this device, and how somebody can be. */
export interface MeRecord {
  person: PersonRecord | null;
  /** One press in the demo; name and password; or nobody has an account yet, and the first owner makes one. */
  ways: 'demo' | 'password' | 'first';
  /** Of the demo alone. */
  people: { id: string; name: string; role: Role }[];
  shopName: string;
  /** One's own shop lies beside the demo, so that there is a way back while nobody has an account. */
  besideDemo: boolean;
  /** Changes of how they sign in that they have not seen, done elsewhere; the newest first. */
  notices: NoticeRecord[];
  /** Ids of the records of customers who were erased, the latest thousand: phones let go of what they keep of them. */
  erased: string[];
}

/** A device that somebody is signed in on. */
export interface DeviceRecord {
  id: string;
  device: string;
  /** ISO 8601 UTC. */
  since: string;
  lastAt: string;
  /** The one that asks. */
  here: boolean;
}

/** Somebody who may sign in, as the owner sees them. */
export interface AccountRecord {
  id: string;
  crewId: string | null;
  name: string;
  role: Role;
  active: boolean;
  /** A second step is asked for. */
  second: boolean;
  /** A code was handed over and is good until then; null for none. */
  codeUntil: string | null;
  /** ISO 8601 UTC; null for never, or for longer ago than devices stay signed in. */
  lastAt: string | null;
  devices: DeviceRecord[];
}

/** What is handed over once: nobody can look it up later. */
export interface CodeRecord {
  account: AccountRecord;
  code: string;
}
