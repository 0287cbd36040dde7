import type { SessionAnswer } from '@brendik/core'
import { useState } from 'react'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { WaysIn } from './SignIn.tsx'

/** The session ended while somebody was at work: the page goes on, what is recorded stays here, and signing in is one press away. */
export function SignedOut({ session }: { session: SessionAnswer }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <div
        role="alert"
        className="flex shrink-0 items-center justify-between gap-x-4 border-b border-watch bg-watch-face px-4 py-1"
      >
        <span className="leading-tight">{t('signedOut.youAreSignedOutWhat')}</span>
        <Button look="word" className="shrink-0 px-2 font-semibold" onClick={() => setOpen(true)}>
          {t('ui.signIn')}
        </Button>
      </div>
      {open && (
        <Sheet open title={t('signedOut.signInAgain')} onClose={() => setOpen(false)}>
          <div className="mt-3 grid gap-4">
            <WaysIn session={session} onStay={() => setOpen(false)} />
            <Button onClick={() => setOpen(false)}>{t('signedOut.later')}</Button>
          </div>
        </Sheet>
      )}
    </>
  )
}
