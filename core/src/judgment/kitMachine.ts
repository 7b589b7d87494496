import { OPEN_BY_GRADE, SOUND, type Condition, type CycleInput } from '../cycle';
import type { CoilRole } from '../equipment';
import { readingSet, type ReadingWhen } from '../readings';
import { fitOf } from '../refrigerant';
import { coilRunOf, isWashed, type VisitState, foundGrades } from '../run';
import type { FaceGrades } from '../survey';
import { settingOf, type JudgedSystem } from './judgment';

/** Indoor air where nobody read it: 76 °F, wet bulb 63 °F. Judgment. */
const ROOM = { dryC: 24.5, wetC: 17.2 };
/** Outdoor air that the model holds for, °C. */
const [COLDEST, HOTTEST] = [12, 50];

/** Mean open area over the faces, each by its worst row. */
function openOf(grades: FaceGrades): number {
  const faces = Object.values(grades).map((rows) => Math.max(0, ...rows.map((grade) => grade ?? 0)));
  return faces.length === 0 ? 1 : faces.reduce((sum, worst) => sum + (OPEN_BY_GRADE[worst] ?? 1), 0) / faces.length;
}

/**
 * The machine that the simulated probe kit stands on: the visit’s own system with its coils as graded, as found or as left, and whatever else is wrong with it.
 * @param state of the visit
 * @param coils of the visit
 * @param system as its record has it
 * @param when before the wash, or after it
 * @param outdoorC air of the feed, °C, where nobody noted it on the spot
 * @param hidden what is wrong with it beside dirt
 * @returns what the model is solved for; null where nothing stands for its refrigerant
 * @example kitMachine(foldVisit('v', 'split-cool', []), [], { refrigerant: 'R-410A', btuh: 36000, altitudeM: 0 }, 'before', 30, {})?.tons // 3
 */
export function kitMachine(
  state: VisitState,
  coils: readonly { id: string; role: CoilRole }[],
  system: JudgedSystem,
  when: ReadingWhen,
  outdoorC: number,
  hidden: Partial<Condition>,
): CycleInput | null {
  const { refrigerant, metering, btuh, pressureKPa } = settingOf(state, system);
  if (fitOf(refrigerant) === null || refrigerant === 'unknown') return null;
  const sideOpen = (role: CoilRole): number => {
    const opens = coils.flatMap((coil) => {
      if (coil.role !== role) return [];
      const found = state.surveys[coil.id]?.value.grades;
      if (when === 'before') return found ? [openOf(foundGrades(state, coil.id))] : [];
      const left = state.checks[coil.id]?.value.gradesAfter;
      const run = coilRunOf(state, coil.id);
      return left ? [openOf(left)] : run && isWashed(run) ? [1] : found ? [openOf(found)] : [];
    });
    return opens.length > 0 ? Math.min(...opens) : 1;
  };
  const { returnDb, returnWb } = readingSet(state, 'before');
  const dryC = returnDb?.value ?? ROOM.dryC;
  return {
    refrigerant: refrigerant === 'R-454B' ? 'R-410A' : refrigerant,
    standsFor: refrigerant,
    metering: metering === 'fixed-orifice' ? 'orifice' : 'valve',
    tons: Math.min(6, Math.max(0.5, btuh / 12_000)),
    outdoorC: Math.min(HOTTEST, Math.max(COLDEST, state.site?.value.dryBulbC ?? outdoorC)),
    outdoorWetBulbC: 18,
    mist: 0,
    returnC: dryC,
    returnWetBulbC: Math.min(returnWb?.value ?? ROOM.wetC, dryC - 1),
    pressureKPa,
    condition: { ...SOUND, outdoorOpen: sideOpen('condenser'), indoorOpen: sideOpen('evaporator'), ...hidden },
  };
}
