import { SOUND, solveCycle, type Condition, type CycleState } from '../cycle';
import type { FigureSetting } from '../airside';
import { airOfRelHum } from '../psychro';
import type { ReadingSet } from '../readings';
import type { FittedRefrigerant } from '../refrigerant';

/** The air a system worked in when it was read. */
export interface Conditions {
  /** At the outdoor coil’s inlet. */
  outdoorC: number;
  returnC: number;
  returnWetBulbC: number;
}

/**
 * Conditions a set of readings tells.
 * @param set readings of one side
 * @param setting what the unit is
 * @returns the air it worked in; null where outdoor air, return air or its moisture is missing
 * @throws CoreError for air that cannot be
 * @example conditionsOf({}, { refrigerant: 'R-410A', metering: 'unknown', era: 'unknown', btuh: 36000, pressureKPa: 101.325, ratedA: null }) // null
 */
export function conditionsOf(set: ReadingSet, { pressureKPa }: FigureSetting): Conditions | null {
  const [outdoor, dry, wet, rh] = [set.outdoorIn, set.returnDb, set.returnWb, set.returnRh];
  if (!outdoor || !dry || (!wet && !rh)) return null;
  const returnWetBulbC = wet ? wet.value : airOfRelHum(dry.value, rh?.value ?? 0, pressureKPa).wetBulbC;
  return { outdoorC: outdoor.value, returnC: dry.value, returnWetBulbC: Math.min(returnWetBulbC, dry.value) };
}

/** Outdoor and return air that the model holds for, °C. */
const [COLD, HOT] = [10, 52];
const [COOL_ROOM, WARM_ROOM] = [14, 40];
/** Hottest inlet of an outdoor coil that draws its own air again, °C: beyond it a machine trips rather than runs. */
const HOTTEST_INLET = 60;

/** Which of the fitted machines stands for a refrigerant; null where none does. R-454B works at temperatures close to R-410A’s. */
const machineFor = ({ refrigerant }: FigureSetting): FittedRefrigerant | null =>
  refrigerant === 'unknown' ? null : refrigerant === 'R-454B' ? 'R-410A' : refrigerant;

/**
 * What this unit, sound and clean but for `fault`, would do in the given air: the small system model at its size.
 * @param setting what the unit is
 * @param air it works in
 * @param fault what is wrong with it
 * @example modelled({ refrigerant: 'R-410A', metering: 'unknown', era: 'unknown', btuh: 36000, pressureKPa: 101.325, ratedA: null }, { outdoorC: -20, returnC: 20, returnWetBulbC: 12 }) // null
 * @returns its steady state; null where the model does not hold: refrigerant not known, air beyond it, no state that balances
 */
export function modelled(
  setting: FigureSetting,
  { outdoorC, returnC, returnWetBulbC }: Conditions,
  fault: Partial<Condition> = {},
): CycleState | null {
  const refrigerant = machineFor(setting);
  if (refrigerant === null || outdoorC < COLD || outdoorC > HOT || returnC < COOL_ROOM || returnC > WARM_ROOM) return null;
  const state = solveCycle({
    refrigerant,
    metering: setting.metering === 'fixed-orifice' ? 'orifice' : 'valve',
    tons: Math.min(6, Math.max(0.5, setting.btuh / 12_000)),
    outdoorC,
    outdoorWetBulbC: outdoorC - 8,
    mist: 0,
    returnC,
    returnWetBulbC,
    pressureKPa: setting.pressureKPa,
    condition: { ...SOUND, ...fault, recirculationK: Math.min(fault.recirculationK ?? 0, HOTTEST_INLET - outdoorC) },
  });
  return state.solved || state.tripped ? state : null;
}
