/** The arrows of docs/architecture.md: words ← model ← core ← sim ← demo; words, model, core, handbook ← server, web. */
const only = (from, allowed) => ({
  name: `${from}-imports-only-${allowed.join('-') || 'nothing'}`,
  severity: 'error',
  from: { path: `^${from}/`, pathNot: '\\.test\\.tsx?$' },
  to: {
    path: '^(words|model|core|handbook|sim|demo|server|web|e2e)/',
    pathNot: [`^${from}/`, ...allowed.map((folder) => `^${folder}/`)],
  },
});

/** Core's folders from the ground up: none reaches one above it, and so no two know each other. */
const CORE = [
  'memory',
  'units',
  'calendar',
  'chance',
  'kinds',
  'heat',
  'mix',
  'rot',
  'readings',
  'chill',
  'takeOut',
  'sprout',
  'sowing',
  'winter',
  'ledger',
  'lot',
  'treat',
  'pots',
  'follow',
  'methods',
  'forecast',
  'tell',
  'tasks',
  'record',
  'nursery',
  'season',
  'planning',
  'cue',
  'labels',
  'find',
  'devices',
  'results',
  'testing',
];
const coreInOrder = CORE.map((folder, i) => ({
  name: `core-${folder}-reaches-nothing-above-it`,
  severity: 'error',
  from: { path: `^core/${folder}/`, pathNot: '\\.test\\.ts$' },
  to: { path: '^core/', pathNot: CORE.slice(0, i + 1).map((below) => `^core/${below}/`) },
}));

/**
 * Web's layers, each of which reaches those before it: the browser's own; the kit, which knows no batch; the nursery as it is loaded; parts, shared pieces that
 * know a batch; the stations, none of which knows another. What is beside them (`App`, `stations/pages`) puts them together.
 */
const WEB = ['browser', 'kit', 'workers', 'data', 'parts', 'stations'];
const webInOrder = [
  ...WEB.map((folder, i) => ({
    name: `web-${folder}-reaches-nothing-above-it`,
    severity: 'error',
    from: { path: `^web/${folder}/`, pathNot: '\\.test\\.tsx?$' },
    to: { path: '^web/', pathNot: WEB.slice(0, i + 1).map((below) => `^web/${below}/`) },
  })),
  {
    name: 'the-kit-knows-no-batch',
    severity: 'error',
    from: { path: '^web/(browser|kit)/', pathNot: '\\.test\\.tsx?$' },
    to: { path: '^core/(ledger|lot|follow|methods|forecast|tasks|record|nursery|season|planning|results)/' },
  },
  {
    name: 'no-station-knows-another',
    severity: 'error',
    from: { path: '^web/stations/([a-zA-Z]+)/', pathNot: '\\.test\\.tsx?$' },
    to: { path: '^web/stations/[a-zA-Z]+/', pathNot: '^web/stations/$1/' },
  },
];

module.exports = {
  forbidden: [
    only('words', []),
    only('model', ['words']),
    only('core', ['words', 'model']),
    only('handbook', ['model']),
    only('sim', ['words', 'core', 'model']),
    only('demo', ['words', 'sim', 'core', 'handbook', 'model']),
    only('server', ['words', 'demo', 'sim', 'core', 'handbook', 'model']),
    only('web', ['words', 'core', 'handbook', 'model']),
    {
      name: 'what-computes-draws-nothing',
      severity: 'error',
      from: { path: '^(model|core|sim|server)/' },
      to: { path: '^words/rich' },
    },
    ...coreInOrder,
    ...webInOrder,
    {
      name: 'core-has-no-other-folder',
      severity: 'error',
      from: {},
      to: { path: '^core/', pathNot: [`^core/(${CORE.join('|')})/`, '^core/package\\.json$'] },
    },
    {
      name: 'helpers-of-tests-are-no-product',
      severity: 'error',
      from: { pathNot: ['\\.test\\.tsx?$', '^core/testing/', '^scripts/'] },
      to: { path: '^core/testing/' },
    },
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'pure-folders-use-no-node',
      severity: 'error',
      from: { path: '^(words|model|core|sim)/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    { name: 'no-unresolvable', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '\\?url$' } },
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
