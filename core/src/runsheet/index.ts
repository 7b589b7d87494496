export { CREWS, handsTime, laneName, lateRinseWords, noOrderWords, ownLane, withoutLimits } from './crew';
export { type Placed, type Task } from './task';
export { scheduleRun, searchRun, type NoRun, type RunSheet } from './scheduleRun';
export { visitTasks, type PromisedWork, type RunCoil } from './visitTasks';
export { learnedTimes, measuredDurations, type Learned, type Taken } from './learned';
export { meanwhileOf, NOW_TASK, remainingTasks, type Meanwhile } from './remaining';
export { slotFit, type SlotCoil, type SlotFit } from './slot';
