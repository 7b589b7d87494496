/** Parts the script that all screens of a build share. @param dist folder of the build @returns sizes of both parts, bytes */
export function partFirstScript(dist: string): { first: number; rest: number };
