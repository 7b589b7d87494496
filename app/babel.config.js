const directNames = require('./build/directNames.cjs');

module.exports = (api) => {
  const built = api.cache.using(() => process.env.NODE_ENV) === 'production';
  // A screen of the build loads the files that it uses, of this program and of what it is drawn with.
  return { presets: ['babel-preset-expo'], plugins: built ? [directNames, 'babel-plugin-react-native-web'] : [] };
};
