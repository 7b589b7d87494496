import type { FigureSetting } from '@elm-mist/core/airside';
import { probesOf, solveCycle, SOUND, type Condition } from '@elm-mist/core/cycle';
import { diagnose, FAULT_IDS, FAULTS, type CandidateId, type Diagnosis, type FaultId } from '@elm-mist/core/diagnosis';
import { QUANTITIES, type QuantityId, type ReadingSet } from '@elm-mist/core/readings';

/** A small generator of numbers that are the same for the same seed (mulberry32). */
function numbers(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

const FULL: readonly QuantityId[] = [
  'outdoorIn',
  'outdoorAway',
  'outdoorLeaving',
  'returnDb',
  'returnWb',
  'supplyDb',
  'supplyWb',
  'suctionP',
  'liquidP',
  'suctionLine',
  'liquidLine',
  'dischargeLine',
  'watts',
  'staticCoil',
];
/** What goes with nearly every set. */
const ALWAYS: readonly QuantityId[] = ['outdoorIn', 'returnDb', 'returnWb', 'supplyDb'];

const CHARGES: readonly string[] = ['lowCharge', 'overcharge'];

interface Generated {
  fault: FaultId | 'none';
  /** A second fault beside it. */
  second: FaultId | null;
  set: ReadingSet;
  setting: FigureSetting;
}

/** Sizes of each fault, from just noticeable to large. */
const lies = (size: number): Record<FaultId, Partial<Condition>> => ({
  lowCharge: { charge: 0.95 - 0.28 * size },
  overcharge: { charge: 1.04 + 0.2 * size },
  restriction: { restriction: 0.08 + 0.3 * size },
  valveLeak: { leak: 0.05 + 0.28 * size },
  nonCondensables: { nonCondensableKPa: 60 + 380 * size },
  dirtyOutdoor: { outdoorOpen: 0.82 - 0.47 * size },
  dirtyIndoor: { indoorOpen: 0.8 - 0.48 * size },
  ducts: { ducts: 1.4 + 4 * size },
  recirculation: { recirculationK: 2 + 8 * size },
});

/** One system with one fault or none: parts that differ from the plate, air of a cooling day, instruments that are off a little and jump a little. */
function generate(random: () => number, missing: boolean, paired = false): Generated {
  const between = (low: number, high: number) => low + (high - low) * random();
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const choices: (FaultId | 'none')[] = [...FAULT_IDS, 'none'];
  for (;;) {
    const fault = choices[Math.floor(random() * choices.length)] ?? 'none';
    const size = random();
    const second = paired ? (FAULT_IDS[Math.floor(random() * FAULT_IDS.length)] ?? fault) : null;
    if (paired && (fault === 'none' || second === fault || (CHARGES.includes(fault) && CHARGES.includes(second as FaultId)))) continue;
    const sizes = [size, random()] as const;
    const input = {
      refrigerant: (['R-410A', 'R-22', 'R-32'] as const)[Math.floor(random() * 3)] ?? 'R-410A',
      metering: random() < 0.5 ? ('orifice' as const) : ('valve' as const),
      tons: [1.5, 2, 2.5, 3, 3.5, 4, 5][Math.floor(random() * 7)] ?? 3,
      outdoorC: between(25, 41),
      outdoorWetBulbC: 20,
      mist: 0,
      returnC: between(22.5, 27.5),
      returnWetBulbC: 0,
      pressureKPa: between(84, 101.325),
    };
    input.returnWetBulbC = input.returnC - between(5.5, 9);
    const parts = Object.fromEntries(
      ['swept', 'orifice', 'condenser', 'evaporator', 'outdoorFlow', 'indoorFlow'].map((part) => [part, 1 + 0.04 * normal()]),
    ) as never;
    const own = { ...SOUND, ...(fault === 'none' ? {} : lies(sizes[0])[fault]), ...(second ? lies(sizes[1])[second as FaultId] : {}) };
    const condition = { ...own, charge: own.charge * (1 + 0.015 * normal()) };
    const at = (each: Condition) =>
      solveCycle({ ...input, parts, condition: { ...each, charge: Math.min(1.25, Math.max(0.6, each.charge)) } });
    const state = at(condition);
    const sound = at({ ...SOUND });
    if (state.tripped || sound.tripped || !state.solved) continue;
    // Large enough to matter: a twentieth of the cooling, or of the power it takes for it, or of the pressure ratio's headroom.
    const lost = 1 - state.capacityKW / sound.capacityKW;
    const dearer = state.totalW / state.capacityKW / (sound.totalW / sound.capacityKW) - 1;
    if (fault !== 'none' && Math.max(lost, dearer) < 0.05) continue;
    // Of two each matters by itself.
    if (paired && sizes.some((each) => each < 0.3)) continue;
    const reads = probesOf(state, { ...input, condition });
    const taken = FULL.filter((id) => !missing || ALWAYS.includes(id) || random() < 0.6);
    const set: ReadingSet = Object.fromEntries(
      taken.map((quantity) => {
        const { instrument, noise } = QUANTITIES[quantity];
        const value = (reads[quantity] ?? NaN) + instrument * normal() + noise * normal();
        return [quantity, { quantity, value, u: Math.hypot(instrument, noise), how: 'simulated', steady: true, at: '', by: '' }];
      }),
    );
    return {
      fault,
      second: second as FaultId | null,
      set,
      setting: {
        refrigerant: input.refrigerant,
        metering: input.metering === 'valve' ? 'expansion-valve' : 'fixed-orifice',
        era: '13-15',
        btuh: input.tons * 12_000,
        pressureKPa: input.pressureKPa,
        ratedA: null,
      },
    };
  }
}

const UNGRADED = { outdoor: null, indoor: null };

/** Whether a fault is called, with nothing more asked for first. */
const called = (told: Diagnosis | null): boolean => {
  const id = told?.candidates[0]?.id;
  return id !== undefined && id !== 'none' && id !== 'instrument' && told?.confirm.length === 0;
};

/** A unit read with so many probes: the usual four, then whatever the program asks for next. */
function asAsked(set: ReadingSet, setting: FigureSetting, probes: number): Diagnosis | null {
  const taken: QuantityId[] = [...ALWAYS];
  for (;;) {
    const told = diagnose(Object.fromEntries(taken.map((id) => [id, set[id]])), setting, UNGRADED);
    const more = (told?.next?.quantities ?? []).filter((id) => set[id] !== undefined && !taken.includes(id));
    if (more.length === 0 || taken.length + more.length > probes) return told;
    taken.push(...more);
  }
}

export interface DiagnosisFigures {
  systems: number;
  /** Of faults large enough to matter, read with a full set: right one first, and among the first two. */
  first: number;
  firstTwo: number;
  /** The same with four in ten of the further probes missing. */
  firstMissing: number;
  /** A full set of a unit whose plate does not tell its metering device: right one first; and the device that it looks like, where it is told with nine in ten, right. */
  firstUnknown: number;
  deviceRight: number;
  /** The same with nine probes, each the one that the program asks for next. */
  firstNine: number;
  /** Of two faults at once: one of them named first, and both. */
  oneOfTwo: number;
  bothOfTwo: number;
  /** Units whose only fault is dirt that were told a charge fault first. */
  dirtToldCharge: number;
  /** Sound units of which a fault was called, without one more reading asked for. */
  soundAccused: number;
  /** Faults that were called at once, and those that were called wrongly. */
  calledAtOnce: number;
  calledWrongly: number;
  /** Rows what was wrong, columns what was told first. */
  table: string[];
  /** Slowest in a hundred, and the middle one, ms. */
  middleMs: number;
  slowMs: number;
}

/** How often the right fault is told, on so many systems made with a seed. */
export function diagnosisFigures(systems: number, seed: number): DiagnosisFigures {
  const random = numbers(seed);
  const names: CandidateId[] = [...FAULT_IDS, 'none', 'instrument'];
  const confusion = new Map<string, number>();
  const count = {
    faults: 0,
    first: 0,
    two: 0,
    dirt: 0,
    dirtCharge: 0,
    sound: 0,
    accused: 0,
    called: 0,
    wrongly: 0,
    nine: 0,
    pairs: 0,
    oneOfTwo: 0,
    bothOfTwo: 0,
    missing: 0,
    missingFirst: 0,
    unknownFirst: 0,
    device: 0,
    deviceRight: 0,
  };
  const times: number[] = [];
  for (let n = 0; n < systems; n += 1) {
    const missing = n % 4 === 3;
    const { fault, set, setting } = generate(random, missing);
    const started = performance.now();
    const told = diagnose(set, setting, UNGRADED);
    times.push(performance.now() - started);
    const [first, second] = told?.candidates ?? [];
    const key = `${fault} ${first?.id ?? 'none'}`;
    const unknown = missing ? null : diagnose(set, { ...setting, metering: 'unknown' }, UNGRADED);
    if (unknown?.metering && unknown.metering.probability > 0.9) {
      count.device += 1;
      if (unknown.metering.device === setting.metering) count.deviceRight += 1;
    }
    if (missing) {
      if (fault !== 'none') {
        count.missing += 1;
        if (first?.id === fault) count.missingFirst += 1;
      }
      continue;
    }
    confusion.set(key, (confusion.get(key) ?? 0) + 1);
    if (fault === 'none') {
      count.sound += 1;
      if (called(told)) count.accused += 1;
      continue;
    }
    count.faults += 1;
    if (first?.id === fault) count.first += 1;
    if (called(told)) count.called += 1;
    if (called(told) && first?.id !== fault && first?.also !== fault) count.wrongly += 1;
    if (asAsked(set, setting, 9)?.candidates[0]?.id === fault) count.nine += 1;
    if (unknown?.candidates[0]?.id === fault) count.unknownFirst += 1;
    if (first?.id === fault || second?.id === fault) count.two += 1;
    if (fault === 'dirtyOutdoor' || fault === 'dirtyIndoor') {
      count.dirt += 1;
      if (first?.id === 'lowCharge' || first?.id === 'overcharge') count.dirtCharge += 1;
    }
  }
  for (let n = 0; n < systems / 4; n += 1) {
    const { fault, second, set, setting } = generate(random, false, true);
    const first = diagnose(set, setting, UNGRADED)?.candidates[0];
    const named = [first?.id, first?.also].filter((id) => id === fault || id === second).length;
    count.pairs += 1;
    if (named > 0) count.oneOfTwo += 1;
    if (named === 2) count.bothOfTwo += 1;
  }
  times.sort((a, b) => a - b);
  const short = (id: CandidateId) =>
    (id === 'none' ? 'nothing' : id === 'instrument' ? 'instrument' : FAULTS[id].name).slice(0, 12).padStart(13);
  const table = [
    ''.padEnd(14) + names.map(short).join(''),
    ...[...FAULT_IDS, 'none' as const].map(
      (row) => short(row).padEnd(14) + names.map((column) => String(confusion.get(`${row} ${column}`) ?? '').padStart(13)).join(''),
    ),
  ];
  return {
    systems,
    first: count.first / count.faults,
    firstTwo: count.two / count.faults,
    firstUnknown: count.unknownFirst / count.faults,
    deviceRight: count.deviceRight / count.device,
    firstMissing: count.missingFirst / count.missing,
    dirtToldCharge: count.dirtCharge / count.dirt,
    firstNine: count.nine / count.faults,
    oneOfTwo: count.oneOfTwo / count.pairs,
    bothOfTwo: count.bothOfTwo / count.pairs,
    calledAtOnce: count.called / count.faults,
    calledWrongly: count.wrongly / count.faults,
    soundAccused: count.accused / count.sound,
    table,
    middleMs: times[Math.floor(times.length / 2)] ?? NaN,
    slowMs: times[Math.floor(times.length * 0.99)] ?? NaN,
  };
}
