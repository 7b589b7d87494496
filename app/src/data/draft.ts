import { useCallback, useLayoutEffect, useRef, useState } from 'react';
import { readJson, readText, writeDevice } from '@/device/memory';
import { draftRoot } from './draftRoot';

/**
 * Something half entered, kept on the device from the first tap, so that a reload or a dead battery loses nothing.
 * @param key under which it is kept
 * @param start what it starts with
 * @param base what it was begun from: the entry it would replace. Once that is another one, here or on another phone, it starts from there again,
 * and what was half entered is offered as `older`
 * @returns value, change, forget, and what was begun from another base
 */
export function useDraft<T>(key: string, start: () => T, base = ''): [T, (next: T) => void, () => void, T | null] {
  const stored = `${draftRoot()}${key}`;
  const storedBase = `${stored}.base`;
  const read = () => {
    const value = readJson<T>(stored);
    const same = (readText(storedBase) ?? base) === base;
    return { key, base, value: value !== null && same ? value : start(), older: value !== null && !same ? value : null };
  };
  const [held, setHeld] = useState(read);
  // Another coil or visit under the same screen, or another base: its own draft, not this one's.
  const now = held.key === key && held.base === base ? held : read();
  const change = useCallback(
    (next: T) => {
      writeDevice(stored, JSON.stringify(next));
      writeDevice(storedBase, base);
      setHeld({ key, base, value: next, older: null });
    },
    [key, stored, storedBase, base],
  );
  const clear = useCallback(() => {
    writeDevice(stored, null);
    writeDevice(storedBase, null);
  }, [stored, storedBase]);
  return [now.value, change, clear, now.older];
}

/** Start values of a form: what was half entered before, laid over what it starts with. */
export function draftValues<T extends object>(key: string, start: T): T {
  return { ...start, ...readJson<Partial<T>>(draftRoot() + key) };
}

/**
 * Start values of a form whose draft is kept with the values it was begun with: only what was typed otherwise is laid over them, so that a day or a time
 * nobody touched is the one of now.
 */
export function draftOver<T extends object>(key: string, start: T): T {
  const [typed, begun] = [readJson<Partial<T>>(draftRoot() + key), draftBase<Partial<T>>(key)];
  if (typed === null || begun === null) return start;
  const changed = (Object.keys(start) as (keyof T)[]).filter(
    (field) => field in typed && JSON.stringify(typed[field]) !== JSON.stringify(begun[field]),
  );
  return { ...start, ...Object.fromEntries(changed.map((field) => [field, typed[field]])) };
}

/** What a form's half entered values were begun from; null where there are none, or it was nothing. */
export const draftBase = <T>(key: string): T | null => readJson<T>(`${draftRoot()}${key}.base`);

/**
 * Keeps a form's values on the device as they are typed.
 * @param base what they are held against when they are saved: the record as it was when they were begun. It is kept with them, so that what somebody
 * else changed meanwhile is still told apart from what was typed here
 * @returns `drop` forgets them once they are saved; `restored` says that the form began with some; `again` forgets those
 */
export function useFormDraft(
  key: string,
  watch: (listen: (values: unknown) => void) => { unsubscribe: () => void },
  base: unknown = null,
): { drop: () => void; restored: boolean; anew: () => void } {
  const stored = `${draftRoot()}${key}`;
  const saved = useRef(false);
  const [restored, setRestored] = useState(() => readJson(stored) !== null);
  const begun = JSON.stringify(base);
  const forget = useCallback(() => {
    writeDevice(stored, null);
    writeDevice(`${stored}.base`, null);
  }, [stored]);
  // Before the form is seen: what is typed into it at once is kept as well.
  useLayoutEffect(() => {
    const listening = watch((values) => {
      if (saved.current) return;
      writeDevice(stored, JSON.stringify(values));
      writeDevice(`${stored}.base`, begun);
    });
    return () => listening.unsubscribe();
  }, [stored, begun, watch]);
  const drop = useCallback(() => {
    saved.current = true;
    forget();
  }, [forget]);
  const anew = useCallback(() => {
    forget();
    setRestored(false);
  }, [forget]);
  return { drop, restored, anew };
}
