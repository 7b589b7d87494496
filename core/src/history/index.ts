export { earlierKnown, shopLearned, systemFindings, type ReadVisit, type ShopLearned } from './earlierVisits';
export { alongLife, LIFE_LANE_NAMES, LIFE_LANES, lifeLine, lifeSpan, type LifeLane, type LifeMark } from './lifeLine';
export { lifeFan, type LifeFan } from './lifeFan';
