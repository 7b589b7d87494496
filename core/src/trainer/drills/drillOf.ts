import { CoreError } from '../../errors';
import { scheduleRun, type Task } from '../../runsheet';
import { formatDuration, formatVolume, type UnitSystem } from '../../units';
import { CHOOSE } from './choosing';
import { drawOf, type Drill, type DrillFamily, type DrillMaker } from './drill';
import { FAULT } from './fault';
import { ORDER, PAN, puzzleOf, puzzleSeed, WIRES } from './hands';
import { RATIO } from './ratio';
import { DEAD, NEVER, SAY } from './safety';
import { CONSTRUCTION, FLASHLIGHT } from './seeing';
import { DRY, HOUR } from './weather';

/** A family of drills: what it is called, what it teaches, and a page of what to know before. */
export interface DrillFacts {
  name: string;
  teaches: string;
  /** The lesson beside it, in short sentences. */
  lesson: readonly string[];
}

/** Each family in words. Lessons are common practice, no source, but where the core names one. */
export const DRILL_TABLE: Record<DrillFamily, DrillFacts> = {
  ratio: {
    name: 'Ratios and labels',
    teaches: 'Read a label both ways, mix, undo a wrong pour',
    lesson: [
      '4:1 is four of water to one of concentrate: five parts in all.',
      '“Per gallon” may mean of water or of mix: the label’s own table decides, and where it is silent, ask.',
      'Two dilutions multiply: a mix drawn through a dial is thinned again, by its parts and not by its ratio.',
      'Too strong wants water, too weak wants concentrate; never guess by colour.',
    ],
  },
  torch: {
    name: 'Grade by the torch',
    teaches: 'See 60 % from 30 %',
    lesson: [
      'Torch hard against one face, look through the other. A clean face can fail: dirt sits between the fins and between the rows.',
      'Over 85 % is clear, to 60 hazed, to 30 loaded, to 5 blocked, below that packed.',
      'Daylight fools the eye: hood it, or photograph both times with the same exposure.',
    ],
  },
  construction: {
    name: 'Name the construction',
    teaches: 'What the coil is made of decides what it may meet',
    lesson: [
      'Round copper tubes through thin fins are the commonest and the most forgiving.',
      'No copper to be seen means aluminium tubes: no strong alkali, no acid, water first.',
      'Flat tubes with folded fins brazed between them are microchannel: nothing strong, nothing hard, no brush across.',
      'Where nobody can name it, the careful side holds.',
    ],
  },
  choose: {
    name: 'Choose the way',
    teaches: 'Cleaner, strength, dwell and rinse for a made-up coil',
    lesson: [
      'Construction vetoes, grade chooses, the label outranks both.',
      'Grease takes one grade more of chemistry, corrosion one less.',
      'Two rows are rinsed from both faces, pointed down.',
    ],
  },
  dead: {
    name: 'Prove it dead',
    teaches: 'What is missing before hands go in',
    lesson: [
      'The thermostat is not isolation. A pulled block goes into your pocket; some read OFF when put back reversed.',
      'A meter proves itself on a live source before and after: a dead meter reads dead.',
      'Each leg to ground and across: a shared neutral or a second source keeps one leg live.',
      'A capacitor keeps its charge: discharging it is for who has the licence, else the compartment stays shut.',
      'The maker’s manual, licensed practice and local code outrank all of this.',
    ],
  },
  dry: {
    name: 'Dry or wet',
    teaches: 'How long foam may be trusted',
    lesson: [
      'Sun on the face shortens it most: a third of the time in the shade is usual.',
      'Dry air and wind take the rest; heat alone does little.',
      'Three tenths of what is reckoned are kept back.',
    ],
  },
  hour: {
    name: 'The good hour',
    teaches: 'When to begin on which face',
    lesson: [
      'An east face is for the afternoon, a west face for the morning.',
      'Where no hour is long enough: smaller sections, mist, shade, or water alone.',
    ],
  },
  wires: {
    name: 'Wires back',
    teaches: 'By terminal, not by colour',
    lesson: ['Photograph and note each plug before it comes apart.', 'Colours may change from one side of a plug to the other.'],
  },
  order: {
    name: 'Order of work',
    teaches: 'Use the soak',
    lesson: ['What soaks does not need hands. Foam first, then what takes no face, then rinse inside the window.'],
  },
  pan: {
    name: 'The pan',
    teaches: 'Doses and pauses over an indoor pan',
    lesson: ['One pour fills six tenths of the pan at most, then it drains.', 'A drain as fast as the sprayer needs no pause.'],
  },
  fault: {
    name: 'Which fault',
    teaches: 'Fewest readings to a right verdict',
    lesson: [
      'Air first: what is usual depends on it.',
      'Superheat and subcooling tell the charge and the metering apart; the condensing over outdoor tells the outdoor coil.',
      'The static pressure across the coil tells it from the ducts.',
      'Opening the circuit is for the licensed: note it, quote it, do not top up.',
    ],
  },
  say: {
    name: 'What to say',
    teaches: 'Findings that are not yours to fix',
    lesson: ['What was found is noted with a photo and offered, never fixed in passing.', 'Circuit and capacitor are for the licensed.'],
  },
  never: {
    name: 'Never together',
    teaches: 'What must not meet',
    lesson: [
      'Bleach and acid make chlorine gas, bleach and ammonia chloramine: leave, and air the room.',
      'Vinegar is an acid; a drain may hold bleach from before.',
      'Strong alkali or acid eats aluminium and strips coatings.',
    ],
  },
};

