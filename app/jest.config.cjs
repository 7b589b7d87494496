const ESM = [
  '(jest-)?react-native|@react-native(-community)?|expo(nent)?|@expo(nent)?/.*|@expo-google-fonts/.*|expo-router|@rneui/.*',
  'react-native-size-matters|uuid|date-fns|@date-fns/.*|fraction\\.js|idb|fake-indexeddb|@elm-mist/.*|yup|react-native-svg',
].join('|');

const PLAIN = 'react-native-web|fake-indexeddb|idb|uuid|yup|date-fns|@date-fns|fraction\\.js';

module.exports = {
  displayName: 'app',
  preset: 'jest-expo/web',
  rootDir: __dirname,
  roots: ['<rootDir>/src', '<rootDir>/build'],
  testMatch: ['**/*.test.ts?(x)'],
  testEnvironment: '<rootDir>/testPage.cjs',
  // The test page lacks a database and a way to copy values; both are a browser's own.
  setupFiles: ['<rootDir>/jest.setup.cjs'],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' },
  // What imports nothing of React Native needs no full compiler.
  transform: { [`/(core|contract)/src/.*\\.ts$|/node_modules/(${PLAIN})/.*\\.js$`]: '<rootDir>/../scripts/lib/plainTransform.cjs' },
  transformIgnorePatterns: [`/node_modules/(?!(${ESM}))`],
};
