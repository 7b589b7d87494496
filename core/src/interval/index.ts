export { climateOf, dayAir, type Climate, type DayAir } from './climate';
export { runMonths, type RunsWhere } from './exposure';
export { dueOf, learnedOf, type CoilDueDate } from './dueOf';
export { growthBand, growthStretches, LOADED, type GrowthVisit } from './regrowth';
export { UPKEEP_IDS, UPKEEP_NAMES, upkeepAfter, upkeepDues, type Upkeep, type UpkeepId } from './upkeep';
export { nextDue, type NextDue } from './nextDue';
export { DIRT_SHARE, runHours, whenItPays, type WhenItPays } from './whenItPays';
export { intoSeason, seasonAt, seasonWeeks, type SeasonWeeks } from './season';
