export const FIRST_SCREEN_LIMIT_KB: number;
export function firstScreenKb(dist: string): number;
