import { sealOf } from './chain';

/** Digits and letters that are not taken for one another (Crockford's base 32, from memory). */
const SIGNS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
const LENGTH = 8;

/**
 * A short code of a unit for its label, for when a phone cannot read the square: eight signs that are not mistaken for one another. Typed into the
 * search of places it finds the unit.
 * @param systemId whose
 * @returns four signs, a dash, four signs
 * @example unitCode('harrow-roof').length // 9
 */
export function unitCode(systemId: string): string {
  let left = BigInt(`0x${sealOf(systemId).slice(0, (LENGTH * 5) / 4)}`);
  let signs = '';
  for (let i = 0; i < LENGTH; i += 1) {
    signs = `${SIGNS[Number(left % 32n)] ?? ''}${signs}`;
    left /= 32n;
  }
  return `${signs.slice(0, 4)}-${signs.slice(4)}`;
}
