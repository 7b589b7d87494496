import type { FigureSetting, Uncertain } from '../airside';
import type { CycleState } from '../cycle';
import { inHeating, judgeable, type QuantityId, type ReadingSet } from '../readings';
import {
  conditionsOf,
  devicesOf,
  modelDoubt,
  modelled,
  SIGN_IDS,
  SIGNS,
  signsRead,
  type Conditions,
  type KnownDevice,
  type SignId,
} from '../verdict';
import type { CandidateId, Pattern } from './candidates';
import type { FaultId } from './faults';
import { hypothesesOf, LEVELS, type Hypothesis, type LeftGrades } from './hypotheses';
import { nextReading, type NextTest } from './nextReading';

/** One sign, and how it speaks for or against a candidate. */
export interface Evidence {
  sign: SignId;
  /** Read less what a sound unit would do, in the sign’s unit. */
  residual: number;
  /** The same over its doubt. */
  sigmas: number;
  /** Above 0 it speaks for the candidate and against a sound unit; natural logarithm of the odds. */
  weight: number;
}

/** One thing that the readings may come from. */
export interface Candidate {
  id: CandidateId;
  /** A second fault at once with it. */
  also: FaultId | null;
  /** The reading that is off, where the candidate is an instrument. */
  quantity: QuantityId | null;
  /** 0…1, of all candidates together. */
  probability: number;
  /** How large it would be, of the larger size of its row, with its doubt; null where it has none. */
  size: Uncertain | null;
  evidence: Evidence[];
}

/** What the readings may come from, and what would tell more. */
export interface Diagnosis {
  /** Most likely first; every candidate that is not ruled out. */
  candidates: Candidate[];
  /** Those that cannot be told apart: the fewest that have nine parts in ten of the probability between them. */
  oneOf: Candidate[];
  /** What to take next. */
  next: NextTest | null;
  /** What to read again, or first, before the likeliest fault is called one: a sound unit could still read like this. Empty where it may be called, or nothing is accused. */
  confirm: QuantityId[];
  /** Signs that were read. */
  signs: SignId[];
  /** What the readings look metered by, and how likely that is, 0…1, where the plate does not tell and both were tried; null where it is known. */
  metering: { device: KnownDevice; probability: number } | null;
}

/** A size is not known to less, a little more than half of how far two that are tried lie apart: of 1,500 drawn charges four lay outside of what is told then, by 0.2 % of a charge at most. */
const LEAST_SIZE_DOUBT = 0.14;
/** Signs share readings and machines, so their evidence counts a little less than if each stood for itself. */
const TEMPER = 0.75;
/** A reading is now and then simply wrong. */
const STRAY = 0.001;
const STRAY_WIDER = 4;
/** Candidates less likely than this are ruled out. */
const RULED_OUT = 0.01;
const TOGETHER = 0.9;
/**
 * A fault is called one only where a sound unit is less likely than this. Judgment: of 378 sound units that were read with fourteen probes 1.6 % are then
 * accused, and 83 of 100 faults are called at once.
 */
const SOUND_RULED_OUT = 0.02;

const normal = (x: number, sigma: number): number => Math.exp(-0.5 * (x / sigma) ** 2) / sigma;
const density = (x: number, sigma: number): number => Math.log((1 - STRAY) * normal(x, sigma) + STRAY * normal(x, sigma * STRAY_WIDER));

/** Every sign that was read, less what a sound unit would do, with the doubt of both. */
function residuals(set: ReadingSet, setting: FigureSetting, sound: CycleState): Partial<Record<SignId, Uncertain>> {
  const read = signsRead(set, setting);
  return Object.fromEntries(
    Object.entries(read).map(([id, { value, u }]) => {
      const told = SIGNS[id as SignId].model(sound);
      return [id, { value: value - told, u: Math.hypot(u, modelDoubt(id as SignId, told)) }];
    }),
  );
}

/**
 * How likely what was read is under a change of the signs, a natural logarithm. How far the conditions’ own doubt moves the signs is left to the
 * instruments’ hypotheses.
 */
function likelihoodOf(residual: Partial<Record<SignId, Uncertain>>): (change: Pattern) => number {
  const rows = Object.entries(residual) as [SignId, Uncertain][];
  return (change) => {
    let sum = 0;
    for (const [id, { value, u }] of rows) sum += density(value - (change[id] ?? 0), u);
    return TEMPER * sum;
  };
}

/** One candidate as it stands with one way of metering. */
interface Weighed {
  hypothesis: Hypothesis;
  size: Uncertain | null;
  /** What it does at its likeliest size. */
  change: Pattern;
  /** Natural logarithm of prior and likelihood. */
  log: number;
  /** The unit without a fault, and what was read against it. */
  sound: CycleState;
  residual: Partial<Record<SignId, Uncertain>>;
  device: KnownDevice;
}

/** The sum of what stands as logarithms. */
function logSum(logs: readonly number[]): number {
  const most = Math.max(...logs);
  return most + Math.log(logs.reduce((sum, x) => sum + Math.exp(x - most), 0));
}

/** How large a fault would be, by how likely each of its sizes is. */
function sizeOf(logs: readonly number[]): Uncertain {
  const whole = logSum(logs);
  const shares = logs.map((log) => Math.exp(log - whole));
  const mean = (of: (level: number) => number) => LEVELS.reduce((sum, [level], i) => sum + of(level) * (shares[i] ?? 0), 0);
  const value = mean((level) => level);
  return { value, u: Math.hypot(Math.sqrt(mean((level) => (level - value) ** 2)), LEAST_SIZE_DOUBT) };
}

