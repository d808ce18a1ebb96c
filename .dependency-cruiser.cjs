/** The arrows of the house: see docs/decisions/arrows.md. */
const ORDER = [
  ['catalogue'],
  ['body', 'measure'],
  ['time'],
  ['offer'],
  ['goal'],
  ['plan', 'circle', 'calendar', 'room'],
  ['check'],
  ['compose', 'lead'],
  ['reflect'],
  ['home'],
  ['formats'],
  ['contract'],
]
const floorOf = (folders) => `^core/(${folders.join('|')})/`

/** Inside core, each floor may import those before it only. */
const downwards = ORDER.slice(0, -1).map((folders, at) => ({
  name: `core-${folders.join('-')}-looks-down`,
  comment: `core/${folders.join(' and core/')} may not import what stands to its right.`,
  severity: 'error',
  from: { path: floorOf(folders) },
  to: { path: floorOf(ORDER.slice(at + 1).flat()) },
}))
const beside = ORDER.filter((folders) => folders.length > 1)
  .flatMap(([one, other]) => [
    [one, other],
    [other, one],
  ])
  .map(([one, other]) => ({
    name: `core-${one}-not-${other}`,
    severity: 'error',
    from: { path: `^core/${one}/` },
    to: { path: `^core/${other}/` },
  }))
const TESTS = '(\\.test\\.ts$|^tests/)'

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-stands-alone',
      comment: 'core runs anywhere: no interface, server, demo or Node.',
      severity: 'error',
      from: { path: '^core/', pathNot: TESTS },
      to: { path: '^(app|server|demo|bin|tests)/' },
    },
    {
      name: 'core-without-node',
      severity: 'error',
      from: { path: '^core/', pathNot: TESTS },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-without-frameworks',
      severity: 'error',
      from: { path: '^core/', pathNot: TESTS },
      to: { path: 'node_modules/(vue|nuxt|pinia|h3|knex|mysql2|@vueuse)/' },
    },
    { name: 'app-not-server', severity: 'error', from: { path: '^app/' }, to: { path: '^(server|demo|bin|tests)/' } },
    { name: 'server-not-app', severity: 'error', from: { path: '^server/' }, to: { path: '^(app|demo|bin|tests)/' } },
    {
      name: 'demo-not-app',
      severity: 'error',
      from: { path: '^demo/', pathNot: TESTS },
      to: { path: '^(app|bin|tests)/' },
    },
    {
      name: 'sql-lives-in-the-database',
      comment: 'Only the repositories speak to the database.',
      severity: 'error',
      from: { path: '^(server/(api|session|services|http|live|documents|middleware|observed|operate)|app|core)/' },
      to: { path: 'node_modules/(knex|mysql2)/' },
    },
    {
      name: 'no-re-export-files',
      severity: 'error',
      from: {},
      to: { path: '^(app|core|server|demo)/.*/index\\.ts$', pathNot: '^app/pages' },
    },
    ...downwards,
    ...beside,
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^\\.nuxt|^\\.output)' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.core.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.mjs', '.js', '.vue', '.json'] },
  },
}
