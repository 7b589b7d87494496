import type { Because } from '../because';
import { ADVICE } from './advice';
import { CAUTIONS, type Caution } from './cautions';
import { KIT, type KitItem } from './kit';
import type { JobFacts } from './methodFacts';
import { refOf, type Rule } from './rule';

const told = (rule: Rule<JobFacts, unknown> | undefined, title: string, label: string, text: string): Because | undefined =>
  rule && { id: rule.id, title, result: { label, text }, inputs: [], rules: [refOf(rule)], changes: [] };

/**
 * Why a caution stands in a plan: the row of the table, and where it comes from.
 * @param caution as the plan has it
 * @returns undefined for words of an older version
 * @example whyCaution(planCoil(coil(), graded(3), mildDay, shelf, house()).cautions[0]).rules.length // 1
 */
export const whyCaution = (caution: Caution): Because | undefined =>
  told(
    CAUTIONS.find(({ then }) => then.lead === caution.lead && then.text === caution.text),
    caution.lead,
    'Mind',
    caution.text,
  );

/**
 * Why a piece of advice is given.
 * @param text as the plan has it
 * @returns undefined for words of an older version, or that carry a figure
 * @example whyAdvice('no such advice') // undefined
 */
export const whyAdvice = (text: string): Because | undefined =>
  told(
    ADVICE.find(({ then }) => then === text),
    'Advice for the owner',
    'Said',
    text,
  );

/**
 * Why things are carried, each with its reason.
 * @param kit of a coil, or of a visit
 * @returns undefined where nothing is carried, or all of it is of an older version
 * @example whyKit([{ what: 'Torch', quantity: '1, spare cells', kind: 'tool' }]).rules.length // 1
 */
export function whyKit(kit: readonly KitItem[]): Because | undefined {
  const rules = kit.flatMap(({ what, quantity }) => {
    const rule = KIT.find(({ then }) => then.what === what && then.quantity === quantity);
    return rule ? [refOf(rule)] : [];
  });
  return rules.length === 0
    ? undefined
    : { id: 'kit', title: 'From the truck', result: { label: 'Things', text: String(rules.length) }, inputs: [], rules, changes: [] };
}
