import { valuesOf, type FigureSetting, type Uncertain } from '../airside';
import type { Condition, CycleState } from '../cycle';
import { judgeable, QUANTITIES, type QuantityId, type ReadingSet } from '../readings';
import {
  conditionsOf,
  devicesOf,
  modelDoubt,
  modelled,
  SIGN_IDS,
  SIGNS,
  signsRead,
  signValue,
  type Conditions,
  type KnownDevice,
  type SignId,
} from '../verdict';
import type { CandidateId, Pattern } from './candidates';
import { FAULT_IDS, FAULTS } from './faults';
import { nextTest, type NextTest } from './nextTest';

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
  /** Signs that were read. */
  signs: SignId[];
  /** What the readings look metered by, and how likely that is, 0…1, where the plate does not tell and both were tried; null where it is known. */
  metering: { device: KnownDevice; probability: number } | null;
}

/** What is known of the coils as they were left: the worst grade on each side, null where nobody graded. */
export interface LeftGrades {
  outdoor: number | null;
  indoor: number | null;
}

/** Sizes a fault is tried at: 0.5 the moderate one of its row, 1 the large one; with how common each is. Judgement. */
const LEVELS = [
  [0.25, 0.25],
  [0.5, 0.3],
  [0.75, 0.25],
  [1, 0.15],
  [1.25, 0.05],
] as const;
/** A size is not known to less, a little more than half of how far two that are tried lie apart: of 1,500 drawn charges four lay outside of what is told then, by 0.2 % of a charge at most. */
const LEAST_SIZE_DOUBT = 0.14;
/** Nothing wrong, before anything is measured. */
const NONE_PRIOR = 0.35;
/** Any one instrument off by enough to matter, all of them together. */
const INSTRUMENT_PRIOR = 0.12;
/** By how much an instrument is off when it is off, one sigma, by how it is typed. */
const OFF: Partial<Record<(typeof QUANTITIES)[QuantityId]['edge'], number>> = {
  temperature: 4,
  pressure: 180,
  percent: 20,
  power: 500,
  staticPressure: 40,
  airflow: 0.12,
};
/** Readings that tell the air the unit works in. */
const AIR: readonly QuantityId[] = ['outdoorIn', 'returnDb', 'returnWb', 'returnRh'];
const OFF_LEVELS = [-1.5, -1, -0.5, 0.5, 1, 1.5];
/** Signs share readings and machines, so their evidence counts a little less than if each stood for itself. */
const TEMPER = 0.75;
/** A reading is now and then simply wrong. */
const STRAY = 0.001;
const STRAY_WIDER = 4;
/** Candidates less likely than this are ruled out. */
const RULED_OUT = 0.01;
const TOGETHER = 0.9;

/** What one candidate does to the signs, at each of its sizes. */
interface Hypothesis {
  id: CandidateId;
  quantity: QuantityId | null;
  prior: number;
  /** Changes of every sign against a sound unit, by size. */
  levels: { weight: number; change: Pattern }[];
}

const normal = (x: number, sigma: number): number => Math.exp(-0.5 * (x / sigma) ** 2) / sigma;
const density = (x: number, sigma: number): number => Math.log((1 - STRAY) * normal(x, sigma) + STRAY * normal(x, sigma * STRAY_WIDER));

const changeOf = (state: CycleState, sound: CycleState): Pattern =>
  Object.fromEntries(SIGN_IDS.map((id) => [id, SIGNS[id].model(state) - SIGNS[id].model(sound)]));

function faultHypotheses(setting: FigureSetting, air: Conditions, sound: CycleState, left: LeftGrades): Hypothesis[] {
  return FAULT_IDS.flatMap((id) => {
    const { sizes, prior } = FAULTS[id];
    const graded = id === 'dirtyOutdoor' ? left.outdoor : id === 'dirtyIndoor' ? left.indoor : null;
    const weight = prior * (graded === null ? 1 : graded <= 1 ? 0.5 : 1.5);
    if (!sizes)
      return [
        {
          id,
          quantity: null,
          prior: weight,
          levels: LEVELS.map(([level, share]) => ({ weight: share, change: { recirculation: 8 * level } })),
        },
      ];
    const [moderate, large] = sizes.map((fault: Partial<Condition>) => modelled(setting, air, fault));
    if (!moderate || !large) return [];
    const [half, full] = [changeOf(moderate, sound), changeOf(large, sound)];
    const levels = LEVELS.map(([level, share]) => ({
      weight: share,
      change: Object.fromEntries(
        SIGN_IDS.map((sign) => {
          const [a, b] = [half[sign] ?? 0, full[sign] ?? 0];
          return [sign, level <= 0.5 ? a * (level / 0.5) : a + (b - a) * ((level - 0.5) / 0.5)];
        }),
      ),
    }));
    return [{ id, quantity: null, prior: weight, levels }];
  });
}

