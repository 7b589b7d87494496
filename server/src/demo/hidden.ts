import type { Condition } from '@elm-mist/core/cycle';

/** What is wrong with systems of the demo beside dirt: nobody is told, the readings are. */
const HIDDEN: Readonly<Record<string, Partial<Condition>>> = {
  'demo-visit-13': { charge: 0.8 },
};

/** What is wrong with the system of a visit beside dirt; nothing outside of the demo. */
export const hiddenFault = (visitId: string): Partial<Condition> => HIDDEN[visitId] ?? {};
