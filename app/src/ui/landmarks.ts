import { createContext, useContext } from 'react';

/** True inside what stands beside the screen that is worked on: a page has one head, one middle and one foot. */
export const Beside = createContext(false);

/** A landmark of the screen that is worked on; none for what stands beside it. */
export function useLandmark<T extends 'banner' | 'main' | 'contentinfo'>(role: T): { role?: T } {
  return useContext(Beside) ? {} : { role };
}
