export * from './task';
export * from './scheduleRun';
export * from './visitTasks';
export * from './learned';
export * from './remaining';
