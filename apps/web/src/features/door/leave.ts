import { signOut } from '../../api/queries.ts'
import { rememberWho } from '../../outbox/who.ts'
import { forgetReads } from './forgetReads.ts'

/** Signs out, and takes from this device what was read for the one who leaves. What was not sent yet stays for them. */
export async function leave(): Promise<void> {
  await signOut()
  await rememberWho(null)
  await forgetReads()
  location.assign('/')
}
