import { panDose } from '../../method';
import { WIRE_COLORS } from '../../run/takedown';
import { scheduleRun, type Task } from '../../runsheet';
import { formatVolume } from '../../units';
import { choice, type DrillMaker } from './drill';

const TERMINALS = ['C', 'R', 'Y', 'G'] as const;

/** Wires whose color changes from one side of a plug to the other: they go back by terminal, not by color. */
const wires: DrillMaker = (draw) => {
  const [unit, house] = [draw.shuffled(WIRE_COLORS), draw.shuffled(WIRE_COLORS)];
  const at = draw.whole(0, TERMINALS.length - 1);
  const right = { id: house[at]!, text: `The ${house[at]!} one` };
  const others = TERMINALS.flatMap((_, i) => (i === at ? [] : [{ id: house[i]!, text: `The ${house[i]!} one` }]));
  return {
    skill: 'wires.sides',
    ask: `You noted the plug before it came apart. Which wire of the house goes on ${TERMINALS[at]!}?`,
    facts: TERMINALS.map((terminal, i) => ({ label: terminal, text: `${unit[i]!} on the unit’s side, ${house[i]!} on the house’s` })),
    drawing: null,
    answer: choice(draw, right, others),
    because: [
      `On ${TERMINALS[at]!} you noted ${unit[at]!} on one side and ${house[at]!} on the other.`,
      'Colours change sides at a plug: what counts is the terminal, and the note or the photo of it.',
    ],
  };
};

const doses: DrillMaker = (draw) => {
  const [panVolumeL, drainLMin, pourLMin] = [draw.pick([3, 4, 5, 6, 8]), draw.pick([0.4, 0.5, 1, 1.5]), draw.pick([3, 6, 10])];
  const { doseL, pauseS } = panDose({ panVolumeL, drainLMin, pourLMin });
  const pause = draw.random() < 0.5;
  return {
    skill: pause ? 'pan.pause' : 'pan.dose',
    ask: pause ? 'How long do you wait after each pour?' : 'How much water goes in one pour?',
    facts: [
      { label: 'The pan holds', quantity: { kind: 'volume', litres: panVolumeL } },
      { label: 'The drain takes, each minute', quantity: { kind: 'volume', litres: drainLMin } },
      { label: 'The sprayer gives, each minute', quantity: { kind: 'volume', litres: pourLMin } },
    ],
    drawing: null,
    answer: pause
      ? { type: 'amount', quantity: 'duration', right: pauseS, within: pauseS * 0.1, unit: 'min' }
      : { type: 'amount', quantity: 'volume', right: doseL, within: doseL * 0.05, unit: 'in one pour' },
    because: [
      `A pour fills six tenths of the pan at most: ${formatVolume(doseL, draw.system)}.`,
      `The wait is the pour divided by what the drain takes: ${Math.round((pauseS / 60) * 10) / 10} min.`,
    ],
  };
};

/** The tasks of the puzzle: foam of two faces soaks while hands do something else. */
export function puzzleOf(seed: { dwell: number; screens: number; drain: number; blower: number }): Task[] {
  const minute = 60;
  const task = (id: string, name: string, minutes: number, after: Task['after'] = []): Task => ({
    id,
    name,
    seconds: minutes * minute,
    handsOn: true,
    after,
  });
  const window = (id: string) => [{ id, minS: seed.dwell * minute, maxS: (seed.dwell + 4) * minute }];
  return [
    task('foam-a', 'Foam the first face', 2),
    task('rinse-a', 'Rinse the first face', 3, window('foam-a')),
    task('foam-b', 'Foam the second face', 2),
    task('rinse-b', 'Rinse the second face', 3, window('foam-b')),
    task('screens', 'Wash the screens', seed.screens),
    task('drain', 'Clear the drain', seed.drain),
    task('blower', 'Brush the blower', seed.blower),
  ];
}

/** What the puzzle of a seed is made of. */
export const puzzleSeed = (draw: Parameters<DrillMaker>[0]) => ({
  dwell: draw.pick([5, 6, 8]),
  screens: draw.whole(2, 4),
  drain: draw.whole(2, 5),
  blower: draw.whole(2, 4),
});

const order: DrillMaker = (draw) => {
  const made = puzzleSeed(draw);
  const tasks = puzzleOf(made);
  const best = scheduleRun(tasks, 1);
  const endS = best && 'endS' in best ? best.endS : Infinity;
  const names =
    best && 'placed' in best
      ? [...best.placed].sort((a, b) => a.startS - b.startS).map(({ id }) => tasks.find((task) => task.id === id)!.name.toLowerCase())
      : [];
  return {
    skill: 'order.run',
    ask: 'You are alone. In which order is it done soonest?',
    facts: [
      { label: 'Foam stands', text: `${made.dwell} to ${made.dwell + 4} min` },
      ...tasks.map((task) => ({ label: task.name, text: `${task.seconds / 60} min` })),
    ],
    drawing: null,
    answer: { type: 'order', options: draw.shuffled(tasks).map(({ id, name }) => ({ id, text: name })), judge: 'run' },
    because: [
      `No order ends sooner than ${Math.round(endS / 60)} min: ${names.join(', ')}.`,
      'While foam works, hands are free for what takes no face.',
    ],
  };
};

export const WIRES: readonly DrillMaker[] = [wires];
export const PAN: readonly DrillMaker[] = [doses];
export const ORDER: readonly DrillMaker[] = [order];
