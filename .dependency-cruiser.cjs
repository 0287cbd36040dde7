const to = (path) => ({ path })
module.exports = {
  forbidden: [
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
      to: { path: '^packages/core/src', pathNot: '^packages/core/src/index.ts$' },
    },
    {
      name: 'pg-only-in-db',
      severity: 'error',
      from: { path: '^apps/server/src', pathNot: '^apps/server/src/db/' },
      to: to('node_modules/pg/'),
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
