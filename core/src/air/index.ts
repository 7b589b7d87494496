export * from './drop';
