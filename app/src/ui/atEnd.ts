import { createContext } from 'react';

/** True inside the value of a row, which stands at its right end. */
export const AtEnd = createContext(false);
