export { altitudeAtPressureM, dewPointC, pressureAtAltitudeKPa, saturationVapourPressureKPa } from './vapour';
export { DRYING_MARGIN, dryOut, SKIN_FILM_KG_M2 } from './dryOut';
export { dryTimeOf, dryWords, sooner, trustedSeconds, type DryTime } from './dryTime';
export { ABSORBED_SHARE, faceSun, shadeOf, sunPosition } from './sun';
export { dayRibbon, type HourAir } from './ribbon';
export { feedHour } from './feedAir';
export { sunPath, type SunPath, type SunPoint } from './sunPath';
export { visitRibbon, type VisitRibbon } from './visitRibbon';
