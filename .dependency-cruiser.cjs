/**
 * The order of the rooms. A file may import its own room and rooms that come before it: value and type imports alike, relative
 * ones included, tests as well. `npm run rooms` checks it and draws the picture in docs/architecture.md.
 */

/** The whole house, from the ground up: rooms on one line do not know each other. */
const HOUSE = [
  ['core'],
  ['solver', 'contract'],
  ['planner'],
  ['devices', 'demo'],
  ['server', 'web'],
  ['scripts', 'e2e', 'benchmarks'],
]
/** Inside the core. */
const CORE = [
  ['quantities', 'numerics'],
  ['geometry'],
  ['sports'],
  ['frame'],
  ['player', 'measure', 'impact', 'cuts'],
  ['compare'],
  ['planning', 'targets'],
  ['workorder'],
  ['tuning'],
  ['job'],
  ['logbook'],
  ['testing'],
]
/** Inside planning. */
const PLANNING = [['problem'], ['model'], ['strips'], ['solve'], ['explain'], ['offers', 'set']]
/** Inside the server. */
const SERVER = [
  ['db'],
  ['queries'],
  ['jobs', 'devices', 'demo'],
  ['library', 'drawer', 'logbook'],
  ['sheets', 'backup'],
  ['http'],
]
/** Inside the pages. */
const WEB = [
  ['browser'],
  ['api', 'charts', 'workers'],
  ['documents'],
  ['stores'],
  ['shared'],
  ['instruments', 'library', 'drawer', 'player', 'compare'],
  ['measure', 'plan-editor', 'targets', 'tuning'],
  ['plan', 'proof', 'quick', 'logbook', 'workorder', 'play', 'evidence'],
  ['batch', 'job'],
  ['app'],
]

/** Rules that keep the rooms of one floor plan in order. */
function ordered(under, plan) {
  const at = (names) => `^${under}(${names.join('|')})/`
  return plan.flatMap((names, i) =>
    names.map((name) => {
      const above = [...plan.slice(i + 1).flat(), ...names.filter((other) => other !== name)]
      return {
        name: `${under}${name}`,
        comment: `${under}${name} may import what comes before it, and nothing else.`,
        severity: 'error',
        from: { path: at([name]) },
        to: { path: above.length > 0 ? at(above) : '^$' },
      }
    }),
  )
}

module.exports = {
  forbidden: [
    {
      name: 'no-ring',
      comment: 'Files do not import each other in a ring.',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'resolves',
      comment: 'An import finds its file.',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, path: '^[.#]' },
    },
    ...ordered('', HOUSE).map((rule) =>
      // Tests of planning need a solver, which stands on planning's model alone.
      rule.name === 'core' ? { ...rule, from: { ...rule.from, pathNot: '^core/planning/fixtures/' } } : rule,
    ),
    ...ordered('core/', CORE),
    ...ordered('core/planning/', PLANNING),
    ...ordered('server/', SERVER),
    ...ordered('web/', WEB),
    {
      name: 'core-alone',
      comment: 'The core imports no package; its tests may.',
      severity: 'error',
      from: { path: '^core/', pathNot: '(\\.test\\.ts$|^core/planning/fixtures/|^core/testing/)' },
      to: { dependencyTypesNot: ['local', 'aliased-subpath-import', 'type-only'] },
    },
    {
      name: 'bench-by-itself',
      comment:
        'What the simulated bench shows must not stand on the sums that it is there to check; its tests compare the two.',
      severity: 'error',
      from: { path: '^devices/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(core|solver|planner|server|web|demo)/' },
    },
    {
      name: 'nobody-needs-the-pages',
      comment: 'Pages are the last floor: benchmarks, the server and tools do without them.',
      severity: 'error',
      from: { pathNot: '^web/' },
      to: { path: '^web/' },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(dist|\\.cache)/' },
    enhancedResolveOptions: {
      extensions: ['.ts', '.vue', '.mjs', '.js'],
      conditionNames: ['import', 'node', 'default'],
    },
  },
}
