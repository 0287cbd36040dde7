import { build } from 'esbuild'

/** A thread's program as one script, to be run with `eval`: translated once instead of module by module in each thread. */
export async function bundled(entry: string): Promise<string> {
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
