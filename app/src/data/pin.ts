import { useSyncExternalStore } from 'react';
import { readJson, writeDevice } from '@/device/memory';

const KEPT = 'pin';
/** PIN digits. A short one is a door against a look in passing: what the device keeps is not encrypted with it. */
export const PIN_DIGITS = { least: 4, most: 8 } as const;
/** So many wrong ones, and the device has to be signed in again. */
const TRIES = 5;
/** Left alone for so long, it locks itself, ms. */
const AWAY_MS = 5 * 60_000;

interface KeptPin {
  personId: string;
  salt: string;
  hash: string;
  wrong: number;
}

let locked = false;
const listeners = new Set<() => void>();
const set = (next: boolean) => {
  locked = next;
  listeners.forEach((listener) => listener());
};

const kept = (): KeptPin | null => readJson<KeptPin>(KEPT);
const keep = (pin: KeptPin | null): void => writeDevice(KEPT, pin && JSON.stringify(pin));

/** Fetched when a PIN is set or tried: no first screen waits for it. */
const hashing = () => import('./pinHash');

/** Whether a person has a PIN on this device. */
export const hasPin = (personId: string): boolean => kept()?.personId === personId;

/** Locks this device with a PIN from now on. */
export async function setPin(personId: string, pin: string): Promise<void> {
  const { hashOf, newSalt } = await hashing();
  const salt = newSalt();
  keep({ personId, salt, hash: await hashOf(pin, salt), wrong: 0 });
}

export function dropPin(): void {
  keep(null);
  set(false);
}

/** Tries a PIN. @returns how many tries are left; null where it was right */
export async function tryPin(pin: string): Promise<number | null> {
  const own = kept();
  if (!own || (await (await hashing()).hashOf(pin, own.salt)) === own.hash) {
    if (own) keep({ ...own, wrong: 0 });
    set(false);
    return null;
  }
  const wrong = own.wrong + 1;
  keep({ ...own, wrong });
  return Math.max(0, TRIES - wrong);
}

/** Locks a page that opens, and one that was left alone, wherever a PIN is kept. */
export function watchLock(): void {
  locked = kept() !== null;
  let leftMs: number | null = null;
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden') leftMs = Date.now();
    else if (leftMs !== null && Date.now() - leftMs > AWAY_MS && kept()) set(true);
  });
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
const get = () => locked;
export const useLocked = (): boolean => useSyncExternalStore(subscribe, get, get);
