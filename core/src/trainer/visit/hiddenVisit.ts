import type { Condition } from '../../cycle';
import { FAULT_IDS, FAULTS, type FaultId } from '../../diagnosis';
import type { CoilBuild } from '../../method';
import { uniforms } from '../../random';
import type { EfficiencyEra, Grade, MeteringDevice, Soil, StoryFact, Symptom } from '../../survey';
import type { LockoutStep } from '../../run';

/** What goes wrong when a unit is proved dead, once; the next time it is put right. */
export const LOCKOUT_SURPRISES = ['none', 'tired-meter', 'block-turned', 'second-feed', 'charged'] as const;
/** One of `GATE_SURPRISES`. */
export type LockoutSurprise = (typeof LOCKOUT_SURPRISES)[number];

/** Where each surprise shows, what the meter reads there, V, and what it was. Common practice, no source. */
export const SURPRISE_TABLE: Record<Exclude<LockoutSurprise, 'none'>, { step: LockoutStep; volts: number; was: string }> = {
  'tired-meter': { step: 'meter-proved', volts: 0, was: 'The meter’s battery was flat: it would have read 0 on anything.' },
  'block-turned': { step: 'l1-l2', volts: 241, was: 'The block had gone back in turned round: it looked open and was not.' },
  'second-feed': { step: 'l2-ground', volts: 118, was: 'A second breaker fed one leg: one dead pair does not make a dead unit.' },
  charged: { step: 'capacitor', volts: 63, was: 'The capacitor had kept its charge with the power off.' },
};

/** One coil as it really is. */
export interface HiddenCoil {
  /** The most of it first. */
  soils: Soil[];
  /** By face, the same in every row. */
  grades: Record<string, Grade>;
  stiffness: 'soft' | 'stiff';
  /** Under an indoor coil; null outdoors. */
  pan: { litres: number; drainLMin: number } | null;
}

/** Who lets the technician in. */
export interface HiddenOwner {
  symptoms: Symptom[];
  facts: StoryFact[];
  lastService: string;
  /** Somebody here takes badly to smells. */
  sensitive: boolean;
  /** The most that they spend today, in the shop's currency. */
  limit: number;
}

/** A visit to practise: what is really there, which nobody is told. */
export interface HiddenVisit {
  seed: number;
  coils: Record<string, HiddenCoil>;
  /** What is wrong beside dirt; null for nothing. */
  fault: FaultId | null;
  condition: Partial<Condition>;
  surprise: LockoutSurprise;
  plate: { metering: MeteringDevice; era: EfficiencyEra };
  owner: HiddenOwner;
}

/** What stands round a place, and the soil that it brings. */
const BRINGS: readonly [StoryFact, Soil][] = [
  ['dryer-vent', 'lint'],
  ['dogs', 'pet-hair'],
  ['mowing', 'grass'],
  ['trees', 'seed-fluff'],
  ['building-dust', 'dust'],
];
/** Faults that a visit may hide: what comes of dirt comes of dirt here too. */
const HIDES: readonly FaultId[] = FAULT_IDS.filter((id) => id !== 'dirtyOutdoor' && id !== 'dirtyIndoor' && FAULTS[id].sizes !== null);
const GRADES: readonly Grade[] = [1, 2, 3, 3, 4];
const LAST: readonly string[] = [
  'nobody ever has',
  'three summers ago, with a garden hose',
  'last spring, somebody from the market',
  'no idea, we moved in',
];
const LIMITS: readonly number[] = [120, 200, 320, 600];

/**
 * A visit out of a seed: the same seed, the same visit.
 * @param seed whole number
 * @param coils of the visit, as they are built
 * @returns what is really there
 * @example hiddenVisit(3, []).seed // 3
 */
export function hiddenVisit(seed: number, coils: readonly CoilBuild[]): HiddenVisit {
  const random = uniforms(seed);
  const one = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const stands = BRINGS.filter(() => random() < 0.45);
  if (stands.length === 0) stands.push(one(BRINGS));
  const brought = [...new Set(stands.map(([, soil]) => soil))];
  const base = one(GRADES);
  const hidden = Object.fromEntries(
    coils.map((coil): [string, HiddenCoil] => {
      const indoor = coil.role === 'evaporator';
      const worst = (indoor ? Math.max(1, base - 1) : base) as Grade;
      const soils: Soil[] = indoor
        ? [random() < 0.4 ? 'biofilm' : 'dust', ...(brought.includes('pet-hair') ? (['pet-hair'] as const) : [])]
        : [...brought, 'dust'];
      const { faces } = coil.geometry;
      const dirtiest = Math.floor(random() * faces.length);
      return [
        coil.id,
        {
          soils: [...new Set(soils)].slice(0, 3),
          grades: Object.fromEntries(
            faces.map((face, i) => [face.id, (i === dirtiest || random() < 0.6 ? worst : Math.max(0, worst - 1)) as Grade]),
          ),
          stiffness: coil.construction === 'microchannel' || random() < 0.4 ? 'soft' : 'stiff',
          pan: indoor ? { litres: 3 + 3 * random(), drainLMin: 0.6 + 0.9 * random() } : null,
        },
      ];
    }),
  );
  const fault = random() < 0.45 ? null : one(HIDES);
  const symptoms: Symptom[] = [];
  if (base >= 2 || fault) symptoms.push(one(['weak-cooling', 'long-runs'] as const));
  if (base >= 3) symptoms.push('high-bill');
  const lastService = one(LAST);
  return {
    seed,
    coils: hidden,
    fault,
    condition: fault ? (FAULTS[fault].sizes?.[1] ?? {}) : {},
    surprise: one(LOCKOUT_SURPRISES),
    plate: { metering: random() < 0.6 ? 'expansion-valve' : 'fixed-orifice', era: one(['10-12', '13-15', '16-up'] as const) },
    owner: {
      symptoms,
      facts: [...stands.map(([fact]) => fact), ...(lastService === LAST[0] ? (['never-washed'] as const) : [])],
      lastService,
      sensitive: random() < 0.3,
      limit: one(LIMITS),
    },
  };
}
