export { capacityFromModel } from './capacity';
export {
  chemistryGroup,
  COIL_ROLES,
  coilName,
  CONSTRUCTION_TABLE,
  CONSTRUCTIONS,
  ROLE_NAMES,
  type ChemistryGroup,
  type CoilRole,
  type Construction,
} from './construction';
export {
  alsoHeats,
  CONFIGURATION_TABLE,
  CONFIGURATIONS,
  isA2L,
  MOST_COILS,
  POWER_SOURCE_NAMES,
  POWER_SOURCES,
  REFRIGERANTS,
  type Configuration,
  type PowerSource,
  type Refrigerant,
} from './configuration';
export {
  checkGeometry,
  COIL_SHAPES,
  faceArea,
  faceAreaOf,
  FACES_ALLOWED,
  finSurface,
  FPI_RANGE,
  USUAL_ROW_DEPTH_M,
  type CoilFace,
  type CoilGeometry,
  type CoilShape,
} from './geometry';
export { typicalFaceWidthM } from './typicalFace';
export { areaBecause, capacityBecause } from './capacityBecause';
export { otherMachineWords, otherSerial } from './otherMachine';
