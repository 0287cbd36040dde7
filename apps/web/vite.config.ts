import { fileURLToPath } from 'node:url'
import { constants } from 'node:zlib'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { compression, defineAlgorithm } from 'vite-plugin-compression2'
import { VitePWA } from 'vite-plugin-pwa'
import { directImports } from './directImports.ts'
import { firstWords, openedBy } from './firstWords.ts'

/** Not the page nor its first file, which loads the app and waits for it. */
const waitsForNothing = (id: string) => !/\/(index\.html|src\/start\.ts)$/.test(id)
/** What is loaded once the language's words are there, before anything is shown. */
const MAIN = fileURLToPath(new URL('src/main.tsx', import.meta.url))
/** What is shown to whoever is not signed in, as soon as that is known. */
const SIGN_IN = fileURLToPath(new URL('src/features/door/SignIn.tsx', import.meta.url))

/** What is loaded without the words of the pages: it shares no file with what says them. */
const BY_ITSELF = /\/messages\/|\/date-fns\/locale\/|\/workbox-window\//
/** What is loaded once the words of all pages are there. */
const WAITS_FOR_WORDS =
  /\/src\/(routes\/\w+Page|routes\/VisitSpace|features\/waiting\/WaitingSheet|features\/door\/SignInAgain)\.tsx$/

export default defineConfig({
  plugins: [
    directImports(fileURLToPath(new URL('.', import.meta.url))),
    firstWords(WAITS_FOR_WORDS),
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
            // By itself: it is run while the words of the other pages are on their way.
            { name: (id, of) => (openedBy(SIGN_IN, of).has(id) ? 'door' : null), priority: 1.5 },
            {
              name: 'pages',
              entriesAware: true,
              entriesAwareMergeThreshold: 12_000,
              test: (id: string) => waitsForNothing(id) && !BY_ITSELF.test(id),
              priority: 1,
            },
          ],
        },
      },
    },
  },
  server: { host: '127.0.0.1', proxy: { '/api': 'http://127.0.0.1:4310' } },
})
