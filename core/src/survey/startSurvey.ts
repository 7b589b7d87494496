import type { CoilRole } from '../equipment';
import { emptySurvey, SOILS, type CoilSurvey, type FaceRow, type Soil, ungraded } from './survey';
import { noAnswers } from './answers';
import type { CoilGeometry } from '../equipment';

/** Soils that are met on one side only. Common practice, no source. */
const ONE_SIDE: Partial<Record<Soil, CoilRole>> = {
  'seed-fluff': 'condenser',
  grass: 'condenser',
  mud: 'condenser',
  'pet-urine': 'condenser',
  salt: 'condenser',
  biofilm: 'evaporator',
};

/**
 * The soils that occur on a coil.
 * @param role which side
 * @returns in their usual order
 * @example soilsFor('evaporator').includes('mud') // false
 */
export const soilsFor = (role: CoilRole): Soil[] => SOILS.filter((soil) => (ONE_SIDE[soil] ?? role) === role);

/**
 * Where a survey starts: what was noted on this visit, else what was built and found before, with everything that must be seen again left open.
 * @param now as noted on this visit
 * @param before as noted last
 * @returns a survey to go on from
 * @example startSurvey(undefined, undefined).soils // []
 */
export function startSurvey(now: CoilSurvey | undefined, before: CoilSurvey | undefined): CoilSurvey {
  if (now) return now;
  if (!before) return emptySurvey();
  const { surroundings, disconnect, clearanceM, clearanceTopM, boardNearby, finishedCeiling, accessPanel, airflow, filterSize } =
    before.answers;
  const { indoorPlace, uvLamp, discharge, blower, filterKind, filterCount } = before.answers;
  const { finStiffness, clipOnScreens, soundJacket, baseLip, stand, indoorUnit, circuits, inverter, headsFedBy } = before.answers;
  return {
    ...emptySurvey(),
    soils: before.soils,
    corrosion: before.corrosion,
    answers: {
      ...noAnswers(),
      surroundings,
      disconnect,
      clearanceM,
      clearanceTopM,
      boardNearby,
      finishedCeiling,
      accessPanel,
      airflow,
      filterSize,
      finStiffness,
      clipOnScreens,
      soundJacket,
      baseLip,
      stand,
      indoorUnit,
      circuits,
      inverter,
      headsFedBy,
      indoorPlace,
      uvLamp,
      discharge,
      blower,
      filterKind,
      filterCount,
    },
  };
}

/**
 * The next row without a grade, face by face.
 * @param geometry of the coil
 * @param survey as far as it is
 * @returns null when all have one
 * @example nextToGrade(coil().geometry, graded(2)) // null
 */
export const nextToGrade = (geometry: CoilGeometry, survey: CoilSurvey): FaceRow | null =>
  ungraded(
    survey.grades,
    geometry.faces.map((face) => face.id),
    geometry.rows,
  )[0] ?? null;
