import type { Because, BecauseInput, RuleRef } from '../because';
import { CHEMISTRY_NAMES } from '../mix';
import { formatDuration, formatRatio } from '../units';
import type { Decision } from './decide';
import { OPENING_TABLE } from './openings';
import type { Work } from './stages/working';
import type { Staged } from './staged';
import { dryInput } from './stages/drying';

/** One decision as its reason is shown: which stage it is drawn from, its result, and how it reads in a sentence. */
interface Reason {
  id: string;
  title: string;
  stage: (decision: Decision) => Staged<unknown>;
  result: (decision: Decision) => BecauseInput;
  /** Equal words mean that nothing flipped; left out where no neighbor is asked. */
  reading?: (decision: Decision) => string;
  shown: (decision: Decision) => boolean;
  /** Rules of its own, where the stage decides more than one thing. */
  rules?: (decision: Decision) => readonly RuleRef[];
  /** What is given up, where no neighbor is asked. */
  changes?: (decision: Decision) => string[];
}

const always = () => true;
const washes = ({ stop }: Decision) => stop.value.verdict === 'wash' || stop.value.verdict === 'inspect';
const passWords = (passes: number) => `${passes} ${passes === 1 ? 'pass' : 'passes'}`;

const PRE_WET_READINGS = { dry: 'on a dry coil', mist: 'on a misted coil', rinse: 'on a rinsed coil' } as const;

const REASONS: readonly Reason[] = [
  {
    id: 'opening',
    title: 'How far to open',
    stage: (d) => d.opening,
    result: (d) => ({ label: 'Open to', text: OPENING_TABLE[d.opening.value.opening].name }),
    shown: always,
    changes: (d) => {
      const { givesUp } = OPENING_TABLE[d.opening.value.opening];
      return givesUp ? [`Opened this far: ${givesUp}`] : [];
    },
  },
  {
    id: 'verdict',
    title: 'Why not wash',
    stage: (d) => d.stop,
    result: (d) => ({ label: 'Verdict', text: d.stop.value.stop?.title ?? '' }),
    reading: (d) => d.stop.value.stop?.title ?? d.stop.value.verdict,
    shown: (d) => d.stop.value.stop !== null,
  },
  {
    id: 'chemistry',
    title: 'Which cleaner',
    stage: (d) => d.chemistry,
    result: (d) => ({ label: 'Use', text: d.chemistry.value.cleaner?.name ?? CHEMISTRY_NAMES.water }),
    reading: (d) => (washes(d) ? (d.chemistry.value.cleaner?.name ?? `${CHEMISTRY_NAMES.water} only`) : (d.stop.value.stop?.title ?? '')),
    shown: always,
  },
  {
    id: 'strength',
    title: 'How strong',
    stage: (d) => d.strength,
    result: (d) => ({ label: 'Water to cleaner', quantity: { kind: 'ratio', waterParts: d.strength.value ?? 0 } }),
    reading: (d) => (d.strength.value === null ? 'no cleaner' : d.strength.value === 0 ? 'straight' : formatRatio(d.strength.value)),
    shown: (d) => d.strength.value !== null,
  },
  {
    id: 'dwell',
    title: 'How long it soaks',
    stage: (d) => d.soak,
    result: (d) => ({ label: 'Ready after', quantity: { kind: 'duration', seconds: d.soak.value.dwell?.minS ?? 0 } }),
    reading: (d) => (d.soak.value.dwell ? `ready after ${formatDuration(d.soak.value.dwell.minS)}` : 'no soak'),
    shown: (d) => d.soak.value.dwell !== null,
  },
  {
    id: 'drying',
    title: 'When foam dries',
    stage: (d) => d.drying,
    result: (d) => dryInput('Outer skin dry after', d.drying.value.first ?? 'never'),
    reading: ({ drying: { value } }) =>
      value.first === null ? '' : value.first === 'never' ? 'does not dry' : `dry in ${formatDuration(value.first)}`,
    shown: (d) => d.drying.value.first !== null,
  },
  {
    id: 'foaming',
    title: 'How foam goes on',
    stage: (d) => d.foaming,
    result: (d) => ({ label: 'Foam', text: d.foaming.value?.from ?? '' }),
    reading: (d) => (d.foaming.value ? `${d.foaming.value.from.toLowerCase()}, ${PRE_WET_READINGS[d.foaming.value.preWet]}` : ''),
    shown: (d) => d.foaming.value !== null && d.soak.value.dwell !== null,
  },
  {
    id: 'rinse',
    title: 'How to rinse',
    stage: (d) => d.rinse,
    result: (d) => ({ label: 'Rinse', text: d.rinse.value.rinse.direction }),
    reading: (d) => d.rinse.value.rinse.direction,
    shown: always,
  },
  {
    id: 'dryLift',
    title: 'Dry lift',
    stage: (d) => d.dryLift,
    result: (d) => ({ label: 'Lift dry first', text: d.dryLift.value ? 'yes' : 'no' }),
    reading: (d) => (d.dryLift.value ? 'lift dry first' : 'no dry lift'),
    shown: always,
  },
  {
    id: 'passes',
    title: 'How many passes',
    stage: (d) => d.chemistry,
    result: (d) => ({ label: 'Passes', quantity: { kind: 'count', value: d.chemistry.value.passes } }),
    reading: (d) => passWords(d.chemistry.value.passes),
    shown: always,
    rules: (d) => [d.chemistry.value.passesRule],
  },
  {
    id: 'sections',
    title: 'Into how many sections',
    stage: (d) => d.sections,
    result: (d) => ({ label: 'Sections', quantity: { kind: 'count', value: d.sections.value.length } }),
    shown: (d) => d.sections.value.length > 0,
  },
];

/** How each decision reads in a sentence, by its id. */
export const READINGS: readonly { id: string; read: (decision: Decision) => string }[] = REASONS.flatMap(({ id, reading }) =>
  reading ? [{ id, read: reading }] : [],
);

/**
 * The reasons of every decision, drawn from its stages.
 * @param decision with its stages
 * @param work the last stage
 * @param flips what would change each, by id
 * @example planCoil(coil(), graded(3), mildDay, shelf, house()).because.some((because) => because.id === 'strength') // true
 */
export function reasonsOf(decision: Decision, work: Staged<Work>, flips: Readonly<Record<string, string[]>>): Because[] {
  const because = REASONS.filter(({ shown }) => shown(decision)).map(({ id, title, stage, result, rules, changes }): Because => {
    const staged = stage(decision);
    return {
      id,
      title,
      result: result(decision),
      inputs: [...staged.inputs],
      rules: [...(rules?.(decision) ?? staged.rules)],
      changes: flips[id] ?? changes?.(decision) ?? [],
    };
  });
  if (work.value.steps.length > 0)
    because.push({
      id: 'time',
      title: 'How long the job takes',
      result: { label: 'In all', quantity: { kind: 'duration', seconds: work.value.totalSeconds } },
      inputs: [...work.inputs],
      rules: [...work.rules],
      changes: ['Waiting is nobody’s work: something else is done meanwhile, and it is never priced.'],
    });
  return because;
}
