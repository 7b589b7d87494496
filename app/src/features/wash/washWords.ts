import {
  formatClock,
  formatDuration,
  needsFoam,
  rinseBy,
  type CoilPlan,
  type NextAction,
  type SectionClock,
  type SectionProgress,
} from '@elm-mist/core';

export interface NowWords {
  /** What to do, as an order. */
  title: string;
  text: string;
  /** What pressing the button says. */
  button: string | null;
}

/** The next action in words, with the button that says its result. */
export function nowWords(
  action: NextAction,
  plan: CoilPlan,
  progress: Record<string, SectionProgress>,
  clocks: readonly SectionClock[],
): NowWords {
  switch (action.kind) {
    case 'wet-coil':
      return {
        title: 'Pre-rinse the whole coil',
        text: plan.dryLift
          ? 'After the dry lift. Water cools it, so that foam does not flash dry.'
          : 'Water cools it, so that foam does not flash dry.',
        button: 'The coil is wet',
      };
    case 'apply': {
      const latest = rinseBy(plan);
      return {
        title: `Foam section ${action.section.number}, ${action.section.faceName}`,
        text: `From the bottom up, close, between the fins.${latest ? ` Then rinse after ${formatDuration(plan.dwell?.minS ?? 0)}, before ${formatDuration(latest.seconds)}.` : ''}`,
        button: `Foam is on ${action.section.number}`,
      };
    }
    case 'rinse': {
      const clock = clocks.find((row) => row.sectionId === action.section.id);
      const left =
        clock?.rinseByS !== null && clock?.rinseByS !== undefined && clock.soakedS !== null ? clock.rinseByS - clock.soakedS : null;
      const foamed = needsFoam(
        plan,
        progress[action.section.id] ?? { phase: 'waits', appliedAtMs: null, rinsedAtMs: null, failedChecks: 0 },
      );
      const time =
        left === null
          ? ''
          : left > 0
            ? `${formatClock(left)} before ${clock?.limit === 'dries' ? 'its first patch dries' : 'the label’s longest'}. `
            : `It is ${formatClock(-left)} past its limit: rinse at once. `;
      return {
        title: `Rinse section ${action.section.number}, ${action.section.faceName}`,
        text: `${time}${plan.rinse.direction}. ${plan.rinse.how}${foamed ? ' Until it runs clear and no foam follows.' : ''}`,
        button: `${action.section.number} is rinsed`,
      };
    }
    case 'check':
      return {
        title: `Torch on section ${action.section.number}`,
        text: 'Light through all over? Mind the top lip and the bottom band: they are always missed.',
        button: `${action.section.number} is clear`,
      };
    case 'wait':
      return {
        title: `Section ${action.section.number} soaks ${formatClock(action.seconds)} more`,
        text: 'Use the wait. Come back before it is ready.',
        button: null,
      };
    case 'done':
      return {
        title: 'Every section is clear',
        text: 'Flush the pad and the gun, wipe the compartment dry, then reassemble.',
        button: null,
      };
  }
}

/** What can be done while foam soaks. Times: common practice, no source. */
export const WHILE_IT_SOAKS = {
  condenser: [
    ['Flush the gun until clear', '3 min'],
    ['Open the weep holes', '3 min'],
    ['Wash louvres and panels', '10 min'],
  ],
  evaporator: [
    ['Flush the trap, prove the drain', '5 min'],
    ['Lift the float switch: unit stops?', '2 min'],
    ['Wipe the pan', '3 min'],
  ],
} as const;
