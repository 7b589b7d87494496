const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);
// Tests lie beside the code; they are no part of the build.
config.resolver.blockList = [/.*\.test\.tsx?$/];
// React Native Elements can draw from a dozen icon fonts. None is used here: signs are drawn one by one in ui/icon.
const ICON_FONTS = /^(@expo\/vector-icons|react-native-vector-icons|@react-native-vector-icons)\//;
config.resolver.resolveRequest = (context, name, platform) =>
  ICON_FONTS.test(name) ? { type: 'empty' } : context.resolveRequest(context, name, platform);

module.exports = config;
