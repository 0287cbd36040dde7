import type { SessionAnswer } from '@brendik/core'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { WaysIn } from './SignIn.tsx'

/** Signing in over the page that somebody is at work on. */
export function SignInAgain({ session, onClose }: { session: SessionAnswer; onClose: () => void }) {
  return (
    <Sheet open title={t('signedOut.signInAgain')} onClose={onClose}>
      <div className="mt-3 grid gap-4">
        <WaysIn session={session} onStay={onClose} />
        <Button onClick={onClose}>{t('signedOut.later')}</Button>
      </div>
    </Sheet>
  )
}
