import { EDGES, trimDecimals, type UnitSystem } from '../units';
import type { Candidate } from './diagnose';
import { FAULTS } from './faults';

/** How much of a full charge is missing, or too much, at a size of the fault: 0.5 its moderate one, 1 its large one. */
function shareAt(id: 'lowCharge' | 'overcharge', size: number): number {
  const [moderate = 0, large = 0] = (FAULTS[id].sizes ?? []).map(({ charge = 1 }) => Math.abs(1 - charge));
  return Math.max(0, size <= 0.5 ? moderate * (size / 0.5) : moderate + (large - moderate) * ((size - 0.5) / 0.5));
}

/**
 * How far off a charge is, by how far the signs lie.
 * @param candidate of a diagnosis
 * @returns least and most of what is missing or too much, as shares of a full charge; null where the candidate is no charge fault
 * @example chargeOff({ id: 'none', size: null }) // null
 */
export function chargeOff({ id, size }: Pick<Candidate, 'id' | 'size'>): { low: number; high: number } | null {
  if ((id !== 'lowCharge' && id !== 'overcharge') || !size) return null;
  return { low: shareAt(id, size.value - 1.5 * size.u), high: shareAt(id, size.value + 1.5 * size.u) };
}

/**
 * The same in words, with the plate's charge where it was noted.
 * @param candidate of a diagnosis
 * @param plateKg factory charge on the plate, kg; null where nobody noted it
 * @param units of the reader
 * @returns sentences; empty where the candidate is no charge fault
 * @example chargeWords({ id: 'lowCharge', size: { value: 0.5, u: 0.1 } }, 3, 'si') // 'By how far the signs lie some 9 to 18 % short: 0.27 to 0.53 kg of the plate’s 3 kg, before what a longer line set adds. It is weighed in by who is licensed.'
 */
export function chargeWords(candidate: Pick<Candidate, 'id' | 'size'>, plateKg: number | null, units: UnitSystem): string {
  const off = chargeOff(candidate);
  if (!off) return '';
  const { fromSi, unit } = EDGES.mass;
  const mass = (kg: number) => trimDecimals(fromSi(kg, units), 2);
  const short = candidate.id === 'lowCharge';
  const share = `By how far the signs lie some ${Math.round(off.low * 100)} to ${Math.round(off.high * 100)} % ${short ? 'short' : 'too much'}`;
  const weight =
    plateKg === null
      ? ''
      : `: ${mass(off.low * plateKg)} to ${mass(off.high * plateKg)} ${unit[units]} of the plate’s ${mass(plateKg)} ${unit[units]}, before what a longer line set adds`;
  return `${share}${weight}. It is ${short ? 'weighed in' : 'recovered'} by who is licensed.`;
}
