import { createContext, useContext, useLayoutEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { isSecondTap } from './secondTap';

/** So long what has come to mean something else takes no press, ms: a thumb that was on its way meant what stood there before. */
const SETTLE_MS = 500;
/** What changes so soon after a press here was changed by it, ms; and what a press changes at once is drawn before any timer, however long drawing takes. */
const OWN_MS = 300;

/** Runs while what changes is still taken for the work of a press. */
let own: ReturnType<typeof setTimeout> | null = null;

interface Presses {
  held: boolean;
  press: (act: () => void) => void;
}

const taken = (act: () => void): void => {
  if (own) clearTimeout(own);
  own = setTimeout(() => {
    own = null;
  }, OWN_MS);
  act();
};

const Context = createContext<Presses>({ held: false, press: taken });

/** Whether what is around a button is held just now, and how it takes a press. */
export const usePresses = (): Presses => useContext(Context);

/**
 * Holds all buttons inside for a moment when what they do changes by itself, because a clock came due or another phone entered something, so that
 * nobody records what they have not read. What one's own press changes is meant, but for the second tap of a double tap, even where the button
 * looks as it did: a reading of the next terminals is not the one of before.
 * @param means what a press would do; null while there is nothing to press
 */
export function Meant({ means, children }: { means: string | null; children: ReactNode }) {
  const [held, setHeld] = useState(false);
  const before = useRef(means);
  const holding = useRef(false);
  const pressedFor = useRef(means);
  useLayoutEffect(() => {
    const was = before.current;
    before.current = means;
    if (was === null || means === null || was === means || own) return undefined;
    holding.current = true;
    setHeld(true);
    const free = () => {
      holding.current = false;
      setHeld(false);
    };
    const timer = setTimeout(free, SETTLE_MS);
    return () => {
      clearTimeout(timer);
      free();
    };
  }, [means]);
  const presses = useMemo(
    (): Presses => ({
      held,
      press: (act) => {
        // A click that set out before the button was drawn as held.
        if (holding.current || (isSecondTap() && pressedFor.current !== before.current)) return;
        pressedFor.current = before.current;
        taken(act);
      },
    }),
    [held],
  );
  return <Context.Provider value={presses}>{children}</Context.Provider>;
}
