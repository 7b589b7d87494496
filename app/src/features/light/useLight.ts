import type { LightMark, LightPair } from '@elm-mist/core/light';
import { useEffect, useState } from 'react';
import { photoBlob } from '@/data';
import { measureInWorker } from '../../workers/measureInWorker';

/** A picture of the visit, and what was marked on it. */
export interface MarkedId {
  photoId: string;
  mark: LightMark;
}

interface Measuring {
  pair: LightPair | null;
  /** 0 to 1 while it is measured; null when it is not. */
  share: number | null;
  trouble: string;
}

const nothing: Measuring = { pair: null, share: null, trouble: '' };

/** Measures what is marked, and again when a mark has settled elsewhere. @param before and after as settled; null for no picture */
export function useLight(before: MarkedId | null, after: MarkedId | null): Measuring {
  const key = JSON.stringify([before, after]);
  const [held, setHeld] = useState<{ key: string } & Measuring>({ key: '', ...nothing });
  useEffect(() => {
    const [first, second] = JSON.parse(key) as [MarkedId | null, MarkedId | null];
    if (!first && !second) return undefined;
    let off = false;
    const tell = (some: Measuring) => {
      if (!off) setHeld({ key, ...some });
    };
    const open = async (of: MarkedId | null) => of && { blob: await photoBlob(of.photoId), mark: of.mark };
    void (async () => {
      try {
        tell({ ...nothing, share: 0 });
        const pair = await measureInWorker(await open(first), await open(second), (share) => tell({ ...nothing, share }));
        tell({ ...nothing, pair });
      } catch (error) {
        tell({ ...nothing, trouble: error instanceof Error ? error.message : 'The pictures could not be measured.' });
      }
    })();
    return () => {
      off = true;
    };
  }, [key]);
  return held.key === key ? held : { ...nothing, share: before || after ? 0 : null };
}
