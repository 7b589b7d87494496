import { FINDING_TABLE, type FindingKind, type Licence } from '../survey';

/** Each licence in words. */
export const LICENCE_NAMES: Record<Licence, string> = { refrigerant: 'Refrigerant', electrical: 'Electrical' };

/** Somebody who works for the shop. */
export interface CrewMember {
  id: string;
  name: string;
  licences: Licence[];
  /** Works here no longer; what they entered keeps their name. */
  archived: boolean;
}

/** Most people of one shop that can be kept. */
export const MOST_CREW_LISTED = 24;

/** Who may do a piece of work: the one who holds the phone, others of the crew, or nobody here. */
export type MayDo = { who: 'self' } | { who: 'crew'; names: string[] } | { who: 'nobody' };

/**
 * Who may do work that wants a licence.
 * @param licence that it wants; null for none
 * @param name of the one who holds the phone
 * @param crew of the shop
 * @returns self, those of the crew who may, or nobody
 * @example mayDo('electrical', 'Wren', [{ id: 'a', name: 'Ives', licences: ['electrical'], archived: false }]) // { who: 'crew', names: ['Ives'] }
 */
export function mayDo(licence: Licence | null, name: string, crew: readonly CrewMember[]): MayDo {
  if (licence === null) return { who: 'self' };
  const able = crew.filter((member) => !member.archived && member.licences.includes(licence)).map((member) => member.name);
  return able.includes(name) ? { who: 'self' } : able.length > 0 ? { who: 'crew', names: able } : { who: 'nobody' };
}

/**
 * Whether somebody of the crew holds a licence.
 * @param crew of the shop
 * @param name whose
 * @param licence which
 * @returns true when the crew list says so
 * @example holdsLicence([{ id: 'a', name: 'Ives', licences: ['electrical'], archived: false }], 'Ives', 'electrical') // true
 */
export const holdsLicence = (crew: readonly CrewMember[], name: string, licence: Licence): boolean =>
  mayDo(licence, name, crew).who === 'self';

/**
 * What is to be done with a finding, by who holds the phone.
 * @param what was found
 * @param name of the one who holds the phone
 * @param crew of the shop
 * @returns words; empty where it wants no licence
 * @example findingWords('contactor', 'Wren', []) // "Electrical licence: nobody of the crew has it. Report it, and quote it to be done by someone who may."
 */
export function findingWords(what: FindingKind, name: string, crew: readonly CrewMember[]): string {
  const { licence } = FINDING_TABLE[what];
  if (licence === null) return '';
  const may = mayDo(licence, name, crew);
  const wants = `${LICENCE_NAMES[licence]} licence`;
  if (may.who === 'self') return `${wants}: yours. Do it once the customer agrees, or quote it.`;
  if (may.who === 'crew') return `${wants}: report it to ${may.names.join(' or ')}. Quote it, do not fix it in passing.`;
  return `${wants}: nobody of the crew has it. Report it, and quote it to be done by someone who may.`;
}

/**
 * What is to be done about the capacitor before hands go near it, by who holds the phone. Common practice, no source; the maker's manual, licensed
 * practice and local code outrank it.
 * @param name of the one who holds the phone
 * @param crew of the shop
 * @returns words
 * @example capacitorWords('Wren', []) // "Nobody of the crew has an electrical licence: the compartment stays shut, and say so."
 */
export function capacitorWords(name: string, crew: readonly CrewMember[]): string {
  const may = mayDo('electrical', name, crew);
  if (may.who === 'self') return 'You have the electrical licence: discharge it as the maker says, then read it.';
  if (may.who === 'crew') return `Discharging it is for ${may.names.join(' or ')}. Alone, the compartment stays shut, and say so.`;
  return 'Nobody of the crew has an electrical licence: the compartment stays shut, and say so.';
}