const MAKERS: Record<DrillFamily, readonly DrillMaker[]> = {
  ratio: RATIO,
  torch: FLASHLIGHT,
  construction: CONSTRUCTION,
  choose: CHOOSE,
  dead: DEAD,
  dry: DRY,
  hour: HOUR,
  wires: WIRES,
  order: ORDER,
  pan: PAN,
  fault: FAULT,
  say: SAY,
  never: NEVER,
};

/**
 * One question of a family: the same for the same seed, its answer from the core's own rules.
 * @param family which
 * @param seed any whole number; kinds of a family take turns by it
 * @param system units that it asks in
 * @returns the question with what is right
 * @example drillOf('never', 1, 'us').answer.type // 'choice'
 */
export function drillOf(family: DrillFamily, seed: number, system: UnitSystem): Drill {
  const makers = MAKERS[family];
  const maker = makers[Math.abs(seed) % makers.length]!;
  return { family, seed, ...maker(drawOf(seed, system)) };
}

/** An answer as it is given: an option, an amount, an order of options, or a verdict with the readings that were taken for it. */
export type DrillGiven = string | number | readonly string[] | { verdict: string; taken: readonly string[] };

/** How an answer stands. */
export interface DrillMarked {
  right: boolean;
  /** What would have been right, in words. */
  says: string;
}

/** How long the tasks of a puzzle take alone, in an order: each as soon as it may. @returns null where a window cannot be met that way */
function takesS(tasks: readonly Task[], order: readonly string[]): number | null {
  const ends = new Map<string, number>();
  let now = 0;
  for (const id of order) {
    const task = tasks.find((row) => row.id === id);
    if (!task) return null;
    let start = now;
    for (const { id: before, minS, maxS } of task.after) {
      const end = ends.get(before);
      if (end === undefined) return null;
      start = Math.max(start, end + minS);
      if (maxS !== null && start > end + maxS) return null;
    }
    now = start + task.seconds;
    ends.set(id, now);
  }
  return now;
}

/**
 * Whether an answer is right, and what would have been.
 * @param drill the question
 * @param given the answer
 * @param system units that it is told in
 * @returns right or not, and the right one in words
 * @throws CoreError not-a-number `answer` for an amount that is none; out-of-range `answer` for a jug still empty; unknown `answer` for an option that was not offered
 * @example markDrill(drillOf('never', 1, 'us'), drillOf('never', 1, 'us').answer.right, 'us').right // true
 */
export function markDrill(drill: Drill, given: DrillGiven, system: UnitSystem): DrillMarked {
  const { answer } = drill;
  if (answer.type === 'choice') {
    if (!answer.options.some(({ id }) => id === given)) throw new CoreError('unknown', 'answer', 'Choose one of what is offered.');
    const right = given === answer.right || (answer.also ?? []).includes(given as string);
    return { right, says: answer.options.find(({ id }) => id === answer.right)?.text ?? '' };
  }
  if (answer.type === 'readings') {
    const told = typeof given === 'object' && 'verdict' in given ? given : { verdict: '', taken: [] };
    if (!answer.options.some(({ id }) => id === told.verdict)) throw new CoreError('unknown', 'answer', 'Choose one of what is offered.');
    const name = answer.options.find(({ id }) => id === answer.right)?.text ?? '';
    const count = (n: number) => `${n} ${n === 1 ? 'reading' : 'readings'}`;
    return { right: told.verdict === answer.right, says: `${name}. You took ${count(told.taken.length)}; ${answer.fewest} would do.` };
  }
  if (answer.type === 'order') {
    const order = given as readonly string[];
    if (!Array.isArray(given) || order.length !== answer.options.length || new Set(order).size !== order.length)
      throw new CoreError('unknown', 'answer', 'Put each of them somewhere, once.');
    const tasks = puzzleOf(puzzleSeed(drawOf(drill.seed, system)));
    const best = scheduleRun(tasks, 1);
    const least = best && 'endS' in best ? best.endS : Infinity;
    const took = takesS(tasks, order);
    return {
      right: took !== null && took <= least + 30,
      says:
        took === null
          ? 'That way foam would stand longer than its window, or be rinsed before it was put on.'
          : `Yours takes ${formatDuration(took)}, the shortest there is ${formatDuration(least)}.`,
    };
  }
  if (typeof given !== 'number' || !Number.isFinite(given)) throw new CoreError('not-a-number', 'answer', 'Type an amount.');
  if (answer.type === 'level' && given <= 0)
    throw new CoreError('out-of-range', 'answer', 'Bring the level up first: nothing is poured yet.');
  const told =
    answer.type === 'level' || answer.quantity === 'volume'
      ? formatVolume(answer.right, system)
      : answer.quantity === 'duration'
        ? formatDuration(answer.right)
        : String(answer.right);
  return { right: Math.abs(given - answer.right) <= answer.within + 1e-9, says: told };
}
