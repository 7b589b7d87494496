import { useCallback, useEffect, useRef, useState } from 'react';
import { readJson, writeDevice } from '@/device/memory';

/** Something half entered, kept on the device from the first tap, so that a reload or a dead battery loses nothing. */
export function useDraft<T>(key: string, start: () => T): [T, (next: T) => void, () => void] {
  const stored = `draft.${key}`;
  const [held, setHeld] = useState<{ key: string; value: T }>(() => ({ key, value: readJson<T>(stored) ?? start() }));
  // Another coil or visit under the same screen: its own draft, not this one's.
  const value = held.key === key ? held.value : (readJson<T>(stored) ?? start());
  const change = useCallback(
    (next: T) => {
      writeDevice(stored, JSON.stringify(next));
      setHeld({ key, value: next });
    },
    [key, stored],
  );
  const clear = useCallback(() => writeDevice(stored, null), [stored]);
  return [value, change, clear];
}

/** Start values of a form: what was half entered before, laid over what it starts with. */
export function draftValues<T extends object>(key: string, start: T): T {
  return { ...start, ...readJson<Partial<T>>(`draft.${key}`) };
}

/** Keeps a form's values on the device as they are typed. `drop` forgets them once they are saved. */
export function useFormDraft(key: string, watch: (listen: (values: unknown) => void) => { unsubscribe: () => void }): { drop: () => void } {
  const saved = useRef(false);
  useEffect(() => {
    const listening = watch((values) => {
      if (!saved.current) writeDevice(`draft.${key}`, JSON.stringify(values));
    });
    return () => listening.unsubscribe();
  }, [key, watch]);
  const drop = useCallback(() => {
    saved.current = true;
    writeDevice(`draft.${key}`, null);
  }, [key]);
  return { drop };
}
