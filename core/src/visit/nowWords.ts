import { PRE_WET_WORDS, preWetOf, type CoilPlan } from '../method';
import {
  needsFoam,
  plannedRinseBy,
  progressOf,
  AGAIN_WORDS,
  againWays,
  WRONG_SIGN_NAMES,
  sectionClock,
  SPOT_NAMES,
  type Alarm,
  type CoilRun,
  type NextAction,
  type SectionProgress,
} from '../run';
import { formatClock, formatDuration } from '../units';

/** What to do next, in words. */
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
  const signs = wrong.signs.map((sign) => WRONG_SIGN_NAMES[sign].toLowerCase()).join(', ');
  const how = againWays(wrong.signs).map((way) => AGAIN_WORDS[way]);
  return `Second pass, ${wrong.where === 'all' ? 'all over' : `${SPOT_NAMES[wrong.where].toLowerCase()} only`}: ${signs}. ${how.join(' ')} `;
}

/** For plans of before they said it. */
const HOW_TO_FOAM = {
  outdoors: 'From the bottom up, close, between the fins.',
  'wall-head': 'Zig-zag from the top down, close; the rear bend apart.',
  indoors: 'From the bottom up, close, into the fins.',
} as const;
const howToFoam = ({ facts, foaming }: CoilPlan): string =>
  foaming?.how ?? HOW_TO_FOAM[facts?.role === 'evaporator' ? (facts.ductless ? 'wall-head' : 'indoors') : 'outdoors'];

/** What the thermostat is set to where condensate rinses. */
export const CONDENSATE_WORDS =
  'Lowest set-point and high fan: condensate rinses the foam for three quarters of an hour, then pan and drain are looked at in Wash.';

/**
 * The next action in words, with the button that says its result.
 * @param action as `nextAction` gives it
 * @param run of the coil
 * @param nowMs UTC ms
 * @param waterMark mark of the dial that gives plain water; null without one
 * @returns order, explanation and what the button says
 * @example nowWords({ kind: 'done' }, { coilId: 'c', plan: planCoil(coil(), graded(3), mildDay, shelf, house()), rows: 1, sections: [], progress: {}, power: { done: {}, failed: null } }, 0).title // "Every section is clear"
 */
export function nowWords(action: NextAction, run: CoilRun, nowMs: number, waterMark: string | null = null): NowWords {
  const { plan, progress } = run;
  switch (action.kind) {
    case 'wet-coil':
      return {
        title: PRE_WET_WORDS[preWetOf(plan)].title,
        text: `${plan.dryLift ? 'After the dry lift. ' : ''}${PRE_WET_WORDS[preWetOf(plan)].text}${waterMark === null ? '' : ` Gun on ${waterMark}: plain water.`}`,
        button: 'The coil is wet',
      };
    case 'apply': {
      const latest = plannedRinseBy(plan, action.section);
      const { mists = 0 } = plan;
      const only = againWords(progress[action.section.id]);
      return {
        title: `Foam section ${action.section.number}, ${action.section.faceName}`,
        text: `${only}${howToFoam(plan)}${plan.ending === 'condensate' ? ` It works ${formatDuration(plan.dwell?.minS ?? 0)}; condensate rinses it.` : latest ? ` Then rinse after ${formatDuration(plan.dwell?.minS ?? 0)}, before ${formatDuration(latest.seconds)}.` : ''}${mists > 0 ? ` Mist it ${mists === 1 ? 'once' : 'twice'} on the way: the clock says when.` : ''}`,
        button: `Foam is on ${action.section.number}`,
      };
    }
    case 'mist': {
      const clock = sectionClock(run, action.section, nowMs);
      const left = (clock.mistByS ?? 0) - (clock.soakedS ?? 0);
      return {
        title: `Mist section ${action.section.number}, ${action.section.faceName}`,
        text: `A light mist of water, top to bottom, no run-off: it dries in ${formatClock(Math.max(0, left))} and is not ready yet. Twice at most, since it thins the foam.`,
        button: `${action.section.number} is misted`,
      };
    }
    case 'rinse': {
      const clock = sectionClock(run, action.section, nowMs);
      const left = clock.rinseByS !== null && clock.soakedS !== null ? clock.rinseByS - clock.soakedS : null;
      const foamed = clock.soakedS !== null || needsFoam(plan, progressOf(run, action.section.id));
      const time =
        left === null
          ? ''
          : left > 0
            ? `${formatClock(left)} before ${clock.limit === 'dries' ? 'its first patch dries' : 'the label’s longest'}. `
            : `It is ${formatClock(-left)} past its limit: rinse at once. `;
      const { direction, how } = plan.rinseByHand ?? plan.rinse;
      return {
        title: `Rinse section ${action.section.number}, ${action.section.faceName}`,
        text: `${time}${foamed ? '' : againWords(progress[action.section.id])}${direction}. ${how}${foamed ? ' Until it runs clear and no foam follows.' : ''}`,
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
    case 'close-up':
      return {
        title: 'Foam has worked: close up, power back',
        text: 'No rinse by hand. Panel on, any trap full, then lowest set-point and high fan: condensate rinses it.',
        button: 'Go to power-up',
      };
    case 'condense':
      return {
        title: `Condensate rinses ${formatClock(action.seconds)} more`,
        text: 'Lowest set-point, high fan, doors and windows as they are. Look at the drain now and then: water has to run.',
        button: null,
      };
    case 'look':
      return {
        title: 'Look at pan and drain',
        text: 'Foam gone, the pan drains, clear water at the far end. If not, power off and rinse by hand.',
        button: 'Pan and drain are well',
      };
    case 'done':
      return {
        title: run.sections.some((section) => progressOf(run, section.id).phase === 'left')
          ? 'Nothing left to wash here'
          : 'Every section is clear',
        text: 'Finish what is left below, put everything back, then power up.',
        button: null,
      };
  }
}

/**
 * What an alarm calls out, as a sentence.
 * @param alarm as it is due
 * @param coilName how the coil is called
 * @returns one sentence
 * @example alarmWords({ id: '', kind: 'ready', coilId: 'c', sectionId: 's', sectionNumber: 2, atMs: 0, limit: null, byCondensate: false }, 'Outdoor coil') // "Rinse section 2, outdoor coil now."
 */
export function alarmWords(alarm: Alarm, coilName: string): string {
  const where = `section ${alarm.sectionNumber}, ${coilName.toLowerCase()}`;
  // What condensate rinses is closed up all at once: its sections are not told apart.
  const ready = alarm.byCondensate ? `Foam on the ${coilName.toLowerCase()} has worked: close up, power back.` : `Rinse ${where} now.`;
  return {
    steady: 'It runs steady: take the after readings.',
    rested: 'The compressor has rested: the thermostat may call.',
    look: `Condensate has rinsed the ${coilName.toLowerCase()}: look at pan and drain.`,
    mist: `Mist ${where} now, or it dries before it is ready.`,
    ready,
    hurry: `One minute: rinse ${where} before it ${alarm.limit === 'dries' ? 'dries' : 'has been on too long'}.`,
    'too-long': `Rinse ${where} at once: ${alarm.limit === 'dries' ? 'it is drying' : 'it has been on too long'}.`,
  }[alarm.kind];
}
