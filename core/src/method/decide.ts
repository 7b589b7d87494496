import type { Situation } from './facts';
import type { ChosenFacts, JobFacts } from './methodFacts';
import { DRY_LIFT_RULES } from './gradeShifts';
import { firstMatch, refOf } from './rule';
import { gradeFacts, SOIL_TABLE } from '../survey';
import type { Staged } from './staged';
import { chemistryStage } from './stages/chemistry';
import { cuttingStage } from './stages/cutting';
import { dryingStage } from './stages/drying';
import { foamingStage } from './stages/foaming';
import { openingStage } from './stages/opening';
import { rinseStage } from './stages/rinsing';
import { soakStage } from './stages/soak';
import { stopStage } from './stages/stop';
import { strengthStage } from './stages/strength';

/** Whether anything is lifted off dry before water. */
function dryLiftStage({ facts, survey }: Situation): Staged<boolean> {
  // The last row fits every coil.
  const rule = firstMatch(DRY_LIFT_RULES, facts)!;
  return {
    value: rule.then,
    inputs: [
      { label: 'Worst grade', text: `${facts.grade} ${gradeFacts(facts.grade).name}` },
      { label: 'Soil', text: survey.soils.map((soil) => SOIL_TABLE[soil].name).join(', ') || 'not said' },
    ],
    rules: [refOf(rule)],
  };
}

/** The stages of one decision, each with its outcome, what it looked at and the rules behind it. */
export type Decision = ReturnType<typeof decide>;

/**
 * The decision for one coil as a row of stages. Each reads the situation and what came before it, and changes neither; run again on a neighboring
 * situation, the row says what would flip.
 * @param situation of the coil
 * @returns every stage, by name, in their order
 * @throws CoreError as its stages do
 * @example decide(situationOf(coil(), graded(3), mildDay, shelf, house())).stop.value.verdict // "wash"
 */
export function decide(situation: Situation) {
  const stop = stopStage(situation);
  const opening = openingStage(situation);
  const dryLift = dryLiftStage(situation);
  const drying = dryingStage(situation);
  const chemistry = chemistryStage(situation, drying.value);
  const strength = strengthStage(situation, chemistry.value);
  const soak = soakStage(situation, chemistry.value, drying.value);
  const foaming = foamingStage(situation, opening.value, chemistry.value);
  const rinse = rinseStage(situation, opening.value, chemistry.value);
  const sections = cuttingStage(situation, stop.value, drying.value, soak.value);
  return { stop, opening, dryLift, drying, chemistry, strength, soak, foaming, rinse, sections };
}

/**
 * What was seen and what was chosen, flat, for the tables of steps, cautions, kit and advice.
 * @param situation of the coil
 * @param decision made from it
 * @example jobFactsOf(situationOf(coil(), graded(3), mildDay, shelf, house()), decide(situationOf(coil(), graded(3), mildDay, shelf, house()))).strongAlkali // true
 */
export function jobFactsOf({ facts }: Situation, decision: Decision): JobFacts {
  const { cleaner, chemistry, waterFirst, passes, ending } = decision.chemistry.value;
  const { opening, insideReached } = decision.opening.value;
  const chosen: ChosenFacts = {
    opening,
    insideReached,
    washes: decision.stop.value.verdict === 'wash',
    usesCleaner: cleaner !== null,
    strongAlkali: chemistry === 'alkaline-foam',
    household: chemistry === 'household',
    form: cleaner?.form ?? 'water',
    waterFirst,
    dryLift: decision.dryLift.value,
    passes,
    ending,
    washer: decision.rinse.value.washer,
    nozzle: decision.rinse.value.rinse.nozzle ?? '',
  };
  return { ...facts, ...chosen };
}