/** Every candidate weighed for a unit whose metering device is known. */
function weighed(set: ReadingSet, setting: FigureSetting & { metering: KnownDevice }, air: Conditions, left: LeftGrades): Weighed[] {
  const sound = modelled(setting, air);
  if (!sound) return [];
  const residual = residuals(set, setting, sound);
  const base: Pattern = Object.fromEntries(Object.entries(residual).map(([id, { value }]) => [id, value]));
  const hypotheses = hypothesesOf(set, setting, air, sound, base, left);
  const likelihood = likelihoodOf(residual);
  return hypotheses.map((hypothesis) => {
    const each = hypothesis.levels.map(({ weight, change }) => Math.log(weight) + likelihood(change));
    return {
      hypothesis,
      change: hypothesis.levels[each.indexOf(Math.max(...each))]?.change ?? {},
      size: hypothesis.quantity === null && hypothesis.also === null && hypothesis.levels.length > 1 ? sizeOf(each) : null,
      log: Math.log(hypothesis.prior) + logSum(each),
      sound,
      residual,
      device: setting.metering,
    };
  });
}

/** What a candidate does to every sign, told from another unit without a fault than its own. */
const changeFrom = (sound: CycleState, { change, sound: own }: Weighed): Pattern =>
  own === sound
    ? change
    : Object.fromEntries(SIGN_IDS.map((id) => [id, (change[id] ?? 0) + SIGNS[id].model(own) - SIGNS[id].model(sound)]));

/**
 * Which fault is left, by likelihood: every sign that was read is held against what a sound unit would do in the same air, and each fault against the rest
 * by how its signs would lie. What cannot be true is left out first; readings that are off are candidates themselves. Where the plate does not tell what
 * meters the refrigerant, both are tried and weighed.
 * @param set readings of one side
 * @param setting what the unit is
 * @param left grades of the coils as they were left
 * @returns candidates with what speaks for and against each; null while it heats, and where outdoor air, return air or its moisture is missing, or the refrigerant is not known
 * @example diagnose({}, { refrigerant: 'R-410A', metering: 'unknown', era: 'unknown', btuh: 36000, pressureKPa: 101.325, ratedA: null }, { outdoor: 0, indoor: 0 }) // null
 */
export function diagnose(set: ReadingSet, setting: FigureSetting, left: LeftGrades): Diagnosis | null {
  if (inHeating(set, setting.heats)) return null;
  const kept = judgeable(set, setting.heats);
  const air = conditionsOf(kept, setting);
  if (!air) return null;
  const devices = devicesOf(setting);
  const all = devices.flatMap(({ device, share }) =>
    weighed(kept, { ...setting, metering: device }, air, left).map((row) => ({ ...row, log: row.log + Math.log(share) })),
  );
  if (all.length === 0) return null;
  const whole = logSum(all.map((row) => row.log));
  const byCandidate = new Map<string, Weighed[]>();
  for (const row of all) {
    const { id, also, quantity } = row.hypothesis;
    const key = `${id} ${also ?? ''} ${quantity ?? ''}`;
    byCandidate.set(key, [...(byCandidate.get(key) ?? []), row]);
  }
  const ranked = [...byCandidate.values()]
    .map((rows) => ({
      ...rows.reduce((best, row) => (row.log > best.log ? row : best)),
      probability: Math.exp(logSum(rows.map((row) => row.log)) - whole),
    }))
    .sort((a, b) => b.probability - a.probability)
    .filter((row) => row.probability >= RULED_OUT);
  const [first] = ranked;
  if (!first) return null;
  const candidates = ranked.map(({ hypothesis: { id, also, quantity }, probability, size, residual, change }) => ({
    id,
    also,
    quantity,
    probability,
    size,
    evidence: evidenceOf(residual, change),
  }));
  const oneOf: Candidate[] = [];
  for (const candidate of candidates) {
    if (oneOf.reduce((sum, row) => sum + row.probability, 0) >= TOGETHER) break;
    oneOf.push(candidate);
  }
  const states = ranked.map((row) => ({
    probability: row.probability,
    id: row.hypothesis.id,
    change: changeFrom(first.sound, row),
  }));
  const likely = devices
    .map(({ device }) => ({
      device,
      probability: Math.exp(logSum(all.filter((row) => row.device === device).map((row) => row.log)) - whole),
    }))
    .reduce((best, row) => (row.probability > best.probability ? row : best));
  const next = nextReading(kept, states, first.sound);
  return {
    candidates,
    oneOf,
    next,
    confirm: toConfirm(candidates, next),
    signs: Object.keys(first.residual) as SignId[],
    metering: devices.length > 1 ? likely : null,
  };
}

/** What has to be read before the likeliest fault is called one. */
function toConfirm(candidates: readonly Candidate[], next: NextTest | null): QuantityId[] {
  const [first] = candidates;
  const sound = candidates.find((row) => row.id === 'none')?.probability ?? 0;
  if (!first || first.id === 'none' || first.id === 'instrument' || sound < SOUND_RULED_OUT) return [];
  if (next) return next.quantities;
  // All was read: the reading that accuses most, again with another probe.
  const [weightiest] = first.evidence;
  return weightiest ? [...SIGNS[weightiest.sign].needs] : [];
}

function evidenceOf(residual: Partial<Record<SignId, Uncertain>>, change: Pattern): Evidence[] {
  return (Object.entries(residual) as [SignId, Uncertain][])
    .map(([sign, { value, u }]) => ({
      sign,
      residual: value,
      sigmas: value / u,
      weight: density(value - (change[sign] ?? 0), u) - density(value, u),
    }))
    .sort((a, b) => Math.abs(b.weight) - Math.abs(a.weight));
}
