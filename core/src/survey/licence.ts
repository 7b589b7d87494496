/** Licences that decide who may do a piece of work. Which are needed where is for local law to say. */
export const LICENCES = ['refrigerant', 'electrical'] as const;
/** One of `LICENCES`. */
export type Licence = (typeof LICENCES)[number];
