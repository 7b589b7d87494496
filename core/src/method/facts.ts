import {
  chemistryGroup,
  CONFIGURATION_TABLE,
  CONSTRUCTION_TABLE,
  isA2L,
  type ChemistryGroup,
  type CoilGeometry,
  type CoilRole,
  type Configuration,
  type Construction,
  type Refrigerant,
} from '../equipment';
import {
  SOIL_TABLE,
  worstGrade,
  type CoilSurvey,
  type Corrosion,
  type Grade,
  type SiteConditions,
  type Soil,
  type SunExposure,
} from '../survey';
import { CoreError } from '../errors';

export const GUARDS = ['none', 'wire', 'louvre', 'hinged'] as const;
export type Guard = (typeof GUARDS)[number];

/** The coil as it is built: what does not change from visit to visit. */
export interface CoilBuild {
  id: string;
  role: CoilRole;
  construction: Construction;
  geometry: CoilGeometry;
  guards: Guard;
  /** The top can be lifted so that the inside face is reached. */
  topOpens: boolean;
  /** The maker's manual allows water and nothing else. */
  makerWaterOnly: boolean;
}

/** The visit around the coil. */
export interface MethodContext {
  configuration: Configuration;
  refrigerant: Refrigerant;
  /** Null until conditions have been typed in. */
  site: SiteConditions | null;
  /** Barometric pressure at the site, kPa. */
  pressureKPa: number;
  /** Asthma, infants, birds or the like in the occupied space. */
  sensitiveOccupants: boolean;
}

/** Everything the rules may ask about, flat. */
export interface MethodFacts {
  role: CoilRole;
  group: ChemistryGroup;
  construction: Construction;
  aluminiumTube: boolean;
  rows: number;
  /** Worst grade seen. */
  grade: Grade;
  /** Grade used for chemistry: one up for an oil or grease film, one down for a corroded coil. */
  chemistryGrade: Grade;
  felts: boolean;
  oily: boolean;
  soils: Soil[];
  corrosion: Corrosion;
  leakSuspected: boolean;
  iced: boolean;
  matBetweenRows: boolean;
  coolingSymptom: boolean;
  package: boolean;
  ductless: boolean;
  gas: boolean;
  a2l: boolean;
  topOpens: boolean;
  guards: Guard;
  wallSide: boolean;
  makerWaterOnly: boolean;
  sensitiveOccupants: boolean;
  dryBulbC: number | null;
  sun: SunExposure | null;
}

const clampGrade = (value: number): Grade => Math.min(4, Math.max(0, value)) as Grade;

/**
 * Flattens a coil, its survey and the visit into the facts that rules match on.
 * @throws CoreError missing `grades` when no face has been graded
 */
export function factsOf(coil: CoilBuild, survey: CoilSurvey, context: MethodContext): MethodFacts {
  const grade = worstGrade(survey);
  if (grade === null) {
    throw new CoreError('missing', 'grades', 'Grade at least one face before planning: torch against one side, look through the other.');
  }
  const configuration = CONFIGURATION_TABLE[context.configuration];
  const oily = survey.soils.some((soil) => SOIL_TABLE[soil].oily);
  const shift = (oily && grade > 0 ? 1 : 0) - (survey.corrosion === 'none' ? 0 : 1);
  return {
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
    coolingSymptom: survey.coolingSymptom,
    package: configuration.package,
    ductless: configuration.ductless,
    gas: configuration.gas,
    a2l: isA2L(context.refrigerant),
    topOpens: coil.topOpens,
    guards: coil.guards,
    wallSide: coil.geometry.faces.some((face) => face.wallSide),
    makerWaterOnly: coil.makerWaterOnly,
    sensitiveOccupants: context.sensitiveOccupants,
    dryBulbC: context.site?.dryBulbC ?? null,
    sun: context.site?.sun ?? null,
  };
}
