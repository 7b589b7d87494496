const { createHash } = require('node:crypto');
const { request } = require('node:http');
const { getDefaultConfig } = require('expo/metro-config');
const { restsOn } = require('./build/directNames.cjs');

const config = getDefaultConfig(__dirname);
// Tests lie beside the code; they are no part of the build.
config.resolver.blockList = [/.*\.test\.tsx?$/];
// React Native Elements can draw from a dozen icon fonts. None is used here: signs are drawn one by one in ui/icon.
const ICON_FONTS = /^(@expo\/vector-icons|react-native-vector-icons|@react-native-vector-icons)\//;
config.resolver.resolveRequest = (context, name, platform) =>
  ICON_FONTS.test(name) ? { type: 'empty' } : context.resolveRequest(context, name, platform);

// Its native part may be missing on another kind of machine: there the bundler's own way, slower, makes the files small.
const minifier = require.resolve('./build/minify.cjs');
try {
  require(minifier);
  config.transformer.minifierPath = minifier;
} catch (error) {
  console.warn(`elm-mist: the slower way of making files small is used (${error.message.split('\n')[0]})`);
}

config.transformer.babelTransformerPath = require.resolve('./build/compile.cjs');
// The minifier gives short names to what the bundler wraps a file in, too.
config.transformer.unstable_disableNormalizePseudoGlobals = true;

// npm run dev: what a page asks of the shop goes on to the server beside this one.
const api = process.env.ELM_MIST_API;
if (api)
  config.server.enhanceMiddleware = (bundler) => (asked, answer, next) => {
    if (!/^\/(api|sandbox)\//.test(asked.url)) return bundler(asked, answer, next);
    const { method, headers, url: path } = asked;
    const passed = request({ port: api, method, headers, path }, (got) => {
      answer.writeHead(got.statusCode, got.headers);
      got.pipe(answer);
    });
    passed.on('error', next);
    answer.on('close', () => passed.destroy());
    asked.pipe(passed);
  };

// Where a name lies is written into the files that import it: what was compiled before holds as long as no name moves.
config.cacheVersion = createHash('sha256').update(restsOn().join('\n')).digest('hex');

module.exports = config;
