import { NotoSansArabic_400Regular } from '@expo-google-fonts/noto-sans-arabic/400Regular';
import { NotoSansHebrew_400Regular } from '@expo-google-fonts/noto-sans-hebrew/400Regular';
import { AtkinsonHyperlegibleNext_400Regular } from '@expo-google-fonts/atkinson-hyperlegible-next/400Regular';
import { AtkinsonHyperlegibleNext_700Bold } from '@expo-google-fonts/atkinson-hyperlegible-next/700Bold';
import { Asset } from 'expo-asset';
import { useEffect, useRef, useState } from 'react';
import { photoBlob, sharedNow } from '@/data';
import { saveFile } from '@/device/saveFile';
import type { FontPlaces, PaperWork } from '@/workers/paperOf';
import { readyPress, type Press } from '@/workers/paperInWorker';

const address = (font: number): string => new URL(Asset.fromModule(font).uri, window.location.href).href;
const fonts = (): FontPlaces => ({
  latin: address(AtkinsonHyperlegibleNext_400Regular),
  latinBold: address(AtkinsonHyperlegibleNext_700Bold),
  hebrew: address(NotoSansHebrew_400Regular),
  arabic: address(NotoSansArabic_400Regular),
});

/** The photos of a document that this device can get. */
async function picturesOf(work: PaperWork): Promise<{ photoId: string; blob: Blob }[]> {
  const blocks = work.of === 'report' ? work.report.blocks : [];
  const ids = [...new Set(blocks.flatMap((block) => (block.is === 'photos' ? block.photos.map((photo) => photo.photoId) : [])))];
  const got = await Promise.all(ids.map(async (photoId) => ({ photoId, blob: await photoBlob(photoId).catch(() => null) })));
  return got.flatMap(({ photoId, blob }) => (blob ? [{ photoId, blob }] : []));
}

/** A paper that is made on this device. */
export interface PaperJobState {
  /** How far it is, 0 to 1; null while none is made. */
  share: number | null;
  trouble: string;
  /** Bytes of the one that is made. */
  size: number | null;
  make: (work: PaperWork) => Promise<void>;
  save: () => void;
  /** It no longer is what is shown: it has to be made again. */
  forget: () => void;
}

/**
 * Makes a PDF on this device, in a worker.
 * @param name of the file, without its ending
 * @param ahead whether the worker is got ready as soon as the screen is there: its script is a megabyte
 */
export function usePaper(name: string, ahead = true): PaperJobState {
  const [share, setShare] = useState<number | null>(null);
  const [trouble, setTrouble] = useState('');
  const [made, setMade] = useState<Blob | null>(null);
  const press = useRef<Press | null>(null);
  useEffect(() => {
    if (ahead) press.current = readyPress();
    return () => {
      press.current?.close();
      press.current = null;
    };
  }, [ahead]);
  const make = async (work: PaperWork) => {
    setTrouble('');
    setShare(0);
    try {
      press.current ??= readyPress();
      const bytes = await press.current.set({ work, pictures: await picturesOf(work), fonts: fonts(), madeAt: sharedNow() }, setShare);
      setMade(new Blob([bytes as BlobPart], { type: 'application/pdf' }));
    } catch (error) {
      // A press that broke is not used again.
      press.current?.close();
      press.current = null;
      setTrouble(error instanceof Error ? error.message : 'The PDF could not be made.');
    } finally {
      setShare(null);
    }
  };
  return {
    share,
    trouble,
    size: made?.size ?? null,
    make,
    save: () => {
      if (made) saveFile(made, `${name}.pdf`);
    },
    forget: () => setMade(null),
  };
}
