import { gradeFacts, type OpeningId } from '../../survey';
import type { Situation } from '../facts';
import type { SurveyFacts } from '../methodFacts';
import { OPENING_RULES, OPENING_TABLE } from '../openings';
import { firstMatch, refOf } from '../rule';
import type { Staged } from '../staged';

/** How far this job opens. */
export interface OpeningChosen {
  opening: OpeningId;
  /** What the rules would open to, whatever was chosen on the spot. */
  proposed: OpeningId;
  /** The inside face of the coil is reached. */
  insideReached: boolean;
}

/**
 * Whether an opening can be had on this coil: its own side, and no lifted top where none lifts.
 * @param opening which
 * @param facts side of the coil, and whether its top lifts
 * @returns whether the coil can be opened so
 * @example isPossible('deep', { role: 'condenser', topOpens: false }) // false
 */
export const isPossible = (
  opening: OpeningId,
  facts: Pick<SurveyFacts, 'role' | 'topOpens'> & Partial<Pick<SurveyFacts, 'discharge'>>,
): boolean =>
  OPENING_TABLE[opening].role === facts.role &&
  (facts.topOpens || !OPENING_TABLE[opening].inside) &&
  (opening !== 'top-open' || facts.discharge !== 'side');

/**
 * Second stage: the opening that the technician chose where it can be had, else the one that the rules propose.
 * @param situation of the coil
 * @example openingStage(situationOf(coil(), graded(4), mildDay, shelf, house())).value.opening // "deep"
 */
export function openingStage({ facts, survey }: Situation): Staged<OpeningChosen> {
  // Every coil meets a row: the last of each side asks for nothing.
  const rule = firstMatch(OPENING_RULES, facts)!;
  const wanted = survey.answers.opening;
  // A unit that blows out of its front has no top fan: its inside is reached with front panel and fan out.
  const proposed = isPossible(rule.then, facts) ? rule.then : 'deep';
  const opening = wanted !== null && isPossible(wanted, facts) ? wanted : proposed;
  const own = opening === proposed;
  return {
    value: { opening, proposed, insideReached: OPENING_TABLE[opening].inside },
    inputs: [
      { label: 'Worst grade', text: `${facts.grade} ${gradeFacts(facts.grade).name}` },
      { label: 'Rows', quantity: { kind: 'count', value: facts.rows } },
      { label: 'Added', quantity: { kind: 'duration', seconds: OPENING_TABLE[opening].minutes * 60 } },
    ],
    rules: [
      ...(own
        ? []
        : [
            {
              id: 'open.chosen',
              because: `Chosen on the spot; the rules would open to ${OPENING_TABLE[proposed].name.toLowerCase()}.`,
              source: { kind: 'house-rule', name: 'the technician' } as const,
            },
          ]),
      refOf(rule),
    ],
  };
}
