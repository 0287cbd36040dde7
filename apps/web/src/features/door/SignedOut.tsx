import type { SessionAnswer } from '@brendik/core'
import { type ComponentType, useEffect, useState } from 'react'
import { loadPageWords } from '../../lib/loadWords.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'

const load = async () => {
  await loadPageWords()
  return (await import('./SignInAgain.tsx')).SignInAgain
}

/** The session ended while somebody was at work: the page goes on, what is recorded stays here, and signing in is one press away. */
export function SignedOut({ session }: { session: SessionAnswer }) {
  const [Sheet, setSheet] = useState<ComponentType<{ session: SessionAnswer; onClose: () => void }> | null>(
    null,
  )
  const [away, setAway] = useState(false)
  // Read while the server is there: it may be gone when the bar is pressed.
  useEffect(() => {
    load().catch(() => {})
  }, [])
  return (
    <>
      <div
        role="alert"
        className="flex shrink-0 items-center justify-between gap-x-4 border-b border-watch bg-watch-face px-4 py-1"
      >
        <span className="leading-tight">
          {away ? t('client.theServerCannotBeReached') : t('signedOut.youAreSignedOutWhat')}
        </span>
        <Button
          look="word"
          className="shrink-0 px-2 font-semibold"
          onClick={() =>
            load().then(
              (loaded) => {
                setAway(false)
                setSheet(() => loaded)
              },
              () => setAway(true),
            )
          }
        >
          {t('ui.signIn')}
        </Button>
      </div>
      {Sheet && <Sheet session={session} onClose={() => setSheet(null)} />}
    </>
  )
}
