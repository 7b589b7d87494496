export {
  BTUH_PER_TON,
  LITRES_PER_FL_OZ,
  LITRES_PER_GALLON,
  M2_PER_FT2,
  M3S_PER_CFM,
  METRES_PER_INCH,
  USUAL_CFM_PER_TON,
  type UnitSystem,
} from './quantity';
export { numberReadings, parseNumber, parseSigned } from './number';
export { litresNamed, litresOf, parseVolume, readableUnit, volumeIn, volumeLabel, type VolumeUnit } from './volume';
export { formatClock, formatDuration, formatQuantity, formatRatio, formatVolume } from './format';
export { trimDecimals } from './trim';
export type { Quantity } from './amount';
export { EDGES, readFigure, retype, showFigure, toSi, type EdgeName } from './edges';
