#!/usr/bin/env node
import { createRequire } from 'node:module'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

// The command line runs the TypeScript source as it is, put together into one script first: nothing to build after install, and
// translating module by module would take longer than most visits.
const entry = new URL('../src/cli/brendik.ts', import.meta.url)
const { outputFiles } = await build({
  entryPoints: [fileURLToPath(entry)],
  bundle: true,
  format: 'cjs',
  platform: 'node',
  target: 'node20',
  external: ['esbuild'],
  write: false,
  logLevel: 'silent',
  define: { 'import.meta.url': JSON.stringify(new URL('../src/sources.ts', import.meta.url).href) },
})
new Function('require', outputFiles[0].text)(createRequire(entry))
