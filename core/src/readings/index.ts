export { QUANTITIES, QUANTITY_IDS, type ProbeSpot, type QuantityId } from './quantities';
export {
  READING_WAYS,
  readingSet,
  type HeldReadings,
  type Reading,
  type ReadingSet,
  type ReadingWay,
  type ReadingWhen,
} from './readingSet';
export { QUICK_SET, typedDoubt } from './quickSet';
export { inHeating } from './heating';
export { impossibleIn, judgeable, type Impossible } from './impossible';
export { probePlace } from './staticPlaces';
export { STEADY_WINDOW_S, steadiness, type Sample, type Steadiness } from './steady';
export { airPoints, type AirPoint } from './airPoints';
