import { commonPractice, fromLabel, type RuleRef } from '../because';
import type { Chemistry, Cleaner } from '../mix';
import type { CoilBuild, SurveyFacts } from './methodFacts';
import { allMatches, refOf, type Rule } from './rule';

/** Chemistries that a coil must never meet, whatever the grade. */
export const CHEMISTRY_VETOES: readonly Rule<SurveyFacts, { never: readonly Chemistry[] }>[] = [
  {
    id: 'veto.acid',
    when: {},
    then: { never: ['acid'] },
    because: 'Acid is not offered: it eats fins and tubes and fumes indoors.',
    source: commonPractice,
  },
  {
    id: 'veto.microchannel',
    when: { construction: 'microchannel' },
    then: { never: ['alkaline-foam', 'household', 'acid'] },
    because: 'Strong alkali or acid eats the wall of a microchannel tube itself.',
    source: commonPractice,
  },
  {
    id: 'veto.aluminium-tube',
    when: { aluminiumTube: true },
    then: { never: ['alkaline-foam', 'household', 'acid'] },
    because: 'Strong alkali or acid attacks aluminium tubes.',
    source: commonPractice,
  },
  {
    id: 'veto.coated',
    when: { construction: 'coated' },
    then: { never: ['alkaline-foam', 'household', 'evaporator-foam', 'acid'] },
    because: 'A coating takes water, or a neutral its maker approves.',
    source: commonPractice,
  },
  {
    id: 'veto.indoor',
    when: { role: 'evaporator' },
    then: { never: ['alkaline-foam', 'household', 'acid'] },
    because: 'Never a strong alkali, an acid or a household mix indoors, whatever its label says.',
    source: commonPractice,
  },
  {
    id: 'veto.no-running-water',
    when: { hazards: { includes: 'no-water' } },
    then: { never: ['alkaline-foam'] },
    because: 'A strong alkali wants running water within reach of eyes and skin.',
    source: commonPractice,
  },
  {
    id: 'veto.no-rinse-water',
    when: { hazards: { includes: 'no-water' }, waterWay: ['air', 'mug', 'unknown'] },
    then: { never: ['neutral', 'household', 'microchannel-cleaner', 'evaporator-foam', 'alkaline-foam', 'acid'] },
    because: 'What goes on has to come off again: without water enough, no cleaner.',
    source: commonPractice,
  },
  {
    id: 'veto.bleach-seen',
    when: { bleachInDrain: true },
    then: { never: ['household', 'acid'] },
    because: 'Vinegar or acid where bleach has been makes chlorine gas.',
    source: commonPractice,
  },
  {
    id: 'veto.maker-water-only',
    when: { makerWaterOnly: true },
    then: { never: ['neutral', 'household', 'evaporator-foam', 'microchannel-cleaner', 'alkaline-foam', 'acid'] },
    because: 'The maker’s manual allows water only, and it outranks every other rule.',
    source: { kind: 'label', name: 'the maker’s manual' },
  },
];

/**
 * Vetoes that this coil lays on one chemistry.
 * @param chemistry class of cleaner
 * @param facts of the coil
 * @returns the rules that forbid it; none where it may
 * @example chemistryVetoes('acid', situationOf(coil(), graded(2), mildDay, shelf, house()).facts)[0].id // "veto.acid"
 */
export function chemistryVetoes(chemistry: Chemistry, facts: SurveyFacts): RuleRef[] {
  return allMatches(CHEMISTRY_VETOES, facts)
    .filter((rule) => rule.then.never.includes(chemistry))
    .map(refOf);
}

/**
 * Vetoes that the cleaner's own label lays on its use here: its flags for indoor and outdoor coils, and the kinds it names.
 * @param cleaner with its label
 * @param coil as it is built
 * @returns what the label has against it; nothing where it may
 * @example labelVetoes(shelf[0], coil()).length // 0
 */
export function labelVetoes(cleaner: Cleaner, coil: CoilBuild): RuleRef[] {
  const vetoes: RuleRef[] = [];
  if (coil.role === 'evaporator' && !cleaner.indoor) {
    vetoes.push({ id: 'label.not-indoor', because: `${cleaner.name} is not labelled for indoor coils.`, source: fromLabel });
  }
  if (coil.role === 'condenser' && !cleaner.outdoor) {
    vetoes.push({ id: 'label.not-outdoor', because: `${cleaner.name} is not labelled for outdoor coils.`, source: fromLabel });
  }
  // A coil nobody could name must be safe whatever it turns out to be: the label has to allow the delicate kinds.
  const construction = coil.construction === 'unknown' ? 'aluminium-plate-fin' : coil.construction;
  if (!cleaner.allowedConstructions.includes(construction)) {
    vetoes.push({ id: 'label.construction', because: `${cleaner.name} is not labelled for this construction.`, source: fromLabel });
  }
  return vetoes;
}
