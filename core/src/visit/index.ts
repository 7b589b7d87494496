export { contextOf, rulesOf, type VisitSetting } from './visitContext';
export { CAUTION_STEP_WORDS, cautionsNow, labelLines, splashWords } from './cautionsNow';
export { stillOn, washedWith } from './washedWith';
export { alarmWords, CONDENSATE_WORDS, nowWords } from './nowWords';
export { runStart } from './runStart';
export { mixJobs, ownUndo, washJobs } from './jobs';
export { costFacts, costOfVisit, type CostFacts, type CostOfVisit } from './visitCost';
export { changesSummary } from './changesSummary';
export { visitSummary, type VisitSummary } from './visitSummary';
