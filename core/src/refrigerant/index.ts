export { isSaturationEstimated, pressureFactor, saturationC, saturationShare } from './saturation';
export { fitOf, type FittedRefrigerant } from './fits';
