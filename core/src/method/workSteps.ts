import { commonPractice } from '../because';
import type { MethodFacts } from './methodFacts';
import { allMatches, type Rule } from './rule';

export interface WorkStep {
  id: string;
  text: string;
  /** Usual time, s. */
  seconds: number;
}

type StepCondition = 'always' | 'cleaner' | 'dry-lift' | 'second-pass';
interface StepRow {
  text: string;
  minutes: number;
  only: StepCondition;
}

const step = (id: string, when: Rule<StepRow>['when'], text: string, minutes: number, only: StepCondition = 'always'): Rule<StepRow> => ({
  id,
  when,
  then: { text, minutes, only },
  because: 'Usual order and time.',
  source: commonPractice,
});

/** Every opening that takes the guards off. */
const OPENED = ['guards-off', 'top-open', 'deep'] as const;

/** The order of work with usual times. Applying, soaking and rinsing are timed by section and added by the planner. */
const STEPS: readonly Rule<StepRow>[] = [
  step('baseline', {}, 'Baseline readings, system steady 15 min', 15),
  step('isolate', {}, 'Isolate, tag, prove dead', 5),
  step('gas', { gas: true }, 'Gas off, burners covered', 3),
  step('wires', { role: 'condenser', insideReached: true }, 'Photograph the wires; top off, fan laid down', 12),
  step('guards', { role: 'condenser', guards: 'louvre', opening: OPENED }, 'Louvred panels off', 12),
  step('guards-wire', { role: 'condenser', guards: ['wire', 'hinged'], opening: OPENED }, 'Guards off', 5),
  step('deep', { opening: 'deep' }, 'Panels and fan assembly out', 15),
  step('panel', { role: 'evaporator', ductless: false }, 'Filter out, access panel off, board shielded, sheet laid', 10),
  step('front', { role: 'evaporator', ductless: true }, 'Front, filters and louvres off; bib hung', 15),
  step('duct', { role: 'evaporator', package: true }, 'Duct openings covered', 5),
  step('lift', { role: 'condenser' }, 'Dry lift: hand, brush along the fins, vacuum', 12, 'dry-lift'),
  step('lift-in', { role: 'evaporator' }, 'Dry lift: soft brush and vacuum', 8, 'dry-lift'),
  step('shield', { role: 'condenser' }, 'Shield the controls, wet the plants', 4),
  step('wheel', { opening: 'wheel-out' }, 'Blower wheel out and washed', 45),
  step('pan-out', { role: 'condenser' }, 'Weep holes open, base pan flushed', 5),
  step('pan-in', { role: 'evaporator' }, 'Pan wiped, trap flushed, drain and float switch proved', 10),
  step('gun', {}, 'Gun flushed until clear', 3, 'cleaner'),
  step('second', {}, 'Second pass where the torch still shows dark', 15, 'second-pass'),
  step('torch', {}, 'Torch check over the whole face', 4),
  step('pad', { role: 'condenser' }, 'Pad flushed, so that the fan draws nothing back', 2),
  step('close-out', { role: 'condenser', insideReached: true }, 'Compartment dry, fan and top back, blades clear', 12),
  step('comb', { finDamage: ['some', 'much'] }, 'Comb bent fins, right comb for the fins per inch', 10),
  step('close-deep', { opening: 'deep' }, 'Panels and fan assembly back, screws counted', 12),
  step('close-guards', { role: 'condenser', guards: ['wire', 'hinged', 'louvre'], opening: OPENED }, 'Guards back', 6),
  step('close-in', { role: 'evaporator' }, 'Panel sealed, filter in', 8),
  step('close-wheel', { opening: 'wheel-out' }, 'Wheel back, set-screw tight, spins free', 15),
  step('drip', { role: 'condenser', insideReached: true }, 'Drip; pressures equalise before a restart', 5),
  step('restart', {}, 'Power back, fan direction and sound', 5),
  step('after', {}, 'After readings, steady 15 min', 15),
];

/** Steps of this job in order, with the wash itself put where the rinse belongs. @param washSeconds apply + soak + rinse of all sections */
export function workSteps(
  facts: MethodFacts,
  job: { usesCleaner: boolean; dryLift: boolean; passes: number; washSeconds: number; washText: string },
): WorkStep[] {
  const holds: Record<StepCondition, boolean> = {
    always: true,
    cleaner: job.usesCleaner,
    'dry-lift': job.dryLift,
    'second-pass': job.passes > 1,
  };
  const steps = allMatches(STEPS, facts)
    .filter((rule) => holds[rule.then.only])
    .map((rule) => ({ id: rule.id, text: rule.then.text, seconds: rule.then.minutes * 60 }));
  const at = steps.findIndex((row) => row.id === 'pan-out' || row.id === 'pan-in');
  steps.splice(at < 0 ? steps.length : at, 0, { id: 'wash', text: job.washText, seconds: job.washSeconds });
  return steps;
}
