export * from './vapour';
export * from './dryOut';
export * from './dryTime';
export * from './sun';
export * from './ribbon';
export * from './feedAir';
