export * from './task';
export * from './scheduleRun';
export * from './visitTasks';
