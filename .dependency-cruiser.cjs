const to = (path) => ({ path })

/** Wings of core from the ground up: a file may use its own wing and those before it, never one after it. */
const WINGS = [
  'numeric',
  'catalogue',
  'physics',
  'machine',
  'measure',
  'state',
  'reason',
  'guide',
  'files',
  'rig',
  'contract',
]
/** Rooms within a wing, where their order matters, likewise. */
const ROOMS = {
  physics: ['water', 'tub', 'supply', 'pump', 'leak', 'sensing', 'electrical'],
  measure: ['plan', 'readings', 'estimate', 'verdict', 'board'],
  reason: ['checks', 'catalogue', 'evidence', 'diagnosis', 'leaks', 'weigh', 'planning', 'economics'],
}
/** Floors of the web app, from the ground up. */
const WEB_FLOORS = ['lib', 'api', 'workers', 'outbox', 'words', 'ui', 'charts', 'features', 'routes']
const upwards = (folder, order) =>
  order.slice(0, -1).map((name, at) => ({
    name: `${name}-stands-below-${order[at + 1]}`,
    severity: 'error',
    from: to(`^${folder}/${name}/`),
    to: to(`^${folder}/(${order.slice(at + 1).join('|')})/`),
  }))
const CORE = 'packages/core/src'

module.exports = {
  forbidden: [
    ...upwards(CORE, WINGS),
    ...Object.entries(ROOMS).flatMap(([wing, rooms]) => upwards(`${CORE}/${wing}`, rooms)),
    {
      name: 'no-circles-between-rooms-of-core',
      severity: 'error',
      scope: 'folder',
      from: to(`^${CORE}`),
      to: { circular: true },
    },
    {
      name: 'words-know-only-core',
      severity: 'error',
      from: to('^packages/words/src'),
      to: to('^apps|^e2e|^scripts'),
    },
    {
      name: 'core-knows-no-words',
      severity: 'error',
      from: to('^packages/core'),
      to: to('^packages/words|intl-messageformat'),
    },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: to('^packages/core/src'),
      to: to('^apps|^e2e|^scripts'),
    },
    {
      name: 'core-only-valibot',
      severity: 'error',
      from: to('^packages/core/src'),
      to: { dependencyTypes: ['npm', 'core'], pathNot: 'node_modules/valibot' },
    },
    { name: 'web-not-server', severity: 'error', from: to('^apps/web'), to: to('^apps/(server|rig)') },
    { name: 'server-not-web', severity: 'error', from: to('^apps/server'), to: to('^apps/(web|rig)') },
    { name: 'rig-only-core', severity: 'error', from: to('^apps/rig'), to: to('^apps/(web|server)') },
    {
      name: 'core-through-its-door',
      severity: 'error',
      from: to('^apps'),
      to: {
        path: '^packages/(core|words)/src',
        pathNot:
          '^packages/(core|words)/src/index.ts$|^packages/words/src/(lean|messages/(en|es)/(first|pages|jobs)).ts$',
      },
    },
    {
      name: 'pg-only-in-db',
      severity: 'error',
      from: { path: '^apps/server/src', pathNot: '^apps/server/src/db/' },
      to: to('node_modules/pg/'),
    },
    {
      name: 'no-circles-between-rooms-of-the-server',
      severity: 'error',
      scope: 'folder',
      from: to('^apps/server/src/.+'),
      to: { circular: true },
    },
    {
      name: 'features-through-their-doors',
      severity: 'error',
      from: to('^apps/web/src/(?:features/([^/]+)|[^/]+)(?:/|$)'),
      to: { path: '^apps/web/src/features/', pathNot: '^apps/web/src/features/($1/|[^/]+/index.ts$)' },
    },
    ...upwards('apps/web/src', WEB_FLOORS),
    {
      name: 'no-circles-between-features',
      severity: 'error',
      scope: 'folder',
      from: to('^apps/web/src/features/.+'),
      to: { circular: true },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default'],
      extensions: ['.ts', '.tsx', '.mjs', '.js'],
    },
  },
}
