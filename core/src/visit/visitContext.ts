import { pressureAtAltitudeKPa, type HourAir } from '../dryout';
import type { Configuration, Refrigerant } from '../equipment';
import type { HouseRules, MethodContext, ReturnAir } from '../method';
import { airOfWetBulb } from '../psychro';
import { judgeable, readingSet } from '../readings';
import { drainRateLMin, type VisitState } from '../run';

/** What stands around a visit, as far as a plan needs it. */
export interface VisitSetting {
  configuration: Configuration;
  refrigerant: Refrigerant;
  latitudeDeg: number;
  longitudeDeg: number;
  altitudeM: number;
  /** Hourly feed of the visit's day; empty where there is none. */
  hours: readonly HourAir[];
  /** Washes since each coil was last opened from inside. */
  washesSinceOpened: Readonly<Record<string, number>>;
  /** What a can covers, by cleaner, where use has taught it. */
  canYieldM2: Readonly<Record<string, number>>;
}

/** Return air as measured before the wash; null where its humidity was not. */
const returnAirOf = (state: VisitState, pressureKPa: number): ReturnAir | null => {
  const { returnDb, returnWb, returnRh } = judgeable(readingSet(state, 'before'));
  if (returnDb && returnWb) return { dryBulbC: returnDb.value, rhPct: airOfWetBulb(returnDb.value, returnWb.value, pressureKPa).rhPct };
  return returnDb && returnRh ? { dryBulbC: returnDb.value, rhPct: returnRh.value } : null;
};

/** Drains that were timed and floats that were lifted on the visit. */
const triedOf = ({ drainTests, floatTests }: VisitState): Pick<MethodContext, 'drainPouredLMin' | 'floatStops'> => ({
  drainPouredLMin: Object.fromEntries(
    Object.entries(drainTests).flatMap(([coilId, tests]) => {
      const last = tests.at(-1);
      return last ? [[coilId, drainRateLMin(last.value)]] : [];
    }),
  ),
  floatStops: Object.fromEntries(Object.entries(floatTests).map(([coilId, { value }]) => [coilId, value])),
});

/**
 * The visit around its coils, from what has been entered and where it stands: the one way that every plan of it is made.
 * @param setting place, system and feed
 * @param state of the visit; left out before it has begun
 * @returns what plans are made in
 * @example contextOf({ configuration: 'split-cool', refrigerant: 'R-410A', latitudeDeg: 42, longitudeDeg: -100, altitudeM: 0, hours: [], washesSinceOpened: {}, canYieldM2: {} }).site // null
 */
export function contextOf(setting: VisitSetting, state?: VisitState): MethodContext {
  const { latitudeDeg, longitudeDeg, hours } = setting;
  const site = state?.site ?? null;
  return {
    configuration: setting.configuration,
    refrigerant: state?.identity?.value.refrigerant ?? setting.refrigerant,
    site: site?.value ?? null,
    sky: site ? { atMs: Date.parse(site.at), latitudeDeg, longitudeDeg, hours } : null,
    pressureKPa: pressureAtAltitudeKPa(setting.altitudeM),
    sensitiveOccupants: state?.identity?.value.sensitiveOccupants ?? false,
    ...(state?.story ? { story: state.story.value } : {}),
    washesSinceOpened: setting.washesSinceOpened,
    returnAir: state ? returnAirOf(state, pressureAtAltitudeKPa(setting.altitudeM)) : null,
    canYieldM2: setting.canYieldM2,
    ...(state ? triedOf(state) : {}),
  };
}

/**
 * The rules a visit goes by: the shop's, with the schools that were chosen for it laid over.
 * @param house the shop's rules
 * @param state of the visit
 * @returns rules of this visit
 * @example rulesOf(house({ dwell: 'long' }), foldVisit('v', 'split-cool', [])).dwell // "long"
 */
export const rulesOf = (house: HouseRules, state: VisitState): HouseRules => ({
  ...house,
  ...state.rules?.value.rules,
  ...(state.readingsChosen ? { readings: state.readingsChosen.value } : {}),
});
