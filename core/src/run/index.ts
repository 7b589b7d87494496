export * from './events';
export * from './gate';
export * from './fold';
export * from './clocks';
export * from './beads';
export * from './checkEvent';
export * from './alarms';
