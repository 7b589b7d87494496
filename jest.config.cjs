/** Unit and server tests run in Node; parts of the interface run in jest-expo's web preset. */
const nodeTransform = { '^.+\\.[tj]sx?$': '<rootDir>/scripts/lib/plainTransform.cjs' };
const node = (displayName, roots) => ({
  displayName,
  roots,
  testEnvironment: 'node',
  testMatch: ['**/*.test.ts'],
  setupFiles: ['<rootDir>/core/test/properties.cjs'],
  sandboxInjectedGlobals: ['Math', 'Number', 'Array', 'Object', 'Map', 'Set', 'Infinity', 'String', 'JSON'],
  transform: nodeTransform,
  transformIgnorePatterns: ['/node_modules/(?!(uuid|fast-check|date-fns|fraction.js|pure-rand|p-limit|yocto-queue)/)'],
});

module.exports = {
  // Patience for a busy machine; no check asks how long it took.
  testTimeout: 180_000,
  projects: [
    node('core', ['<rootDir>/core/src', '<rootDir>/core/test']),
    node('contract', ['<rootDir>/contract/src']),
    { ...node('server', ['<rootDir>/server/test']), globalSetup: '<rootDir>/server/test/bundle.cjs' },
    '<rootDir>/app/jest.config.cjs',
  ],
};
