import { forgetRuns } from '../../outbox/deviceDb.ts'

/** Takes from this device what was read for whoever was here before. What is not sent yet stays for its author. */
export async function forgetReads(): Promise<void> {
  if ('caches' in window) await caches.delete('last-read')
  await forgetRuns().catch(() => {})
}
