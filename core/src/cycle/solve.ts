import { requireInRange } from '../errors';
import { fitOf } from '../refrigerant/fits';
import { airSideOf } from './airSide';
import { chargeHeld } from './charge';
import { BUILDS, MACHINE, type CycleInput } from './machine';
import { March } from './march';
import { readingsOf, type CycleState } from './readings';
import { rootOf, Search } from './root';

/** Fitted over these. */
const COLDEST_C = -45;
const LEAST_QUALITY = -0.9;
const MOST_UNITS = 300;
/** How near each search goes: K, K, and transfer units. The readings then repeat to a thousandth of a kelvin. */
const FLOW_K = 1e-5;
const FACE_K = 1e-4;
const CHARGE_UNITS = 1e-4;
/** A condenser is at least so much hotter than its air, K, or nothing leaves it. */
const LEAST_DRIVE_K = 4;

function checkCondition({ condition, tons, mist }: CycleInput): void {
  requireInRange('tons', tons, 0.5, 6);
  requireInRange('mist', mist, 0, 1);
  requireInRange('outdoorOpen', condition.outdoorOpen, 0.2, 1);
  requireInRange('indoorOpen', condition.indoorOpen, 0.2, 1);
  requireInRange('charge', condition.charge, 0.6, 1.25);
  requireInRange('restriction', condition.restriction, 0, 0.4);
  requireInRange('leak', condition.leak, 0, 0.4);
  requireInRange('nonCondensableKPa', condition.nonCondensableKPa, 0, 600);
  requireInRange('ducts', condition.ducts, 0.5, 6);
  requireInRange('recirculationK', condition.recirculationK, 0, 15);
}

/** Searches for the flow: through a valve that holds its superheat, and through a size that does not change. */
interface FlowSearches {
  held: Search;
  fixed: Search;
}

/** Brings the machine to the evaporating temperature at which compressor and metering device pass the same flow. */
function balance(march: March, searches: FlowSearches): void {
  const { input, air } = march;
  const high = Math.min(air.back.dryBulbC - 0.3, march.condensingC - 1);
  const fixed = (size: number) => (te: number) => {
    march.evaporate(te);
    march.superheat(march.metered(size));
    march.compress(march.superheatK);
    return Math.log(march.compressorFlow / march.flow);
  };
  const held = (te: number) => {
    march.evaporate(te);
    march.compress(MACHINE.valveK);
    march.superheat(march.compressorFlow);
    return MACHINE.valveK - march.superheatK;
  };
  if (input.metering === 'valve') {
    const { x } = searches.held.root(held, COLDEST_C, high);
    held(x);
    if (march.metered(MACHINE.valveOpen) >= march.flow) return;
    const wide = fixed(MACHINE.valveOpen);
    wide(searches.fixed.root(wide, COLDEST_C, high).x);
    return;
  }
  const f = fixed(1);
  f(searches.fixed.root(f, COLDEST_C, high).x);
}

/**
 * Steady state of a single-speed air conditioner: three searches within each other, on the charge, on the condenser's face and on the flow. A stand-in:
 * its parameters are judgement, tuned to one rating point.
 * @param input machine, air, and what is wrong with it
 * @returns pressures, temperatures, capacity, power and what probes would read, with the bounds that were hit
 * @throws CoreError out-of-range, naming the argument; air that cannot be, or is too hot for the refrigerant to condense in
 * @example Math.round(solveCycle({ refrigerant: 'R-410A', metering: 'orifice', tons: 3, outdoorC: 35, outdoorWetBulbC: 24, mist: 0, returnC: 26.67, returnWetBulbC: 19.44, pressureKPa: 101.325, condition: SOUND }).capacityKW * 10) // 105
 */
export function solveCycle(input: CycleInput): CycleState {
  checkCondition(input);
  const fit = fitOf(input.refrigerant);
  if (!fit) throw new Error(`no fits for ${input.refrigerant}`);
  const air = airSideOf(input);
  requireInRange('outdoorC', air.inletC, COLDEST_C, fit.highestC - LEAST_DRIVE_K, '°C at the outdoor coil’s inlet');
  const march = new March(fit, input, air);
  const charge = BUILDS[input.refrigerant].chargeKg * air.size * input.condition.charge;
  let tripped = false;
  const searches = { held: new Search(7, 0.2, FLOW_K), fixed: new Search(7, 0.2, FLOW_K) };
  const faces = new Search(Math.min(air.inletC + 11, fit.highestC), 0.5, FACE_K);
  const closed = (v: number) => {
    const face = (t: number) => {
      march.condense(t, v);
      balance(march, searches);
      return 1 - march.close(v);
    };
    const found = faces.root(face, air.inletC + 0.2, fit.highestC);
    tripped = found.at === 'high';
    face(found.x);
    return chargeHeld(march) - charge;
  };
  const { x, at } = rootOf(closed, LEAST_QUALITY, MOST_UNITS, 0.7, 0.3, CHARGE_UNITS);
  closed(x);
  return readingsOf(march, { tripped, solved: at === 'root' });
}
