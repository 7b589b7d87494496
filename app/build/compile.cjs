/**
 * Compiles a file for the build as Expo does, but for what was bundled by its makers: that goes in as it is. The tree of such a file would take
 * a tenth of the whole build's time, for nothing that the minifier after it does not do anyhow.
 */
// Expo's own, wherever it lies.
const expo = require(require.resolve('@expo/metro-config/babel-transformer', { paths: [require.resolve('expo/package.json')] }));

const BUNDLED = /[\\/]node_modules[\\/]pdfmake[\\/]build[\\/]pdfmake\.js$/;

/** A file of one statement, printed as the source reads. It must need no other file. */
const asItIs = (source) => ({
  type: 'File',
  program: {
    type: 'Program',
    sourceType: 'script',
    directives: [],
    body: [
      {
        type: 'ExpressionStatement',
        expression: { type: 'StringLiteral', value: '', extra: { rawValue: '', raw: source } },
      },
    ],
  },
});

module.exports = {
  ...expo,
  transform: (file) => (BUNDLED.test(file.filename) && !file.options.dev ? { ast: asItIs(file.src), metadata: {} } : expo.transform(file)),
};
