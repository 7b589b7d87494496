/**
 * Numbers from 0 to 1, both left out, always the same for the same seed. Source: SplitMix (Steele, Lea and Flood 2014) in 32 bits, from memory.
 * @param seed of the draw
 * @returns a function that gives the next one
 * @example uniforms(1)() === uniforms(1)() // true
 */
export function uniforms(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x9e3779b9) >>> 0;
    let mixed = state;
    mixed = Math.imul(mixed ^ (mixed >>> 16), 0x85ebca6b);
    mixed = Math.imul(mixed ^ (mixed >>> 13), 0xc2b2ae35);
    return (((mixed ^ (mixed >>> 16)) >>> 0) + 0.5) / 2 ** 32;
  };
}

/**
 * Numbers of a normal distribution of mean 0 and spread 1, by Box and Muller (1958).
 * @param uniform numbers from 0 to 1
 * @returns a function that gives the next one
 * @example Number.isFinite(normals(uniforms(1))()) // true
 */
export const normals = (uniform: () => number) => (): number => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
