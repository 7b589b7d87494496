import { CoreError } from '../errors';
import { chemistryGroup, CONFIGURATION_TABLE, CONSTRUCTION_TABLE, isA2L } from '../equipment';
import {
  completeSurvey,
  COOLING_SYMPTOMS,
  completeStory,
  SOIL_TABLE,
  worstGrade,
  type CoilSurvey,
  type Grade,
  type OpeningId,
} from '../survey';
import type { CoilBuild, MethodContext, MethodFacts } from './methodFacts';
import { OPENING_TABLE, proposedOpening } from './openings';

const clampGrade = (value: number): Grade => Math.min(4, Math.max(0, value)) as Grade;

/**
 * Flattens a coil, its survey and the visit into the facts that rules match on.
 * @throws CoreError missing `grades` when no face has been graded
 */
export function factsOf(coil: CoilBuild, given: CoilSurvey, context: MethodContext): MethodFacts {
  const survey = completeSurvey(given);
  const story = completeStory(context.story ?? {});
  const grade = worstGrade(survey);
  if (grade === null) {
    throw new CoreError('missing', 'grades', 'Grade at least one face before planning: torch against one side, look through the other.');
  }
  const configuration = CONFIGURATION_TABLE[context.configuration];
  const oily = survey.soils.some((soil) => SOIL_TABLE[soil].oily);
  const shift = (oily && grade > 0 ? 1 : 0) - (survey.corrosion === 'none' ? 0 : 1);
  const { answers } = survey;
  const wanted = answers.opening;
  // Written out, not spread: an object this wide is slow to copy, and every neighbouring fact of a plan makes one.
  const facts: MethodFacts = {
    disconnect: answers.disconnect,
    finDamage: answers.finDamage,
    weepHoles: answers.weepHoles,
    linesInMud: answers.linesInMud,
    debrisInside: answers.debrisInside,
    clearanceM: answers.clearanceM,
    surroundings: answers.surroundings,
    pan: answers.pan,
    primaryDrain: answers.primaryDrain,
    secondaryWet: answers.secondaryWet,
    floatSwitch: answers.floatSwitch,
    wheel: answers.wheel,
    filter: answers.filter,
    airflow: answers.airflow,
    accessPanel: answers.accessPanel,
    trap: answers.trap,
    filterSize: answers.filterSize,
    stand: answers.stand,
    boardNearby: answers.boardNearby,
    finishedCeiling: answers.finishedCeiling,
    bleachInDrain: answers.bleachInDrain,
    panVolumeL: answers.panVolumeL,
    drainLMin: answers.drainLMin,
    keepWet: answers.keepWet,
    role: coil.role,
    group: chemistryGroup(coil.role, coil.construction),
    construction: coil.construction,
    aluminiumTube: CONSTRUCTION_TABLE[coil.construction].aluminiumTube,
    rows: coil.geometry.rows,
    grade,
    chemistryGrade: clampGrade(grade + shift),
    felts: survey.soils.some((soil) => SOIL_TABLE[soil].felts),
    oily,
    soils: survey.soils,
    corrosion: survey.corrosion,
    leakSuspected: survey.leakSuspected,
    iced: survey.iced,
    matBetweenRows: survey.matBetweenRows,
    coolingSymptom: survey.coolingSymptom || story.symptoms.some((symptom) => COOLING_SYMPTOMS.includes(symptom)),
    package: configuration.package,
    ductless: configuration.ductless,
    gas: configuration.gas,
    a2l: isA2L(context.refrigerant),
    topOpens: coil.topOpens,
    opening: coil.role === 'condenser' ? 'exterior' : 'panel',
    insideReached: false,
    symptoms: story.symptoms,
    storyFacts: story.facts,
    hazards: story.hazards,
    helper: story.helper,
    washesSinceOpened: context.washesSinceOpened?.[coil.id] ?? null,
    guards: coil.guards,
    wallSide: coil.geometry.faces.some((face) => face.wallSide),
    makerWaterOnly: coil.makerWaterOnly,
    sensitiveOccupants: context.sensitiveOccupants,
    dryBulbC: context.site?.dryBulbC ?? null,
    sun: context.site?.sun ?? null,
  };
  facts.opening = wanted !== null && isPossible(wanted, facts) ? wanted : proposedOpening(facts).then;
  facts.insideReached = OPENING_TABLE[facts.opening].inside;
  return facts;
}

/** Whether this opening can be had on this coil: its own side, and no lifted top where none lifts. */
export const isPossible = (opening: OpeningId, facts: Pick<MethodFacts, 'role' | 'topOpens'>): boolean =>
  OPENING_TABLE[opening].role === facts.role && (facts.topOpens || !OPENING_TABLE[opening].inside);
