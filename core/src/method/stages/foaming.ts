import { SUN_TABLE } from '../../survey';
import type { Situation } from '../facts';
import { FOAM_FROM_RULES, PRE_WET_RULES, PRE_WET_WORDS, type Foaming } from '../foaming';
import { firstMatch, refOf } from '../rule';
import type { Staged } from '../staged';
import type { ChemistryChoice } from './chemistry';
import type { OpeningChosen } from './opening';

/**
 * How foam goes on, where any does: what is done to the coil before it, and from which side.
 * @param situation of the coil
 * @param opened how far
 * @param chosen the cleaner and how its soak ends
 * @example planCoil(coil(), graded(3), mildDay, shelf, house()).foaming.preWet // "rinse"
 */
export function foamingStage(
  { facts, house }: Situation,
  opened: OpeningChosen,
  { cleaner, ending }: ChemistryChoice,
): Staged<Foaming | null> {
  if (!cleaner) return { value: null, inputs: [], rules: [] };
  const added = { insideReached: opened.insideReached, form: cleaner.form, labelLines: cleaner.handling ?? [] };
  // The last row of both tables fits every coil.
  const before = firstMatch(PRE_WET_RULES, facts, added)!;
  const side = firstMatch(FOAM_FROM_RULES, facts, added)!;
  // Where condensate rinses no water is brought in, unless the label asks for it.
  const noWater = ending === 'condensate' && before.id !== 'prewet.label-wet-in';
  const preWet = noWater ? 'dry' : (before.then ?? house.preWet);
  return {
    value: { preWet, ...side.then },
    inputs: [
      { label: 'Inside reached', text: opened.insideReached ? 'yes' : 'no' },
      ...(facts.sun ? [{ label: 'Sun', text: SUN_TABLE[facts.sun].name }] : []),
    ],
    rules: [
      refOf(side),
      ...(noWater
        ? []
        : [
            before.then
              ? refOf(before)
              : { id: `prewet.school.${house.preWet}`, because: PRE_WET_WORDS[house.preWet].text, source: before.source },
          ]),
    ],
  };
}
