const ESM = [
  '(jest-)?react-native|@react-native(-community)?|expo(nent)?|@expo(nent)?/.*|@expo-google-fonts/.*|expo-router|@rneui/.*',
  'react-native-size-matters|lucide-react-native|uuid|date-fns|fraction\\.js|idb-keyval|@elm-mist/.*|yup|react-native-svg',
].join('|');

module.exports = {
  displayName: 'app',
  preset: 'jest-expo/web',
  rootDir: __dirname,
  roots: ['<rootDir>/src'],
  testMatch: ['**/*.test.ts?(x)'],
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '^lucide-react-native/icons/(.*)$': '<rootDir>/../node_modules/lucide-react-native/dist/cjs/icons/$1.js',
  },
  transformIgnorePatterns: [`/node_modules/(?!(${ESM}))`],
};
