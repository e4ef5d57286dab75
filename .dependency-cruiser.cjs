/** The arrows of docs/architecture.md: model ← core ← sim ← demo; model, core, handbook ← server, web. */
const only = (from, allowed) => ({
  name: `${from}-imports-only-${allowed.join('-') || 'nothing'}`,
  severity: 'error',
  from: { path: `^${from}/`, pathNot: '\\.test\\.tsx?$' },
  to: {
    path: '^(model|core|handbook|sim|demo|server|web|e2e)/',
    pathNot: [`^${from}/`, ...allowed.map((folder) => `^${folder}/`)],
  },
});

module.exports = {
  forbidden: [
    only('model', []),
    only('core', ['model']),
    only('handbook', ['model']),
    only('sim', ['core', 'model']),
    only('demo', ['sim', 'core', 'handbook', 'model']),
    only('server', ['demo', 'sim', 'core', 'handbook', 'model']),
    only('web', ['core', 'handbook', 'model']),
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'pure-folders-use-no-node',
      severity: 'error',
      from: { path: '^(model|core|sim)/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    { name: 'no-unresolvable', severity: 'error', from: {}, to: { couldNotResolve: true } },
    {
      name: 'web-stays-in-the-browser',
      severity: 'error',
      from: { path: '^web/', pathNot: 'vite\\.config\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(/dist/|\\.cache)' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default', 'types'] },
  },
};
