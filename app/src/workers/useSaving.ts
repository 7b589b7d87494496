import { CoreError } from '@elm-mist/core/errors';
import { savedBy, type AskedWash, type MeterDays, type WashSaving, type YearDay } from '@elm-mist/core/savings';
import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { SavingsService } from './savings.worker';

/** What a wash saved, or why that cannot be told. */
export type SavingTold = { saving: WashSaving } | { why: string };

const words = (error: unknown): string => (error instanceof Error ? error.message : 'It could not be reckoned.');

/** What a wash saved by a meter, reckoned in a worker; on this page where none can be had. Null while it is being reckoned. */
export function useSaving(
  rows: readonly MeterDays[] | null,
  air: readonly YearDay[],
  wash: AskedWash | null,
  year: readonly YearDay[],
): SavingTold | null {
  const [held, setHeld] = useState<{ rows: unknown; wash: AskedWash; year: unknown; told: SavingTold } | null>(null);
  useEffect(() => {
    if (!rows || !wash) return undefined;
    let off = false;
    const tell = (told: SavingTold) => {
      if (!off) setHeld({ rows, wash, year, told });
    };
    const here = () => {
      if (off) return;
      try {
        tell({ saving: savedBy(rows, air, wash, year) });
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        tell({ why: error.message });
      }
    };
    let worker: Worker | null = null;
    if (typeof Worker === 'undefined') here();
    else {
      // The bundler looks for this very form to make the worker's own file.
      worker = new Worker(new URL('../workers/savings.worker', window.location.href));
      // Not on the device yet, and no server to get it from.
      worker.onerror = here;
      void wrap<SavingsService>(worker)
        .savedBy([...rows], [...air], wash, [...year])
        .then((saving) => tell({ saving }))
        .catch((error: unknown) => tell({ why: words(error) }));
    }
    return () => {
      off = true;
      worker?.terminate();
    };
  }, [rows, air, wash, year]);
  return held && held.rows === rows && held.wash === wash && held.year === year ? held.told : null;
}
