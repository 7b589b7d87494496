/** Most people at work on one visit. */
export const MOST_CREW = 3;
