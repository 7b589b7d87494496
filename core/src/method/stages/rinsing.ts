import type { RuleRef } from '../../because';
import { CONSTRUCTION_TABLE } from '../../equipment';
import { CONDENSATE_RUN_S } from '../condensate';
import type { Situation } from '../facts';
import { FORCE_RULES, FORCE_SCHOOL_TABLE, RINSE_ADDS, RINSE_RULES, RINSE_SCHOOL_TABLE, SQUARE, type Rinse, type RinseWay } from '../rinse';
import { allMatches, firstMatch, refOf } from '../rule';
import type { Staged } from '../staged';
import type { ChemistryChoice } from './chemistry';
import type { OpeningChosen } from './opening';

/** How it is rinsed, and whether that takes a washer. */
export interface Rinsing {
  rinse: Rinse;
  /** How it is done by hand, where condensate was to do it and did not. */
  byHand: Rinse;
  washer: boolean;
}

/** The same ways, the last of them level where it comes from outside. */
const squareLast = (ways: readonly RinseWay[]): RinseWay[] =>
  ways.map((way, i) => (i === ways.length - 1 && way.from === 'outside' ? { ...way, downDeg: 0 } : way));

const minutes = (seconds: number) => Math.round(seconds / 60);
const BY_CONDENSATE: Rinse = {
  direction: 'Condensate rinses it',
  how: `No rinse by hand. Close up, power back, lowest set-point and high fan for ${minutes(CONDENSATE_RUN_S.least)} to ${minutes(CONDENSATE_RUN_S.most)} min; then look at pan and drain.`,
};

/**
 * Seventh stage: which way to rinse, how hard, and what a school or a finding adds; or that condensate does it.
 * @param situation of the coil
 * @param opened how far
 * @param chosen the cleaner and how its soak ends
 * @example planCoil(coil(), graded(3), mildDay, shelf, house()).rinse.nozzle // "hand over the hose end"
 */
export function rinseStage({ coil, facts, house }: Situation, opened: OpeningChosen, { ending }: ChemistryChoice): Staged<Rinsing> {
  const inputs = [
    { label: 'Construction', text: coil.role === 'evaporator' ? 'Indoor coil' : CONSTRUCTION_TABLE[coil.construction].name },
    { label: 'Rows', quantity: { kind: 'count' as const, value: facts.rows } },
    { label: 'Inside reached', text: opened.insideReached ? 'yes' : 'no' },
  ];
  const added = { insideReached: opened.insideReached };
  // The last row of both tables fits every coil.
  const way = firstMatch(RINSE_RULES, facts, added)!;
  const hard = firstMatch(FORCE_RULES, facts, added)!;
  const adds = allMatches(RINSE_ADDS, facts, added);
  const direction = way.then ?? RINSE_SCHOOL_TABLE[house.rinse];
  const force = hard.then ?? FORCE_SCHOOL_TABLE[house.force];
  const bySchool: RuleRef[] = [
    ...(way.then ? [] : [{ id: `rinse.school.${house.rinse}`, because: direction.direction, source: way.source }]),
    ...(hard.then ? [] : [{ id: `force.school.${house.force}`, because: force.how, source: hard.source }]),
  ];
  const byHand: Rinse = {
    direction: direction.direction,
    ways: adds.some(({ id }) => id === SQUARE) ? squareLast(direction.ways) : direction.ways,
    how: [force.how, direction.how, ...adds.map((row) => row.then)].filter(Boolean).join(' '),
    nozzle: force.nozzle,
    leastDistanceM: force.leastDistanceM,
  };
  if (ending === 'condensate')
    return {
      value: { rinse: BY_CONDENSATE, byHand, washer: false },
      inputs,
      rules: [
        {
          id: 'rinse.condensate',
          because: 'The label lets condensate do the rinsing.',
          source: { kind: 'label', name: 'the cleaner’s label' },
        },
      ],
    };
  return {
    value: { rinse: byHand, byHand, washer: force.washer },
    inputs,
    rules: [refOf(way), refOf(hard), ...adds.map(refOf), ...bySchool],
  };
}