/** Each reading in turn taken to be off: how its signs, and the sound unit they are held against, would move. */
function instrumentHypotheses(set: ReadingSet, setting: FigureSetting, base: Pattern, sound: CycleState): Hypothesis[] {
  const used = (Object.keys(set) as QuantityId[]).filter(
    (id) => OFF[QUANTITIES[id].edge] !== undefined && SIGN_IDS.some((sign) => base[sign] !== undefined && SIGNS[sign].needs.includes(id)),
  );
  return used.flatMap((quantity) => {
    const reading = set[quantity];
    const off = OFF[QUANTITIES[quantity].edge] ?? 0;
    if (!reading) return [];
    // A small step, scaled up: a large one may leave what the refrigerant works with.
    const step = off / 8;
    const other = { ...set, [quantity]: { ...reading, value: reading.value + step } };
    const moved = { ...valuesOf(set), [quantity]: reading.value + step };
    // Only air readings move the sound unit that the rest is held against.
    const air = AIR.includes(quantity) ? conditionsOf(other, setting) : null;
    const told = air ? modelled(setting, air) : sound;
    if (!told) return [];
    const slope: Pattern = Object.fromEntries(
      SIGN_IDS.flatMap((sign) => {
        const from = base[sign];
        const to = from === undefined ? null : signValue(sign, moved, setting);
        return from === undefined || to === null ? [] : [[sign, (to - SIGNS[sign].model(told) - from) / step]];
      }),
    );
    const levels = OFF_LEVELS.map((level) => ({
      weight: 1 / OFF_LEVELS.length,
      change: Object.fromEntries(Object.entries(slope).map(([sign, by]) => [sign, by * off * level])),
    }));
    return [{ id: 'instrument' as const, quantity, prior: INSTRUMENT_PRIOR / used.length, levels }];
  });
}

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

/** Most of what the air itself tells of the model: how far the conditions’ own doubt moves the signs is left to the instruments’ hypotheses. */
const logLikelihood = (residual: Partial<Record<SignId, Uncertain>>, change: Pattern): number =>
  Object.entries(residual).reduce((sum, [id, { value, u }]) => sum + TEMPER * density(value - (change[id as SignId] ?? 0), u), 0);

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
  const hypotheses: Hypothesis[] = [
    { id: 'none', quantity: null, prior: NONE_PRIOR, levels: [{ weight: 1, change: {} }] },
    ...faultHypotheses(setting, air, sound, left),
    ...instrumentHypotheses(set, setting, base, sound),
  ];
  return hypotheses.map((hypothesis) => {
    const each = hypothesis.levels.map(({ weight, change }) => Math.log(weight) + logLikelihood(residual, change));
    return {
      hypothesis,
      change: hypothesis.levels[each.indexOf(Math.max(...each))]?.change ?? {},
      size: hypothesis.quantity === null && hypothesis.levels.length > 1 ? sizeOf(each) : null,
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
 * @returns candidates with what speaks for and against each; null where outdoor air, return air or its moisture is missing, or the refrigerant is not known
 * @example diagnose({}, { refrigerant: 'R-410A', metering: 'unknown', era: 'unknown', btuh: 36000, pressureKPa: 101.325, ratedA: null }, { outdoor: 0, indoor: 0 }) // null
 */
export function diagnose(set: ReadingSet, setting: FigureSetting, left: LeftGrades): Diagnosis | null {
  const kept = judgeable(set);
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
    const key = `${row.hypothesis.id} ${row.hypothesis.quantity ?? ''}`;
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
  const candidates = ranked.map(({ hypothesis: { id, quantity }, probability, size, residual, change }) => ({
    id,
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
  return {
    candidates,
    oneOf,
    next: nextTest(kept, states, first.sound),
    signs: Object.keys(first.residual) as SignId[],
    metering: devices.length > 1 ? likely : null,
  };
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
