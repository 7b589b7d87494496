export * from './capacity';
export * from './construction';
export * from './configuration';
export * from './geometry';
export * from './typicalFace';
