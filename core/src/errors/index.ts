export { CoreError, requireInRange, requireNonNegative, requirePositive } from './coreError';
export { tableOf } from './table';
