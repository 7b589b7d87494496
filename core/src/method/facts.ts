import { CoreError, requireInRange } from '../errors';
import { chemistryGroup, CONFIGURATION_TABLE, CONSTRUCTION_TABLE, isA2L } from '../equipment';
import type { Cleaner } from '../mix';
import {
  completeStory,
  completeSurvey,
  COOLING_SYMPTOMS,
  judgeAsFound,
  type AsFound,
  notTried,
  OUTDOOR_HAZARDS,
  SOIL_TABLE,
  worstOf,
  type CoilSurvey,
  type Grade,
} from '../survey';
import { makesCondensate } from './condensate';
import { DRAIN_RULES, DRAIN_RUNS_L_MIN, OVERFLOW_RULES, PAN_RULES } from './drainRules';
import { GRADE_SHIFTS } from './gradeShifts';
import type { HouseRules } from './houseRules';
import type { CoilBuild, MethodContext, SurveyFacts } from './methodFacts';
import { allMatches, firstMatch } from './rule';

/** Everything a decision is made from, put together once. */
export interface Situation {
  coil: CoilBuild;
  survey: CoilSurvey;
  context: MethodContext;
  shelf: readonly Cleaner[];
  house: HouseRules;
  facts: SurveyFacts;
}

/** Water that stays in a base or a drain freezes within that time, ms. Common practice, no source. */
const FREEZE_AHEAD_MS = 18 * 3_600_000;
const freezesSoon = (sky: MethodContext['sky']): boolean =>
  (sky?.hours ?? []).some(({ atMs, dryBulbC }) => dryBulbC < 0 && atMs >= sky!.atMs && atMs <= sky!.atMs + FREEZE_AHEAD_MS);

const innerUnseen = ({ geometry: { rows, faces } }: CoilBuild, { grades }: CoilSurvey): boolean =>
  requireInRange('rows', rows, 1, 3) > 1 &&
  faces.some(({ id }) => Array.from({ length: rows - 1 }, (_, i) => grades[id]?.[i + 1] ?? null).includes(null));

const clampGrade = (value: number): Grade => Math.min(4, Math.max(0, value)) as Grade;

