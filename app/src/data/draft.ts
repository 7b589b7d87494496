import { useCallback, useState } from 'react';
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
