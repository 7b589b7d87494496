export * from './answers';
export * from './story';
export * from './findings';
export * from './grade';
export * from './survey';
