/** The import rule of docs/architecture.md: what may know what. A breach fails the lint. */
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  comment: `core/src/${from} may import only ${allowed.join(', ')} (and itself)`,
  from: { path: `^core/src/${from}/`, pathNot: '\\.test\\.ts$' },
  to: { path: '^core/src/', pathNot: [`^core/src/(${[from, ...allowed].join('|')})/`] },
})

module.exports = {
  forbidden: [
    {
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'core-knows-no-one',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(server|web|cli|e2e|tools|bench)/' },
    },
    {
      name: 'core-without-node',
      severity: 'error',
      from: { path: '^core/src', pathNot: '(\\.test\\.ts$|/testing/)' },
      to: { dependencyTypes: ['core'] },
    },
    { name: 'server-not-web', severity: 'error', from: { path: '^server/' }, to: { path: '^(web|cli)/' } },
    { name: 'web-not-server', severity: 'error', from: { path: '^web/' }, to: { path: '^(server|cli)/' } },
    { name: 'cli-only-core', severity: 'error', from: { path: '^cli/' }, to: { path: '^(server|web)/' } },
    {
      name: 'core-through-its-door',
      severity: 'error',
      from: { path: '^(server|web|cli)/' },
      to: { path: '^core/src/', pathNot: '^core/src/(index\\.ts|testing/)' },
    },
    {
      name: 'no-test-code-in-product',
      severity: 'error',
      from: { pathNot: '(\\.test\\.tsx?$|/testing/|^e2e/|^bench/)' },
      to: { path: '(\\.test\\.tsx?$|/testing/)' },
    },
    { name: 'unresolved', severity: 'error', from: {}, to: { couldNotResolve: true } },
    {
      name: 'parts-know-no-screen',
      severity: 'error',
      comment: 'What several screens share must not lean on one of them',
      from: { path: '^web/src/(readings|shapes|api)/' },
      to: { path: '^web/src/(bench|drives|shelf|card)/' },
    },
    { name: 'list-not-bench', severity: 'error', from: { path: '^web/src/drives/' }, to: { path: '^web/src/bench/' } },
    only('numerics', 'numerics', []),
    only('units', 'units', []),
    only('sections', 'sections', ['numerics', 'units']),
    only('drive', 'drive', ['numerics', 'units', 'sections']),
    only('path', 'path', ['numerics', 'units', 'sections', 'drive']),
    only('rules', 'rules', ['drive', 'path', 'sections']),
    only('speeds', 'speeds', ['numerics', 'units', 'sections', 'drive', 'path', 'rules']),
    only('resize', 'resize', [
      ...['numerics', 'units', 'sections', 'drive', 'path', 'rules'],
      ...['speeds', 'length', 'solution'],
    ]),
    only('length', 'length', ['numerics', 'units', 'sections', 'drive', 'path']),
    only('tension', 'tension', ['numerics', 'units', 'sections', 'drive', 'path', 'rules', 'speeds', 'resize']),
    only('sound', 'sound', ['numerics']),
    only('lineup', 'lineup', ['numerics', 'units', 'sections', 'drive', 'path']),
    only('measure', 'measure', ['numerics', 'units', 'sections', 'drive', 'path']),
    only('survey', 'survey', ['numerics', 'units', 'sections', 'drive', 'path', 'solution']),
    only('route', 'route', ['numerics', 'units', 'sections', 'drive', 'path', 'solution']),
    only('exchange', 'exchange', [
      ...['numerics', 'units', 'sections', 'drive', 'path'],
      ...['rules', 'speeds', 'solution', 'lineup', 'api'],
    ]),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.json', '.css'],
    },
  },
}
