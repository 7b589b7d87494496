import { memo, useCallback, useEffect, useRef, type ReactNode } from 'react';

/** What is inside keeps its last drawing while `held`: for a screen that is about to be left and need not be drawn once more. */
export const Still = memo(
  function Still({ children }: { held: boolean; children: ReactNode }) {
    return <>{children}</>;
  },
  (_before, after) => after.held,
);

/** `hold` keeps the next drawing of a `Still` as it was; the one after is drawn as usual. */
export function useStill(): { held: boolean; hold: () => void } {
  const holding = useRef(false);
  const hold = useCallback(() => {
    holding.current = true;
  }, []);
  const held = holding.current;
  useEffect(() => {
    holding.current = false;
  });
  return { held, hold };
}
