import { CoreError } from '@elm-mist/core/errors';
import type { HouseRules } from '@elm-mist/core/method';
import {
  cutLook,
  debrief,
  examOf,
  faceLook,
  finishBy,
  hintFor,
  markDrill,
  nextDrill,
  lightPct,
  machineOf,
  newPack,
  planWay,
  PRACTICE_KPA,
  refusal,
  stepPack,
  type Debrief,
  type Drill,
  type DrillFamily,
  type DrillGiven,
  type DrillMarked,
  type FinPack,
  type PlanWay,
  type PracticeCase,
  type Second,
  type Side,
} from '@elm-mist/core/trainer';
import type { UnitSystem } from '@elm-mist/core/units';
import type { PracticeEntry } from '@elm-mist/contract';

/** What one practised coil shows. */
export interface PracticeSeen {
  /** `LOOK_CHANNELS` by cell, and the cut from above. */
  look: Uint8Array;
  cut: Uint8Array;
  columns: number;
  lines: number;
  rows: number;
  seconds: number;
  lightPct: number;
  bentPct: number;
  waterL: number;
  solutionL: number;
  /** Litres in the pan and over it; null where there is none. */
  pan: { litres: number; holds: number; spilledL: number } | null;
  /** As a gauge shows it. */
  headKPa: number;
  watts: number;
  capacityKW: number;
  /** What a teacher would say of the last second; null for nothing. */
  hint: string | null;
  /** Why a second was refused; null where all were done. */
  refused: string | null;
  /** The seconds as they were done: what was refused passed as a wait. */
  done: readonly Second[];
}

/** What a coil to practise on is, wherever it is looked at. */
export interface PracticeBegun {
  given: PracticeCase;
  seed: number;
  house: HouseRules | null;
}

function seen(pack: FinPack, side: Side, told: Partial<Pick<PracticeSeen, 'hint' | 'refused' | 'done'>> = {}): PracticeSeen {
  const look = faceLook(pack, side);
  let bent = 0;
  for (const share of pack.bent) bent += share;
  const machine = machineOf(pack);
  const { pan } = pack.case;
  return {
    look,
    cut: cutLook(pack),
    columns: pack.columns,
    lines: pack.lines,
    rows: pack.rows,
    seconds: pack.seconds,
    lightPct: lightPct(pack),
    bentPct: (bent / pack.face) * 100,
    waterL: pack.waterL,
    solutionL: pack.solutionL,
    pan: pan && { litres: pack.panL, holds: pan.litres, spilledL: pack.spilledL },
    headKPa: machine.liquidKPa - PRACTICE_KPA,
    watts: machine.totalW,
    capacityKW: machine.capacityKW,
    hint: told.hint ?? null,
    refused: told.refused ?? null,
    done: told.done ?? [],
  };
}

/** One coil and the plan's beside it. Seconds go in, what is seen comes out. */
export class PracticeBench {
  private pack: FinPack | null = null;
  private way: PlanWay | null = null;
  private begun: PracticeBegun | null = null;
  private played: { at: number; mine: FinPack; plans: FinPack; planSeconds: Second[] } | null = null;

  /** Answers as soon as there is somebody to answer. */
  ready(): true {
    return true;
  }

  /** The next question for somebody; reckoned here, since some take a planner or a diagnosis a dozen times. */
  ask(done: readonly PracticeEntry[], nowMs: number, seed: number, system: UnitSystem, only: DrillFamily | null): Drill {
    return nextDrill(done, nowMs, seed, system, only);
  }

  /** The questions of an exam. */
  exam(seed: number, system: UnitSystem): Drill[] {
    return examOf(seed, system);
  }

  /** How an answer stands; what is no answer is told in words. */
  mark(drill: Drill, given: DrillGiven, system: UnitSystem): { marked: DrillMarked } | { trouble: string } {
    try {
      return { marked: markDrill(drill, given, system) };
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      return { trouble: error.message };
    }
  }

  /** Begins, or goes on from what was done before. */
  begin(begun: PracticeBegun, seconds: readonly Second[], side: Side): PracticeSeen {
    this.begun = begun;
    this.way = planWay(begun.given, begun.house ?? undefined);
    this.played = null;
    this.pack = newPack(begun.given, begun.seed);
    for (const second of seconds) stepPack(this.pack, second);
    return seen(this.pack, side);
  }

  /** Some seconds more. One that is refused passes as a wait, so that the clock goes on. */
  go(seconds: readonly Second[], side: Side): PracticeSeen {
    const { pack, way } = this;
    if (!pack || !way) throw new Error('nothing was begun');
    const done: Second[] = [];
    let [hint, refused]: [string | null, string | null] = [null, null];
    for (const second of seconds) {
      const why = second ? refusal(pack, second) : null;
      hint = hintFor(pack, why ? null : second, way) ?? hint;
      refused = why ?? refused;
      done.push(why ? null : second);
      stepPack(pack, why ? null : second);
    }
    return seen(pack, side, { hint, refused, done });
  }

  /** What the learner's seconds come to beside the plan's. */
  debrief(seconds: readonly Second[], tell: (share: number) => void): Debrief {
    const { begun, way } = this;
    if (!begun || !way) throw new Error('nothing was begun');
    return debrief(begun.given, begun.seed, seconds, way, { told: tell });
  }

  /** Both coils at one moment, the learner's and the plan's, for looking on; and how long each took. */
  playAt(at: number, seconds: readonly Second[]): { mine: PracticeSeen; plans: PracticeSeen; longestS: number } {
    const { begun, way } = this;
    if (!begun || !way) throw new Error('nothing was begun');
    if (!this.played || this.played.at > at) {
      const planSeconds: Second[] = this.played?.planSeconds ?? [];
      if (planSeconds.length === 0) finishBy(newPack(begun.given, begun.seed), way, (second) => planSeconds.push(second));
      this.played = { at: 0, mine: newPack(begun.given, begun.seed), plans: newPack(begun.given, begun.seed), planSeconds };
    }
    const { played } = this;
    for (; played.at < at; played.at += 1) {
      if (played.at < seconds.length) stepPack(played.mine, seconds[played.at] ?? null);
      if (played.at < played.planSeconds.length) stepPack(played.plans, played.planSeconds[played.at] ?? null);
    }
    return {
      mine: seen(played.mine, 'outside'),
      plans: seen(played.plans, 'outside'),
      longestS: Math.max(seconds.length, played.planSeconds.length),
    };
  }
}
