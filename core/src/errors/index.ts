export * from './coreError';
