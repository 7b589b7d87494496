export * from './quantity';
export * from './number';
export * from './volume';
export * from './format';
export * from './edges';
