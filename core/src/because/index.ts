export * from './because';
