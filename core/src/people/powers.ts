import { tableOf } from '../errors';

/** What somebody may do in the shop, from most to least. */
export const ROLES = ['owner', 'lead', 'technician', 'reader'] as const;
/** One of `ROLES`. */
export type Role = (typeof ROLES)[number];

/** Each role in words, and what it is for. */
export const ROLE_FACTS: Record<Role, { name: string; does: string }> = {
  owner: { name: 'Owner', does: 'All of it: people, prices, backups' },
  lead: { name: 'Lead', does: 'Plans days, keeps the shop’s rules and records, sees what visits cost' },
  technician: { name: 'Technician', does: 'Visits, places, systems and the shelf' },
  reader: { name: 'Reader', does: 'Looks at everything that is not the owner’s alone, and changes nothing' },
};

/** What a role may or may not do; each route and each kind of entry wants one of these. */
export const POWERS = ['read', 'field', 'plan', 'records', 'rules', 'costs', 'money', 'people', 'upkeep'] as const;
/** One of `POWERS`. */
export type Power = (typeof POWERS)[number];

const MAY: Record<Role, readonly Power[]> = tableOf('role', {
  owner: POWERS,
  lead: ['read', 'field', 'plan', 'records', 'rules', 'costs'],
  technician: ['read', 'field'],
  reader: ['read'],
});

/** What each power is, to finish a sentence: "… is for …". */
const POWER_WORDS: Record<Power, string> = {
  read: 'Looking',
  field: 'Working on visits, places and the shelf',
  plan: 'Planning days',
  records: 'Merging, putting away and bringing in records',
  rules: 'Setting the shop’s rules and words',
  costs: 'Seeing what visits cost',
  money: 'Setting prices and agreements',
  people: 'Setting up the shop and its people',
  upkeep: 'Backups and the whole shop’s data',
};

/**
 * Whether a role may do something.
 * @param role whose
 * @param power what
 * @returns true when it may
 * @example may('technician', 'plan') // false
 */
export const may = (role: Role, power: Power): boolean => MAY[role].includes(power);

/**
 * Who may do something, for whoever may not.
 * @param power what
 * @returns a sentence
 * @example whoMay('upkeep') // "Backups and the whole shop’s data is for the owner."
 */
export function whoMay(power: Power): string {
  const names = ROLES.filter((role) => may(role, power)).map((role) => ROLE_FACTS[role].name.toLowerCase());
  const last = names.pop() ?? 'nobody';
  return `${POWER_WORDS[power]} is for the ${names.length > 0 ? `${names.join(', ')} or ${last}` : last}.`;
}
