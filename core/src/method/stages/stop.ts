import { CONSTRUCTION_TABLE } from '../../equipment';
import type { Situation } from '../facts';
import { firstMatch, refOf } from '../rule';
import type { Staged } from '../staged';
import { STOPS, type Stop, type Verdict } from '../stops';

/** Whether this coil is washed today at all. */
export interface StopChoice {
  verdict: Verdict;
  stop: Stop | null;
}

/** An indoor coil that is clear, with nothing complained of, or whose panel alone is to be opened, is looked at and no more. */
const isInspection = ({ facts, survey }: Situation): boolean =>
  facts.role === 'evaporator' && ((facts.chemistryGrade === 0 && !facts.coolingSymptom) || survey.answers.opening === 'panel');

/**
 * First stage: the first reason in `STOPS` that holds, else a wash or an inspection.
 * @param situation of the coil
 * @example stopStage(situationOf(coil(), graded(2, { iced: true }), mildDay, shelf, house())).value.verdict // "postpone"
 */
export function stopStage(situation: Situation): Staged<StopChoice> {
  const { coil, facts } = situation;
  const rule = firstMatch(STOPS, facts);
  return {
    value: { verdict: rule?.then?.verdict ?? (isInspection(situation) ? 'inspect' : 'wash'), stop: rule?.then ?? null },
    inputs: [
      { label: 'Construction', text: coil.role === 'evaporator' ? 'Indoor coil' : CONSTRUCTION_TABLE[coil.construction].name },
      ...(facts.dryBulbC === null ? [] : [{ label: 'Air', quantity: { kind: 'temperature' as const, celsius: facts.dryBulbC } }]),
    ],
    rules: rule ? [refOf(rule)] : [],
  };
}
