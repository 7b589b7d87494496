export * from './quantity';
export * from './volume';
export * from './format';
