export * from './vapour';
export * from './dryOut';
