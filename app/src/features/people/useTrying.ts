import { useState } from 'react';
import { RefusedError } from '@/data';

/**
 * Tries something of the server, and keeps what it was refused for, by field.
 * @param away what is said, as `rest`, where the server cannot be reached
 */
export function useTrying(away: string) {
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<Record<string, string>>({});
  const run = async (work: () => Promise<unknown>): Promise<void> => {
    setBusy(true);
    setTrouble({});
    try {
      await work();
    } catch (error) {
      setTrouble(error instanceof RefusedError ? error.fields : { rest: away });
    } finally {
      setBusy(false);
    }
  };
  return { busy, trouble, run };
}
