export * from './vapour';
export * from './dryOut';
export * from './sun';
export * from './ribbon';
export * from './feedAir';
