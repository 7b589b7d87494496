export { CoreError, requireInRange, requireNonNegative, requirePositive } from './coreError';
