import { registerSW } from 'virtual:pwa-register'

/** A page left open for days asks so often whether there is a new version, ms. */
const ASK_EVERY_MS = 3_600_000
const listeners = new Set<() => void>()
let there = false

// A new version waits until somebody loads it: a page, and above all a run, never changes under the hand.
const update = registerSW({
  onNeedRefresh() {
    there = true
    for (const listener of listeners) listener()
  },
  onRegisteredSW(_url, registration) {
    setInterval(() => registration?.update().catch(() => {}), ASK_EVERY_MS)
  },
})

export const newVersionThere = (): boolean => there
export const loadNewVersion = (): void => {
  // Also on the first page of all, which no worker had when it was opened.
  navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true })
  update(true)
}
export function subscribeNewVersion(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}
