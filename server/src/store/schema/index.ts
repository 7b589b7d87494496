/* Sizes are SI; days are ISO dates; instants are UTC ISO 8601 with milliseconds. */
export * from './places';
export * from './shelf';
export * from './visits';
export * from './clocks';
export * from './meters';
export * from './shop';
export * from './people';