function factsOf(coil: CoilBuild, survey: CoilSurvey, context: MethodContext, house: HouseRules): SurveyFacts {
  const story = completeStory(context.story ?? {});
  const grade = worstOf(survey.grades);
  if (grade === null) {
    throw new CoreError('missing', 'grades', 'Grade at least one face before planning: torch against one side, look through the other.');
  }
  const configuration = CONFIGURATION_TABLE[context.configuration];
  const { answers } = survey;
  const dryBulbC = context.site?.dryBulbC ?? null;
  const short = (roomM: number | null, asked: number) => roomM !== null && roomM < asked;
  // What is met outdoors says nothing of a coil in the house.
  const outOfDoors = coil.role === 'condenser' || configuration.package;
  const poured = context.drainPouredLMin?.[coil.id];
  const stops = context.floatStops?.[coil.id];
  const running = runningOf(story.asFound ?? notTried());
  const drainLMin = poured ?? answers.drainLMin;
  // Written out in one: put together from spread parts, or by Object.assign, a plan takes 4 to 8 ms in place of 1.5 (limit 2).
  const facts: SurveyFacts = {
    disconnect: answers.disconnect,
    finDamage: answers.finDamage,
    finStiffness: answers.finStiffness,
    weepHoles: answers.weepHoles,
    clipOnScreens: answers.clipOnScreens,
    soundJacket: answers.soundJacket,
    baseLip: answers.baseLip,
    linesInMud: answers.linesInMud || survey.soils.includes('mud'),
    debrisInside: answers.debrisInside,
    clearanceM: answers.clearanceM,
    clearanceTopM: answers.clearanceTopM,
    surroundings: answers.surroundings,
    pan: answers.pan,
    primaryDrain: poured === undefined ? answers.primaryDrain : poured >= DRAIN_RUNS_L_MIN ? 'clear' : 'slow',
    secondaryWet: answers.secondaryWet,
    floatSwitch: stops === undefined ? answers.floatSwitch : stops ? 'works' : 'fails',
    wheel: answers.wheel,
    filter: answers.filter,
    airflow: answers.airflow,
    accessPanel: answers.accessPanel,
    trap: answers.trap,
    // A furnace blows up through the coil on it.
    blower: answers.blower === 'unknown' && answers.indoorUnit === 'furnace' ? 'blows' : answers.blower,
    filterSize: answers.filterSize,
    filterKind: answers.filterKind,
    filterCount: answers.filterCount,
    stand: answers.stand,
    indoorUnit: answers.indoorUnit,
    circuits: answers.circuits,
    inverter: answers.inverter,
    headsFedBy: answers.headsFedBy,
    indoorPlace: answers.indoorPlace,
    uvLamp: answers.uvLamp,
    discharge: answers.discharge === 'unknown' ? (configuration.ductless ? 'side' : 'up') : answers.discharge,
    freezesSoon: freezesSoon(context.sky),
    innerUnseen: innerUnseen(coil, survey),
    boardNearby: answers.boardNearby,
    finishedCeiling: answers.finishedCeiling,
    bleachInDrain: answers.bleachInDrain,
    panVolumeL: answers.panVolumeL,
    drainLMin,
    drainState: 'unknown',
    panSound: 'unknown',
    overflowGuard: 'unknown',
    keepWet: answers.keepWet,
    waterWay: outOfDoors && story.hazards.includes('no-water') ? answers.waterWay : 'unknown',
    lid: house.lid,
    panHoles: house.panHoles,
    screens: house.screens,
    electrics: house.electrics,
    drain: house.drain,
    drip: house.drip,
    force: house.force,
    bucketWasher: house.bucketWasher,
    noRinse: house.noRinse,
    readings: house.readings,
    chemistrySchool: house.chemistry,
    rinseSchool: house.rinse,
    role: coil.role,
    group: chemistryGroup(coil.role, coil.construction),
    construction: coil.construction,
    shape: coil.geometry.shape,
    aluminiumTube: CONSTRUCTION_TABLE[coil.construction].aluminiumTube,
    rows: coil.geometry.rows,
    faces: coil.geometry.faces.length,
    grade,
    chemistryGrade: grade,
    felts: survey.soils.some((soil) => SOIL_TABLE[soil].felts),
    oily: survey.soils.some((soil) => SOIL_TABLE[soil].oily),
    soils: survey.soils,
    corrosion: survey.corrosion,
    leakSuspected: survey.leakSuspected,
    iced: survey.iced,
    matBetweenRows: survey.matBetweenRows,
    coolingSymptom: survey.coolingSymptom || story.symptoms.some((symptom) => COOLING_SYMPTOMS.includes(symptom)),
    package: configuration.package,
    ductless: configuration.ductless,
    heatPump: context.configuration === 'split-heat-pump' || context.configuration === 'package-heat-pump',
    gas: configuration.gas || (coil.role === 'evaporator' && answers.indoorUnit === 'furnace'),
    a2l: isA2L(context.refrigerant),
    topOpens: coil.topOpens,
    guards: coil.guards,
    wallSide: coil.geometry.faces.some((face) => face.wallSide),
    symptoms: story.symptoms,
    storyFacts: story.facts,
    hazards: outOfDoors ? story.hazards : story.hazards.filter((hazard) => !OUTDOOR_HAZARDS.includes(hazard)),
    helper: story.helper,
    panFull: story.asFound?.float === 'full',
    notRunning: judgeAsFound(story.asFound ?? notTried()).stops,
    runsNow: running.runsNow,
    runsAfter: running.runsAfter,
    washesSinceOpened: context.washesSinceOpened?.[coil.id] ?? null,
    makerWaterOnly: coil.makerWaterOnly,
    sensitiveOccupants: context.sensitiveOccupants,
    dryBulbC,
    tooCold: dryBulbC !== null && dryBulbC < house.minimumOutdoorC,
    sun: context.site?.sun ?? null,
    condensate: coil.role === 'evaporator' ? makesCondensate(context.returnAir ?? null) : 'unknown',
    sidesShort: short(answers.clearanceM, house.clearanceM),
    topShort: short(answers.clearanceTopM, house.clearanceTopM),
  };
  const shift = allMatches(GRADE_SHIFTS, facts).reduce((sum, rule) => sum + rule.then, 0);
  facts.chemistryGrade = clampGrade(grade + shift);
  facts.drainState = firstMatch(DRAIN_RULES, facts)!.then;
  facts.panSound = firstMatch(PAN_RULES, facts)!.then;
  facts.overflowGuard = firstMatch(OVERFLOW_RULES, facts)!.then;
  return facts;
}

/** Whether it runs as found, and whether it will: a part that was replaced was seen to start it, one on order was not. */
function runningOf({ state, mended, trips }: AsFound): Pick<SurveyFacts, 'runsNow' | 'runsAfter'> {
  const runs = state === 'unknown' || state === 'runs' || state === 'code' || (state === 'trips' && trips === 'hot');
  return { runsNow: runs || mended === 'replaced', runsAfter: runs || mended !== 'ordered' };
}

/**
 * Puts a coil, what was seen of it, the visit, the shelf and the shop's rules together, with the facts that rows ask about.
 * @param coil as it is built
 * @param given what was seen; questions that nobody asked count as "nobody looked"
 * @param context the visit around it
 * @param shelf cleaners that may be used
 * @param house the shop's rules
 * @returns the situation that every stage of the decision reads, and none changes
 * @throws CoreError missing `grades` when no face has been graded
 * @example situationOf(coil(), graded(3), mildDay, shelf, house()).facts.grade // 3
 */
export function situationOf(
  coil: CoilBuild,
  given: CoilSurvey,
  context: MethodContext,
  shelf: readonly Cleaner[],
  house: HouseRules,
): Situation {
  return withFacts({ coil, survey: completeSurvey(given), context, shelf, house });
}

/**
 * A situation whose survey is complete already, with its facts.
 * @param from everything but the facts
 * @returns the same, with them
 * @throws CoreError missing `grades` when no face has been graded
 * @example withFacts(situationOf(coil(), graded(3), mildDay, shelf, house())).facts.grade // 3
 */
export const withFacts = (from: Omit<Situation, 'facts'>): Situation => ({
  coil: from.coil,
  survey: from.survey,
  context: from.context,
  shelf: from.shelf,
  house: from.house,
  facts: factsOf(from.coil, from.survey, from.context, from.house),
});
