import jsdoc from 'eslint-plugin-jsdoc';
import tseslint from 'typescript-eslint';

/**
 * What the core shows to other folders is told in the words of the trade; that everything listed has a docstring and an example that runs is held
 * by core/test. All other rules are oxlint's (.oxlintrc.json).
 */
export default [
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    languageOptions: { parser: tseslint.parser },
    plugins: { jsdoc },
    settings: { jsdoc: { mode: 'typescript' } },
    rules: {
      'jsdoc/check-alignment': 'error',
      'jsdoc/check-param-names': ['error', { checkDestructured: false, disableMissingParamChecks: true }],
      'jsdoc/check-tag-names': 'error',
      'jsdoc/empty-tags': 'error',
      'jsdoc/no-types': 'error',
      'jsdoc/require-description': 'error',
      'jsdoc/require-param-description': 'error',
      'jsdoc/require-returns-description': 'error',
      'jsdoc/require-throws-description': 'error',
    },
  },
];
