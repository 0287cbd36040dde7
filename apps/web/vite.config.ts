import { fileURLToPath } from 'node:url'
import { constants } from 'node:zlib'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig, type Rolldown } from 'vite'
import { compression, defineAlgorithm } from 'vite-plugin-compression2'
import { VitePWA } from 'vite-plugin-pwa'
import { directImports } from './directImports.ts'

/** Not the page nor its first file, which loads the app and waits for it. */
const waitsForNothing = (id: string) => !/\/(index\.html|src\/start\.ts)$/.test(id)
/** What is loaded once the language's words are there, before anything is shown. */
const MAIN = fileURLToPath(new URL('src/main.tsx', import.meta.url))

/** A file of the app, and all that it cannot run without. */
function openedBy(
  id: string,
  of: Pick<Rolldown.ChunkingContext, 'getModuleInfo'>,
  found = new Set<string>(),
): Set<string> {
  if (found.has(id)) return found
  found.add(id)
  for (const next of of.getModuleInfo(id)?.importedIds ?? []) openedBy(next, of, found)
  return found
}

export default defineConfig({
  plugins: [
    directImports(fileURLToPath(new URL('.', import.meta.url))),
    react(),
    tailwindcss(),
    // Compressed once, tighter than there would be time for at each request.
    compression({
      include: /\.(js|css|svg)$/,
      threshold: 1000,
      algorithms: [
        defineAlgorithm('gzip', { level: 9 }),
        defineAlgorithm('brotliCompress', { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }),
      ],
    }),
    VitePWA({
      registerType: 'prompt',
      injectRegister: null,
      manifest: {
        name: 'Brendik',
        short_name: 'Brendik',
        display: 'standalone',
        background_color: '#eef2f2',
        theme_color: '#fbfdfd',
        icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' }],
        share_target: {
          action: '/bring-in',
          method: 'POST',
          enctype: 'multipart/form-data',
          params: {
            files: [{ name: 'file', accept: ['application/json', 'application/zip', '.json', '.zip'] }],
          },
        },
      },
      strategies: 'injectManifest',
      srcDir: 'src',
      filename: 'sw.ts',
      injectManifest: { globPatterns: ['**/*.{js,css,html,svg}', '**/*-latin-wdth-*.woff2'] },
    }),
  ],
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    sourcemap: false,
    manifest: true,
    // Few files: each costs a request, and a phone at the edge of a network asks for six at a time.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            // What waits for the app stays by itself: the app needs the rest of it.
            { name: 'start', tags: ['$initial'], test: waitsForNothing, priority: 3 },
            { name: (id, of) => (openedBy(MAIN, of).has(id) ? 'app' : null), priority: 2 },
            {
              name: 'pages',
              entriesAware: true,
              entriesAwareMergeThreshold: 12_000,
              test: waitsForNothing,
              priority: 1,
            },
          ],
        },
      },
    },
  },
  server: { host: '127.0.0.1', proxy: { '/api': 'http://127.0.0.1:4310' } },
})
