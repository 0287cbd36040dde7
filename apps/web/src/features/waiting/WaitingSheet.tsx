import { useState } from 'react'
import { Link } from 'react-router'
import { usePrefs } from '../../lib/prefs.ts'
import { dateText } from '../../lib/time.ts'
import { read, t } from '../../lib/words.ts'
import { type Kept, visitOf } from '../../outbox/keptFact.ts'
import { heldUp } from '../../outbox/nextBatch.ts'
import { letGo, notedCleared, type SendingState, tryAgain, wakeSender } from '../../outbox/outbox.ts'
import { useOutbox, useSendingState, useStorageProblem } from '../../outbox/useOutbox.ts'
import { knownWho } from '../../outbox/who.ts'
import { Button } from '../../ui/Button.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { factText, reasonText } from '../../words/factText.ts'
import { Mend } from './Mend.tsx'

const MOST_SHOWN = 60
const WHY: Record<SendingState, string> = {
  idle: t('waitingSheet.allThatCanBeSent'),
  sending: t('waitingSheet.onItsWayNow'),
  away: t('waitingSheet.theServerCannotBeReached'),
  'signed-out': t('waitingSheet.nobodyWhoRecordedItIs'),
}

/** What this device still has to send, and what the server did not take, with its reason. */
export function WaitingSheet({ onClose: close }: { onClose: () => void }) {
  const onClose = () => {
    notedCleared()
    close()
  }
  const outbox = useOutbox()
  const state = useSendingState()
  const storage = useStorageProblem()
  const refused = outbox.filter((kept) => kept.state === 'refused')
  const waiting = outbox.filter((kept) => kept.state === 'waiting')
  return (
    <Sheet open title={t('waitingSheet.notOnTheServerYet')} onClose={onClose}>
      <p className="mt-2">{storage ?? WHY[state]}</p>
      {refused.length > 0 && (
        <section aria-label={t('waitingSheet.notTaken')}>
          <h3 className="pt-4 text-sm font-semibold text-watch">{t('waitingSheet.theServerDidNotTake')}</h3>
          <ul>
            {refused.slice(0, MOST_SHOWN).map((kept) => (
              <Line
                key={kept.id}
                kept={kept}
                onClose={onClose}
                why={reasonText(kept.fact, read(kept.refused?.message ?? ''))}
              >
                <div className="flex flex-wrap gap-2 pt-2">
                  <Mend kept={kept} onLeave={onClose} />
                  <Button look="word" className="px-4" onClick={() => tryAgain(kept.id)}>
                    {t('waitingSheet.sendItAgain')}
                  </Button>
                  <LetGo id={kept.id} />
                </div>
              </Line>
            ))}
          </ul>
        </section>
      )}
      {waiting.length > 0 && (
        <section aria-label={t('waitingSheet.waiting')}>
          <h3 className="pt-4 text-sm font-semibold text-soft">{t('waitingSheet.waiting')}</h3>
          <ul>
            {waiting.slice(0, MOST_SHOWN).map((kept) => (
              <Line key={kept.id} kept={kept} onClose={onClose} why={whyItWaits(outbox, kept)} />
            ))}
          </ul>
          {waiting.length > MOST_SHOWN && (
            <p className="pt-2 text-soft">
              {t('waitingSheet.andMore', { waiting: waiting.length - MOST_SHOWN })}
            </p>
          )}
        </section>
      )}
      <div className="grid grid-cols-2 gap-3 pt-4">
        <Button disabled={waiting.length === 0} onClick={wakeSender} size="tall">
          {t('waitingSheet.tryNow')}
        </Button>
        <Button onClick={onClose} look="solid" size="tall">
          {t('ui.back')}
        </Button>
      </div>
    </Sheet>
  )
}

/** What is let go is gone: a wet finger that slipped is asked once more, and the first place does nothing by itself. */
function LetGo({ id }: { id: string }) {
  const [asked, setAsked] = useState(false)
  if (!asked)
    return (
      <Button look="word" className="px-4" onClick={() => setAsked(true)}>
        {t('waitingSheet.letItGo')}
      </Button>
    )
  return (
    <Notice tone="watch" alert className="w-full p-3">
      <p>{t('waitingSheet.itIsOnlyOnThis')}</p>
      <div className="flex flex-wrap gap-2 pt-2">
        <Button look="strong" className="px-4" onClick={() => setAsked(false)}>
          {t('ui.keepIt')}
        </Button>
        <Button look="word" className="px-4" onClick={() => letGo([id])}>
          {t('waitingSheet.goneForGood')}
        </Button>
      </div>
    </Notice>
  )
}

function Line({
  kept,
  why,
  onClose,
  children,
}: {
  kept: Kept
  why: string
  onClose: () => void
  children?: React.ReactNode
}) {
  const { units } = usePrefs()
  const visitId = visitOf(kept.fact)
  return (
    <li className="border-t border-hair py-2">
      <div className="flex items-baseline justify-between gap-3">
        <span className="min-w-0 font-semibold break-words">{factText(kept.fact, units)}</span>
        <span className="shrink-0 text-sm text-soft">{dateText(kept.keptAtMs, 'dayTime')}</span>
      </div>
      {why && <p className="text-sm">{why}</p>}
      {visitId && (
        <Link
          to={`/visits/${visitId}`}
          onClick={onClose}
          className="inline-flex min-h-12 items-center text-sm text-water underline underline-offset-4"
        >
          {t('waitingSheet.toItsVisit')}
        </Link>
      )}
      {children}
    </li>
  )
}

function whyItWaits(outbox: readonly Kept[], kept: Kept): string {
  if (heldUp(outbox, kept)) return t('waitingSheet.waitsForWhatWasNot')
  return kept.author.technicianId === knownWho()?.technicianId
    ? ''
    : t('waitingSheet.waitsForToSignIn', { authorName: read(kept.author.name) })
}
