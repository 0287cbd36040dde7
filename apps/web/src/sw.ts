import { clientsClaim } from 'workbox-core'
import type { WorkboxPlugin } from 'workbox-core/types.js'
import { ExpirationPlugin } from 'workbox-expiration'
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { NetworkFirst } from 'workbox-strategies'
import { keepShared } from './lib/handedOver.ts'
import { SYNC_TAG, sendInBackground } from './outbox/sender.ts'

// What the browser runs with no page open: the app from the device, the last answers where there is no network, and what waits to be sent.

/** What a page's types do not have of it. */
interface Worker {
  __WB_MANIFEST: { url: string; revision: string | null }[]
  skipWaiting: () => void
  addEventListener(type: 'message', listener: (event: MessageEvent<{ type?: string } | null>) => void): void
  addEventListener(
    type: 'sync',
    listener: (event: { tag: string; waitUntil: (work: Promise<unknown>) => void }) => void,
  ): void
}
declare const self: Worker

// The page must open in a cellar without network: everything but the foreign alphabets of the fonts is kept on the device.
precacheAndRoute(self.__WB_MANIFEST)
cleanupOutdatedCaches()
// The first visit already opens without network the next time.
clientsClaim()
registerRoute(new NavigationRoute(createHandlerBoundToURL('index.html'), { denylist: [/^\/api\//] }))

// A visit file that another app hands over: kept until the page asks for it, which it does also without network.
registerRoute(
  '/bring-in',
  async ({ request }) => {
    await keepShared(await request.formData())
    return Response.redirect('/bring-in', 303)
  },
  'POST',
)

// The day, visits, machines and places as last read; runs are kept by the run board itself.
registerRoute(
  /\/api\/(day|visits|machines|sites|rivals|own-times|own-order|prices)\b/,
  new NetworkFirst({
    cacheName: 'last-read',
    networkTimeoutSeconds: 4,
    // Its types say undefined where our settings want a key left out.
    plugins: [new ExpirationPlugin({ maxEntries: 200 }) as WorkboxPlugin],
  }),
)

self.addEventListener('message', ({ data }) => {
  if (data?.type === 'SKIP_WAITING') self.skipWaiting()
})
self.addEventListener('sync', (event) => {
  if (event.tag === SYNC_TAG) event.waitUntil(sendInBackground())
})
