import type {
  FirstOwnerInput,
  MeRecord,
  PasswordInput,
  PersonRecord,
  SecondRecord,
  SignInInput,
  SpareCodes,
  StrengthRecord,
} from '@elm-mist/contract';
import { may, type Power } from '@elm-mist/core/people';
import { useSyncExternalStore } from 'react';
import { readJson, readText, writeDevice } from '@/device/memory';
import { forgetAnswers, renewAnswers } from './answers';
import { onSignedOut, request } from './api';
import { deviceName } from './deviceName';
import { draftsOf, forgetDraftsAbout } from './draftRoot';
import { dropPin } from './pin';

const KEPT = 'me';
/** This device is to be signed out, and the server does not know it yet. */
const OWED = 'me.sign-out';
/** Records of erased customers that this device has let go of. */
const ERASED = 'me.erased';

export interface MeState {
  /** Who is signed in, as far as this device knows; kept, so that a phone works on with no signal. */
  person: PersonRecord | null;
  /** What the server says of signing in; null before it was asked, and while it is away. */
  me: MeRecord | null;
  /** The last question did not reach the server. */
  away: boolean;
}

let state: MeState = { person: null, me: null, away: false };
const listeners = new Set<() => void>();
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

function set(next: MeState): void {
  state = next;
  listeners.forEach((listener) => listener());
}

/** Called whenever somebody has signed in. */
let signedInHook: () => void = () => undefined;
export const onSignedIn = (hook: () => void): void => void (signedInHook = hook);

/** Takes over what the server says. What one person read is not left for another. */
async function learn(me: MeRecord): Promise<MeRecord> {
  const before = state.person;
  const other = before !== null && before.id !== me.person?.id;
  writeDevice(KEPT, me.person ? JSON.stringify(me.person) : null);
  draftsOf(me.person?.id ?? null);
  // Nobody is shown anything before what the last one read is gone.
  if (other) {
    dropPin();
    set({ person: null, me: { ...me, person: null }, away: false });
    await forgetAnswers();
  }
  await forgetErased(me.erased);
  set({ person: me.person, me, away: false });
  if (me.person) signedInHook();
  return me;
}

/** Lets go of what this device keeps of customers who were erased since it asked last. @param erased ids of their records */
async function forgetErased(erased: readonly string[]): Promise<void> {
  const known = new Set(readJson<string[]>(ERASED) ?? []);
  const fresh = erased.filter((id) => !known.has(id));
  if (fresh.length === 0) return;
  forgetDraftsAbout(fresh);
  await renewAnswers();
  writeDevice(ERASED, JSON.stringify(erased));
}

/** Signs out what was left signed in while the server was away. @returns whether the server has been told */
async function settleOwed(): Promise<boolean> {
  try {
    await learn(await request<MeRecord>('POST', '/sign-out', {}));
  } catch {
    return false;
  }
  writeDevice(OWED, null);
  return true;
}

/** Asks who is signed in here. A server that is away changes nothing. */
export async function askMe(): Promise<void> {
  if (readText(OWED) && !(await settleOwed())) return set({ ...state, away: true });
  try {
    await learn(await request<MeRecord>('GET', '/me'));
  } catch {
    set({ ...state, away: true });
  }
}

/** Reads who was signed in here last, and asks whether they still are. */
export function openMe(): void {
  const person = readText(OWED) ? null : readJson<PersonRecord>(KEPT);
  draftsOf(person?.id ?? null);
  set({ ...state, person });
  // What the server answered 401 to: the device was signed out elsewhere, or was not used for too long.
  onSignedOut(() => void askMe());
  void askMe();
  window.addEventListener('online', () => void askMe());
}

const entered = async (path: string, body: unknown): Promise<MeRecord> => learn(await request<MeRecord>('POST', path, body));

export const signIn = (input: Omit<SignInInput, 'device'>) => entered('/sign-in', { ...input, device: deviceName() });
export const signInDemo = (id: string) => entered('/sign-in/demo', { id, device: deviceName() });
export const signInFirst = (input: Omit<FirstOwnerInput, 'device'>) => entered('/sign-in/first', { ...input, device: deviceName() });
export const signOut = () => entered('/sign-out', {});
/** Signs this device out as soon as the server can be reached; here nobody is signed in from now on. */
export async function forgetMe(): Promise<void> {
  // The cookie is the server's to end: until it was told, it is good for nothing here either.
  writeDevice(OWED, 'yes');
  const told = await settleOwed();
  if (told) return;
  writeDevice(KEPT, null);
  set({ person: null, me: null, away: true });
  await forgetAnswers();
}
export const changePassword = async (input: PasswordInput) => learn(await request<MeRecord>('PUT', '/me/password', input));
/** How hard a password is to guess that is being typed. */
export const passwordStrength = (password: string) => request<StrengthRecord>('POST', '/password/strength', { password });
/** What an app for codes is to be told. */
export const beginSecond = (password: string) => request<SecondRecord>('POST', '/me/second', { password });
/** Sets the second step up by its first code. */
export async function confirmSecond(code: string): Promise<SpareCodes> {
  const told = await request<SpareCodes>('PUT', '/me/second', { code });
  await askMe();
  return told;
}
export const endSecond = async (password: string) => learn(await request<MeRecord>('POST', '/me/second/off', { password }));
/** What was told of how one signs in was seen. */
export const seeNotices = async () => learn(await request<MeRecord>('POST', '/me/notices/seen', {}));
/** From a shop that has no people yet back to the demo beside it. */
export const backToDemo = async (): Promise<void> => {
  await request('PUT', '/shop/open', { which: 'demo' });
  await askMe();
};

const get = () => state;
export const useMe = (): MeState => useSyncExternalStore(subscribe, get, get);

/** Who is signed in; null for nobody. */
export const me = (): PersonRecord | null => state.person;

/** Whether the server has said that nobody is. */
export const isSignedOut = (): boolean => state.person === null && state.me !== null;

/** Whether who is signed in may do something. */
export const useMay = (power: Power): boolean => {
  const { person } = useMe();
  return person !== null && may(person.role, power);
};

/** The name that entries are kept under. */
export const useWho = (): string => useMe().person?.name ?? '';
