import type { Caution, CautionStep, CoilPlan } from '../method';
import { LABEL_LINE_TABLE, type LabelLine } from '../mix';
import type { NextAction } from '../run';

/** Which hazards bite at which action. */
const STEPS_AT: Record<NextAction['kind'], readonly CautionStep[]> = {
  'wet-coil': [],
  apply: ['apply'],
  mist: [],
  rinse: ['rinse'],
  check: [],
  wait: [],
  'close-up': ['close'],
  condense: [],
  look: [],
  done: ['close'],
};

/**
 * The cautions of a plan that bite now.
 * @param plan of the coil
 * @param action what is done next; null while its gate is shut
 * @returns those that bite, in the plan's order
 * @example cautionsNow(planCoil(coil(), graded(3), mildDay, shelf, house()), null).every((caution) => caution.step === 'gate') // true
 */
export function cautionsNow(plan: CoilPlan, action: NextAction['kind'] | null): Caution[] {
  const foams = plan.dwell !== null && !plan.waterFirst;
  // Opening and the dry lift come before whatever is the first to get it wet.
  const first = !foams ? 'rinse' : plan.ending === 'condensate' ? 'apply' : 'wet-coil';
  const steps: readonly CautionStep[] =
    action === null ? ['gate'] : action === first ? ['open', 'dry-lift', ...STEPS_AT[action]] : STEPS_AT[action];
  return plan.cautions.filter((caution) => steps.includes(caution.step));
}

/** Where on the way a hazard bites, as a heading. */
export const CAUTION_STEP_WORDS: Record<CautionStep, string> = {
  arrive: 'On arrival',
  gate: 'Before power is proven off',
  open: 'Opening up',
  'dry-lift': 'Dry lift',
  mix: 'Mixing',
  apply: 'Foaming',
  rinse: 'Rinsing',
  close: 'Power back',
};

/**
 * What to wear before a cap comes off, and what to do about a splash.
 * @param chemistry class of the cleaner
 * @returns one sentence or two
 * @example splashWords('neutral').startsWith('Gloves') // true
 */
export const splashWords = (chemistry: CoilPlan['chemistry']): string =>
  `${chemistry === 'alkaline-foam' ? 'Chemical gloves and sealed goggles on before the cap is off.' : 'Gloves and goggles.'} Splash: water at once for 15 minutes, then the safety sheet.`;

/**
 * What the label says about handling, at mixing or at foaming.
 * @param lines of the label
 * @param at which
 * @returns sentences, in the label's order
 * @example labelLines(['shake', 'upright'], 'apply') // ['Hold it upright while it sprays.']
 */
export const labelLines = (lines: readonly LabelLine[] | undefined, at: 'mix' | 'apply'): string[] =>
  (lines ?? []).filter((line) => LABEL_LINE_TABLE[line].at === at).map((line) => LABEL_LINE_TABLE[line].says);
