export * from './grade';
export * from './survey';
