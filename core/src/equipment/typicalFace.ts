import { requireInRange } from '../errors';
import { BTUH_PER_TON, M2_PER_FT2 } from '../units';

/** Outdoor face area that goes with a ton of nominal capacity, ft². Common practice, no source: a stand-in until it is measured. */
export const FACE_FT2_PER_TON = 4.7;

/**
 * Width of each of `faces` equal faces of a usual outdoor coil of this capacity, m, at the given finned height. An estimate, to be marked as one.
 * @param btuh 6,000…120,000
 * @param finnedHeightM m, 0.05 to 4
 * @param faces how many open faces
 * @returns m
 * @throws CoreError out-of-range, naming the argument
 * @example typicalFaceWidthM(36000, 1, 1) > 1 // true
 */
export function typicalFaceWidthM(btuh: number, finnedHeightM: number, faces: number): number {
  requireInRange('btuh', btuh, 6000, 120000, 'Btu/h');
  requireInRange('finnedHeightM', finnedHeightM, 0.05, 4, 'm');
  requireInRange('faces', faces, 1, 4);
  return ((btuh / BTUH_PER_TON) * FACE_FT2_PER_TON * M2_PER_FT2) / faces / finnedHeightM;
}
