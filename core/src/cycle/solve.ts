import { CoreError, requireInRange } from '../errors';
import { fitOf } from '../refrigerant/fits';
import { latentHeat, liquidEnthalpy } from '../refrigerant/properties';
import { airSideOf } from './airSide';
import { chargeHeld } from './charge';
import { BUILDS, MACHINE, type CycleInput } from './machine';
import { March } from './march';
import { readingsOf, type CycleState } from './readings';
import { rootOf, Search, type Root } from './root';

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
/** What may be left over in each balance of a state that is called solved: logarithm of two flows, share of the condenser, share of the charge. */
const LEFT_OVER = { flow: 1e-3, face: 1e-3, charge: 2e-3 };
/** Superheat error that a valve may leave, K. */
const VALVE_LEFT_K = 1e-2;
/** A compressor that swallows more liquid than this, as a share of the flow, does not run long enough to be read. Judgment. */
const MOST_LIQUID = 0.5;

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

/**
 * Brings the machine to the evaporating temperature at which compressor and metering device pass the same flow.
 * @returns whether they do
 */
function balance(march: March, searches: FlowSearches): boolean {
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
  const throughSize = (size: number): boolean => {
    const f = fixed(size);
    return Math.abs(f(searches.fixed.root(f, COLDEST_C, high).x)) < LEFT_OVER.flow;
  };
  if (input.metering === 'orifice') return throughSize(1);
  const left = held(searches.held.root(held, COLDEST_C, high).x);
  return march.metered(MACHINE.valveOpen) >= march.flow ? Math.abs(left) < VALVE_LEFT_K : throughSize(MACHINE.valveOpen);
}

/** Whether a machine could be in the state of its last pass: heat goes from warm to cold, and the compressor is not fed liquid alone. */
function canBe(march: March): boolean {
  const { fit, evaporatingC: te } = march;
  const outlet = (march.suctionEnthalpy - liquidEnthalpy(fit, te)) / latentHeat(fit, te);
  return outlet > MOST_LIQUID && march.fullKW > 0 && march.suctionKPa < march.liquidKPa && march.condensingC > march.air.inletC;
}

/**
 * Steady state of a single-speed air conditioner: three searches within each other, on the charge, on the condenser's face and on the flow. A stand-in:
 * its parameters are judgment, tuned to one rating point.
 * @param input machine, air, and what is wrong with it
 * @returns pressures, temperatures, capacity, power and what probes would read, with the bounds that were hit; `solved` only where flow, condenser and
 * charge all balance in a state that a machine can be in
 * @throws CoreError out-of-range, naming the argument; a refrigerant that has no fits; air that cannot be, or is too hot for the refrigerant to condense in
 * @example Math.round(solveCycle({ refrigerant: 'R-410A', metering: 'orifice', tons: 3, outdoorC: 35, outdoorWetBulbC: 24, mist: 0, returnC: 26.67, returnWetBulbC: 19.44, pressureKPa: 101.325, condition: SOUND }).capacityKW * 10) // 105
 */
export function solveCycle(input: CycleInput): CycleState {
  checkCondition(input);
  const fit = fitOf(input.refrigerant);
  if (!fit) throw new CoreError('not-allowed', 'refrigerant', `There is no machine for ${String(input.refrigerant)}.`);
  const air = airSideOf(input);
  requireInRange('outdoorC', air.inletC, COLDEST_C, fit.highestC - LEAST_DRIVE_K, '°C at the outdoor coil’s inlet');
  const march = new March(fit, input, air);
  const charge = BUILDS[input.refrigerant].chargeKg * air.size * input.condition.charge;
  const [coolest, hottest] = [air.inletC + 0.2, fit.highestC];
  const first = Math.min(air.inletC + 11, hottest);
  const searches = { held: new Search(7, 0.2, FLOW_K), fixed: new Search(7, 0.2, FLOW_K) };
  const faces = new Search(first, 0.5, FACE_K);
  let face = { at: 'root' as Root['at'], left: 0, flows: true };
  const closed = (v: number) => {
    const leftAt = (t: number) => {
      march.condense(t, v);
      face.flows = balance(march, searches);
      return 1 - march.close(v);
    };
    let found = faces.root(leftAt, coolest, hottest);
    // Far above the state that a machine settles in lies a second one, of liquid alone: whoever set out beyond it comes to the hot end. From the cool end again.
    if (found.at === 'high') {
      faces.restart(first);
      found = rootOf(leftAt, coolest, hottest, coolest, 0.5, FACE_K);
      if (found.at !== 'high') faces.restart(found.x);
    }
    face = { at: found.at, left: 0, flows: true };
    face.left = leftAt(found.x);
    return chargeHeld(march) - charge;
  };
  const { x, at } = rootOf(closed, LEAST_QUALITY, MOST_UNITS, 0.7, 0.3, CHARGE_UNITS);
  const over = closed(x) / charge;
  const balanced = face.flows && Math.abs(face.left) < LEFT_OVER.face && Math.abs(over) < LEFT_OVER.charge;
  return readingsOf(march, { tripped: face.at === 'high', solved: at === 'root' && balanced && canBe(march) });
}
