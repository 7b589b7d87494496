/** The direction of imports: app → contract → core, server → contract → core, and nothing back. */
const no = (name, from, to, comment) => ({ name, comment, severity: 'error', from: { path: from }, to: { path: to } });

module.exports = {
  forbidden: [
    no('core-stands-alone', '^core/', '^(contract|server|app|e2e)/', 'core imports nothing of the project'),
    no(
      'core-is-pure',
      '^core/src/(?!.*(\\.test\\.ts|/testing/))',
      '^(fs|path|os|http|https|net|child_process|crypto|node:.*)$|node_modules/(react|react-native|koa|drizzle-orm|libsql)/',
      'no interface, network or file in core',
    ),
    no('contract-below', '^contract/', '^(server|app|e2e)/', 'contract knows only core'),
    no('server-not-app', '^server/', '^(app|e2e)/', 'server and app never import each other'),
    no('app-not-server', '^app/', '^(server|e2e)/', 'server and app never import each other'),
    no('ui-below', '^app/src/ui/', '^app/src/(data|features|app)/', 'the design system knows no data and no feature'),
    no('data-below', '^app/src/data/', '^app/src/(ui|features|app)/', 'the door to the server knows no screen'),
    no('features-below', '^app/src/features/', '^app/src/app/', 'routes compose features, not the other way'),
    no('elements-only-in-ui', '^app/src/(features|app|data)/', 'node_modules/@rneui/', 'React Native Elements are wrapped in ui'),
    { name: 'no-circles', severity: 'error', from: { pathNot: 'node_modules' }, to: { circular: true } },
    { name: 'resolvable', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '^(@/|expo|.*\\.png$)' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|\\.expo|drizzle|test-results)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.mts', '.mjs', '.js', '.json'],
    },
  },
};
