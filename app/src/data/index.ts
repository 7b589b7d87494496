export * from './api';
export * from './client';
export * from './queries';
export * from './outbox';
export * from './visit';
export * from './who';
export * from './clock';
export * from './draft';
