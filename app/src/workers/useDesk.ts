import { useEffect, useState } from 'react';
import { openDesk, type PracticeDesk } from './practiceInWorker';

/**
 * A bench to practise at, for as long as the screen is there; null until it is open.
 * @param opened called once it is, and again where what it does changes
 */
export function useDesk(opened?: (desk: PracticeDesk) => void): PracticeDesk | null {
  const [desk, setDesk] = useState<PracticeDesk | null>(null);
  useEffect(() => {
    let open: PracticeDesk | null = null;
    let off = false;
    void openDesk().then((made) => {
      if (off) return made.close();
      open = made;
      setDesk(made);
      opened?.(made);
    });
    return () => {
      off = true;
      open?.close();
    };
  }, [opened]);
  return desk;
}
