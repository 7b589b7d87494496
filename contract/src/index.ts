export * from './validate';
export * from './equipment';
export * from './shop';
export * from './shelf';
export * from './houseRules';
export * from './events';
export * from './visits';
export * from './records';
