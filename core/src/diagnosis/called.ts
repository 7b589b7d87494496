import { QUANTITIES } from '../readings';
import { FINDING_TABLE, type FindingKind } from '../survey';
import type { UnitSystem } from '../units';
import { chargeWords } from './chargeOff';
import type { Candidate, Diagnosis } from './diagnose';
import { FAULTS, type FaultId } from './faults';

const percent = (share: number): string => `${Math.round(share * 100)} %`;
const lower = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1);

/**
 * Faults that a candidate is made of.
 * @param candidate of a diagnosis
 * @returns one or two; none where nothing is wrong, or a probe
 * @example faultsIn({ id: 'lowCharge', also: 'ducts' }) // ['lowCharge', 'ducts']
 */
export const faultsIn = ({ id, also }: Pick<Candidate, 'id' | 'also'>): FaultId[] =>
  id === 'none' || id === 'instrument' ? [] : also ? [id, also] : [id];

/**
 * What a candidate is called.
 * @param candidate of a diagnosis
 * @returns a few words
 * @example candidateName({ id: 'lowCharge', also: 'ducts', quantity: null }) // 'Low charge and blower or ducts'
 */
export function candidateName(candidate: Pick<Candidate, 'id' | 'also' | 'quantity'>): string {
  if (candidate.id === 'none') return 'No fault that these readings can show';
  if (candidate.id === 'instrument')
    return `One probe reads wrong: ${candidate.quantity ? QUANTITIES[candidate.quantity].name.toLowerCase() : 'which one is not known'}`;
  return faultsIn(candidate)
    .map((id, i) => (i === 0 ? FAULTS[id].name : lower(FAULTS[id].name)))
    .join(' and ');
}

/**
 * What has to be read before the likeliest fault is called one.
 * @param diagnosis as read
 * @returns a sentence or two; empty where nothing more is asked
 * @example confirmWords({ candidates: [], confirm: [] }) // ''
 */
export function confirmWords({ candidates, confirm }: Pick<Diagnosis, 'candidates' | 'confirm'>): string {
  if (confirm.length === 0) return '';
  const sound = candidates.find((row) => row.id === 'none')?.probability ?? 0;
  const names = confirm.map((id) => QUANTITIES[id].name.toLowerCase());
  return `A sound unit could read like this too (${percent(sound)}). Do not call it a fault yet: read ${names.join(' and ')} with another probe first.`;
}

/** A finding as a diagnosis would note it. */
export interface FaultFinding {
  what: FindingKind;
  coilId: null;
  note: string;
  action: string;
}

/**
 * The findings that a candidate is noted as, one for each fault in it.
 * @param candidate of a diagnosis
 * @param when the readings were taken
 * @param plateKg factory charge on the data plate, kg; null where nobody noted it
 * @param units of the reader
 * @returns findings; none where nothing is wrong, or a probe
 * @example faultFindings({ id: 'none', also: null, probability: 0.9, size: null }, 'after', null, 'us') // []
 */
export function faultFindings(
  candidate: Pick<Candidate, 'id' | 'also' | 'probability' | 'size'>,
  when: 'before' | 'after',
  plateKg: number | null,
  units: UnitSystem,
): FaultFinding[] {
  return faultsIn(candidate).map((id) => {
    const { finding, name, words } = FAULTS[id];
    const size = candidate.also ? '' : chargeWords(candidate, plateKg, units);
    return {
      what: finding,
      coilId: null,
      note: [`${name}, by the readings ${when} (${percent(candidate.probability)}).`, words, size].filter((line) => line !== '').join(' '),
      action: FINDING_TABLE[finding].action,
    };
  });
}
