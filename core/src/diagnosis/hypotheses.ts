import { valuesOf, type FigureSetting } from '../airside';
import type { Condition, CycleState } from '../cycle';
import { QUANTITIES, type QuantityId, type ReadingSet } from '../readings';
import { conditionsOf, modelled, SIGN_IDS, SIGNS, signValue, type Conditions } from '../verdict';
import type { CandidateId, Pattern } from './candidates';
import { FAULT_IDS, FAULTS, type FaultId } from './faults';

/** What is known of the coils as they were left: the worst grade on each side, null where nobody graded. */
export interface LeftGrades {
  outdoor: number | null;
  indoor: number | null;
}

/** Sizes a fault is tried at: 0.5 the moderate one of its row, 1 the large one; with how common each is. Judgment. */
export const LEVELS = [
  [0.25, 0.25],
  [0.5, 0.3],
  [0.75, 0.25],
  [1, 0.15],
  [1.25, 0.05],
] as const;
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
/** What one candidate does to the signs, at each of its sizes. */
export interface Hypothesis {
  id: CandidateId;
  /** The second of two faults at once. */
  also: FaultId | null;
  quantity: QuantityId | null;
  prior: number;
  /** Changes of every sign against a sound unit, by size. */
  levels: { weight: number; change: Pattern }[];
}

const changeOf = (state: CycleState, sound: CycleState): Pattern =>
  Object.fromEntries(SIGN_IDS.map((id) => [id, SIGNS[id].model(state) - SIGNS[id].model(sound)]));

const twice = (change: Pattern): Pattern => Object.fromEntries(Object.entries(change).map(([sign, by]) => [sign, 2 * by]));

function faultHypotheses(setting: FigureSetting, air: Conditions, sound: CycleState, left: LeftGrades): Hypothesis[] {
  return FAULT_IDS.flatMap((id) => {
    const { sizes, prior } = FAULTS[id];
    const graded = id === 'dirtyOutdoor' ? left.outdoor : id === 'dirtyIndoor' ? left.indoor : null;
    const weight = prior * (graded === null ? 1 : graded <= 1 ? 0.5 : 1.5);
    if (!sizes)
      return [
        {
          id,
          also: null,
          quantity: null,
          prior: weight,
          levels: LEVELS.map(([level, share]) => ({ weight: share, change: { recirculation: 8 * level } })),
        },
      ];
    const [moderate, large] = sizes.map((fault: Partial<Condition>) => modelled(setting, air, fault));
    if (!moderate) return [];
    const half = changeOf(moderate, sound);
    // A size too large for a state that balances: twice the moderate one stands for it.
    const full = large ? changeOf(large, sound) : twice(half);
    const levels = LEVELS.map(([level, share]) => ({
      weight: share,
      change: Object.fromEntries(
        SIGN_IDS.map((sign) => {
          const [a, b] = [half[sign] ?? 0, full[sign] ?? 0];
          return [sign, level <= 0.5 ? a * (level / 0.5) : a + (b - a) * ((level - 0.5) / 0.5)];
        }),
      ),
    }));
    return [{ id, also: null, quantity: null, prior: weight, levels }];
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
    return [{ id: 'instrument' as const, also: null, quantity, prior: INSTRUMENT_PRIOR / used.length, levels }];
  });
}

/** How often two faults come together, over what each alone would make likely. Judgment: a second fault is usually found and put right with the first. */
const TOGETHER_SHARE = 0.35;
/** Sizes that each of two faults is tried at, by their place in `LEVELS`. */
const PAIR_LEVELS = [0, 1, 2, 3] as const;
/** One system is not short of refrigerant and over full. */
const NEVER_TOGETHER: readonly (readonly [FaultId, FaultId])[] = [['lowCharge', 'overcharge']];

/** Two faults at once: their signs add up, which the model bears out for moderate sizes. */
function pairHypotheses(faults: readonly Hypothesis[]): Hypothesis[] {
  return faults.flatMap((one, i) =>
    faults.slice(i + 1).flatMap((other) => {
      if (NEVER_TOGETHER.some((pair) => pair.every((id) => id === one.id || id === other.id))) return [];
      const levels = PAIR_LEVELS.flatMap((a) =>
        PAIR_LEVELS.flatMap((b) => {
          const [first, second] = [one.levels[a], other.levels[b]];
          if (!first || !second) return [];
          const change: Pattern = {};
          for (const sign of SIGN_IDS) change[sign] = (first.change[sign] ?? 0) + (second.change[sign] ?? 0);
          return [{ weight: first.weight * second.weight, change }];
        }),
      );
      return [{ id: one.id, also: other.id as FaultId, quantity: null, prior: TOGETHER_SHARE * one.prior * other.prior, levels }];
    }),
  );
}

/**
 * Everything that readings may come from, with how likely each is before they are looked at and what it would do to the signs.
 * @param set readings that can be judged
 * @param setting what the unit is
 * @param air it worked in
 * @param sound the unit without a fault
 * @param base every sign read, less what a sound unit would do
 * @param left grades of the coils as they were left
 */
export function hypothesesOf(
  set: ReadingSet,
  setting: FigureSetting,
  air: Conditions,
  sound: CycleState,
  base: Pattern,
  left: LeftGrades,
): Hypothesis[] {
  const faults = faultHypotheses(setting, air, sound, left);
  return [
    { id: 'none', also: null, quantity: null, prior: NONE_PRIOR, levels: [{ weight: 1, change: {} }] },
    ...faults,
    ...pairHypotheses(faults),
    ...instrumentHypotheses(set, setting, base, sound),
  ];
}
