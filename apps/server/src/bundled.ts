import { readFile } from 'node:fs/promises'
import path from 'node:path'

/** Defined where this was put together before, by `build.ts`, with the threads' programs beside it. */
declare const PUT_TOGETHER: boolean | undefined

/** A thread's program as one script, to be run with `eval`: translated once instead of module by module in each thread. */
export async function bundled(entry: string): Promise<string> {
  if (typeof PUT_TOGETHER !== 'undefined')
    return readFile(new URL(`./${path.basename(entry, '.ts')}.cjs`, import.meta.url), 'utf8')
  const { build } = await import('esbuild')
  const { outputFiles } = await build({
    entryPoints: [entry],
    bundle: true,
    format: 'cjs',
    platform: 'node',
    external: ['pg-native'],
    write: false,
    logLevel: 'silent',
    // The texts of the statements are handed to the thread; nothing in it may look for files beside itself.
    define: { 'import.meta.url': '"file:///"' },
  })
  return outputFiles[0]?.text ?? ''
}
