import { signOut } from '../../api/queries.ts'
import { rememberWho } from '../../lib/who.ts'

/** Signs out, and takes from this device what was read for the one who leaves. What was not sent yet stays for them. */
export async function leave(): Promise<void> {
  await signOut()
  rememberWho(null)
  if ('caches' in window) await caches.delete('last-read')
  location.assign('/')
}
