import { build } from 'esbuild'
import { GLOBALS } from './jestTransform.cjs'

/**
 * Core and words as one script each, for tests that stand on them from outside: the test runner loads and links every module anew for each
 * test file, and two hundred of them take longer than most of the files.
 */
export default async function putTogether() {
  for (const name of ['core', 'words'])
    await build({
      entryPoints: [new URL(`../packages/${name}/src/index.ts`, import.meta.url).pathname],
      outfile: new URL(`../.data/jest/${name}.mjs`, import.meta.url).pathname,
      bundle: true,
      format: 'esm',
      platform: 'node',
      target: 'es2022',
      banner: { js: GLOBALS },
      external: name === 'words' ? ['@brendik/core'] : [],
      sourcemap: 'inline',
      logLevel: 'warning',
    })
}
