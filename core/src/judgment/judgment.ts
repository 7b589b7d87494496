import { figuresOf, type Figure, type FigureSetting, type NoFigure } from '../airside';
import { diagnose, type Diagnosis } from '../diagnosis';
import { pressureAtAltitudeKPa } from '../dryout';
import { alsoHeats, type CoilRole, type Configuration, type Refrigerant } from '../equipment';
import { impossibleIn, inHeating, judgeable, readingSet, type Impossible, type ReadingSet, type ReadingWhen } from '../readings';
import type { VisitState } from '../run';
import { worstOf } from '../survey';
import { beforeAfter, type BeforeAfter } from '../verdict';

/** What a system is, for a judgment of its readings. */
export interface JudgedSystem {
  refrigerant: Refrigerant;
  btuh: number;
  altitudeM: number;
  /** Left out where it does not matter whether it heats too. */
  configuration?: Configuration;
}

/** What the readings of one side say. */
export interface SideJudgment {
  set: ReadingSet;
  /** What cannot be true; it is left out of the rest. */
  impossible: Impossible[];
  /** Read while a heat pump heated: nothing of cooling is judged by it. */
  heating: boolean;
  figures: Figure[];
  missing: NoFigure[];
}

/** Everything the readings of a visit say. One judgment, shown on Readings, Check and Close alike. */
export interface Judgment {
  before: SideJudgment;
  after: SideJudgment;
  /** Null until something was read on both sides. */
  compared: BeforeAfter | null;
  /** Of what was read last: after the wash where that was read, else before. Null where the air it works in was not read. */
  left: { when: ReadingWhen; diagnosis: Diagnosis } | null;
}

/**
 * What a unit is held against: what was noted on this visit, else what its record says.
 * @param state of the visit
 * @param system as its record has it
 * @returns setting of every figure
 * @example settingOf(foldVisit('v', 'split-cool', []), { refrigerant: 'R-410A', btuh: 36000, altitudeM: 0 }).metering // 'unknown'
 */
export const settingOf = (state: VisitState, system: JudgedSystem): FigureSetting => ({
  refrigerant: state.identity?.value.refrigerant ?? system.refrigerant,
  metering: state.identity?.value.metering ?? 'unknown',
  era: state.identity?.value.era ?? 'unknown',
  btuh: system.btuh,
  pressureKPa: pressureAtAltitudeKPa(system.altitudeM),
  ratedA: state.identity?.value.ratedA ?? null,
  plateSubcoolingK: state.identity?.value.plateSubcoolingK ?? null,
  ...(system.configuration && alsoHeats(system.configuration) ? { heats: true } : {}),
});

/** Of two readings of a plate, the one that tells; null where both tell, and not the same. */
const agreed = <T extends string>(one: T, other: T): T | null =>
  one === other || other === 'unknown' ? one : one === 'unknown' ? other : null;

/**
 * What two sets of readings of one system are held against: what either visit's plate tells.
 * @param earlier setting of the earlier visit
 * @param later setting of the later one
 * @returns the later one, what it does not know filled from the earlier; null where the plates are of two machines
 * @example sharedSetting(settingOf(foldVisit('v', 'split-cool', []), { refrigerant: 'R-22', btuh: 36000, altitudeM: 0 }), settingOf(foldVisit('w', 'split-cool', []), { refrigerant: 'R-410A', btuh: 36000, altitudeM: 0 })) // null
 */
export function sharedSetting(earlier: FigureSetting, later: FigureSetting): FigureSetting | null {
  const refrigerant = agreed(later.refrigerant, earlier.refrigerant);
  const metering = agreed(later.metering, earlier.metering);
  if (refrigerant === null || metering === null) return null;
  return {
    ...later,
    refrigerant,
    metering,
    era: later.era === 'unknown' ? earlier.era : later.era,
    ratedA: later.ratedA ?? earlier.ratedA,
    plateSubcoolingK: later.plateSubcoolingK ?? earlier.plateSubcoolingK ?? null,
  };
}

/** Worst grade on one side: as left where that was noted, else as found. */
function worstLeft(state: VisitState, coils: readonly { id: string; role: CoilRole }[], role: CoilRole): number | null {
  const grades = coils
    .filter((coil) => coil.role === role)
    .map((coil) => {
      const seen = state.checks[coil.id]?.value.gradesAfter ?? state.surveys[coil.id]?.value.grades;
      return seen ? worstOf(seen) : null;
    })
    .filter((grade) => grade !== null);
  return grades.length > 0 ? Math.max(...grades) : null;
}

/**
 * What the readings of a visit say: figures of both sides, before against after, and what is left.
 * @param state of the visit
 * @param coils of the visit
 * @param system as its record has it
 * @returns the judgment
 * @example judgmentOf(foldVisit('v', 'split-cool', []), [], { refrigerant: 'R-410A', btuh: 36000, altitudeM: 0 }).left // null
 */
export function judgmentOf(state: VisitState, coils: readonly { id: string; role: CoilRole }[], system: JudgedSystem): Judgment {
  const setting = settingOf(state, system);
  const side = (when: ReadingWhen): SideJudgment => {
    const set = readingSet(state, when);
    return {
      set,
      impossible: impossibleIn(set, setting.heats),
      heating: inHeating(set, setting.heats),
      ...figuresOf(judgeable(set, setting.heats), setting),
    };
  };
  const [before, after] = [side('before'), side('after')];
  const isRead = ({ set }: SideJudgment) => Object.keys(set).length > 0;
  const last = isRead(after) ? after : before;
  const diagnosis = diagnose(last.set, setting, {
    outdoor: worstLeft(state, coils, 'condenser'),
    indoor: worstLeft(state, coils, 'evaporator'),
  });
  return {
    before,
    after,
    compared: isRead(before) && isRead(after) ? beforeAfter(before.set, after.set, setting) : null,
    left: diagnosis ? { when: last === after ? 'after' : 'before', diagnosis } : null,
  };
}
