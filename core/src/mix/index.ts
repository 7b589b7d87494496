export * from './label';
export * from './parseRatio';
export * from './dilution';
export * from './solutionVolume';
export * from './pour';
export * from './strengthBand';
export * from './neverTogether';
