import { useLayoutEffect, useRef, useState } from 'react';

/** So long a button that has come to mean something else takes no press, ms: a thumb that was on its way meant what stood there before. */
export const SETTLE_MS = 500;
/** What changes so soon after a press here was changed by it, ms. */
const OWN_MS = 300;

let pressedAtMs = -Infinity;

/**
 * A button whose meaning changes by itself, because a clock came due or another phone entered something, is held for a moment, so that nobody
 * records what they have not read. What one's own press changes is meant.
 * @param means what a press would do; null for a button that always does the same
 * @param idle it could not be pressed anyhow
 */
export function useUnlooked(means: string | null, idle: boolean, onPress: () => void): { held: boolean; press: () => void } {
  const [held, setHeld] = useState(false);
  const before = useRef({ means, idle });
  const holding = useRef(false);
  useLayoutEffect(() => {
    const was = before.current;
    before.current = { means, idle };
    if (was.means === means || was.idle || performance.now() - pressedAtMs < OWN_MS) return undefined;
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
  }, [means, idle]);
  const press = () => {
    // A click that set out before the button was drawn as held.
    if (holding.current) return;
    pressedAtMs = performance.now();
    onPress();
  };
  return { held, press };
}
