import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
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
      },
      // The page must open in a cellar without network: everything but the foreign alphabets of the fonts is kept on the device.
      workbox: {
        // The first visit already opens without network the next time.
        clientsClaim: true,
        globPatterns: ['**/*.{js,css,html,svg}', '**/*-latin-wdth-*.woff2'],
        navigateFallbackDenylist: [/^\/api\//],
        // The day, visits, machines and places as last read; runs are kept by the run board itself.
        runtimeCaching: [
          {
            urlPattern: /\/api\/(day|visits|machines|sites|rivals)\b/,
            handler: 'NetworkFirst',
            options: { cacheName: 'last-read', networkTimeoutSeconds: 4, expiration: { maxEntries: 200 } },
          },
        ],
      },
    }),
  ],
  worker: { format: 'es' },
  build: { target: 'es2022', sourcemap: false },
  server: { host: '127.0.0.1', proxy: { '/api': 'http://127.0.0.1:4310' } },
})
