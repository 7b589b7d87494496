import {
  formatClock,
  formatDuration,
  freshSection,
  needsFoam,
  plannedRinseBy,
  RINSE_SIGN_NAMES,
  SPOT_NAMES,
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

/** What the last check found, for a second pass: there and nowhere else. */
function againWords(progress: SectionProgress | undefined): string {
  const wrong = progress?.stillWrong;
  if (!wrong) return '';
  const signs = wrong.signs.map((sign) => RINSE_SIGN_NAMES[sign].bad.toLowerCase()).join(', ');
  return `Second pass, ${wrong.where === 'all' ? 'all over' : `${SPOT_NAMES[wrong.where].toLowerCase()} only`}: ${signs}. `;
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
      const latest = plannedRinseBy(plan, action.section);
      const { mists = 0 } = plan;
      const only = againWords(progress[action.section.id]);
      return {
        title: `Foam section ${action.section.number}, ${action.section.faceName}`,
        text: `${only}From the bottom up, close, between the fins.${latest ? ` Then rinse after ${formatDuration(plan.dwell?.minS ?? 0)}, before ${formatDuration(latest.seconds)}.` : ''}${mists > 0 ? ` Mist it ${mists === 1 ? 'once' : 'twice'} on the way: the clock says when.` : ''}`,
        button: `Foam is on ${action.section.number}`,
      };
    }
    case 'mist': {
      const clock = clocks.find((row) => row.sectionId === action.section.id);
      const left = (clock?.mistByS ?? 0) - (clock?.soakedS ?? 0);
      return {
        title: `Mist section ${action.section.number}, ${action.section.faceName}`,
        text: `A light mist of water, top to bottom, no run-off: it dries in ${formatClock(Math.max(0, left))} and is not ready yet. Twice at most, since it thins the foam.`,
        button: `${action.section.number} is misted`,
      };
    }
    case 'rinse': {
      const clock = clocks.find((row) => row.sectionId === action.section.id);
      const left =
        clock?.rinseByS !== null && clock?.rinseByS !== undefined && clock.soakedS !== null ? clock.rinseByS - clock.soakedS : null;
      const foamed = needsFoam(plan, progress[action.section.id] ?? freshSection());
      const time =
        left === null
          ? ''
          : left > 0
            ? `${formatClock(left)} before ${clock?.limit === 'dries' ? 'its first patch dries' : 'the label’s longest'}. `
            : `It is ${formatClock(-left)} past its limit: rinse at once. `;
      return {
        title: `Rinse section ${action.section.number}, ${action.section.faceName}`,
        text: `${time}${foamed ? '' : againWords(progress[action.section.id])}${plan.rinse.direction}. ${plan.rinse.how}${foamed ? ' Until it runs clear and no foam follows.' : ''}`,
        button: `${action.section.number} is rinsed`,
      };
    }
    case 'check':
      return {
        title: `Is section ${action.section.number} done?`,
        text: 'All four, all over. Mind the top lip and the bottom band: they are always missed.',
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
        text: 'Finish what is left below, put everything back, then power up.',
        button: null,
      };
  }
}
