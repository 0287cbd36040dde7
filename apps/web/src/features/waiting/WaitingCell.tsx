import { useState } from 'react'
import { useNowMs } from '../../lib/useNowMs.ts'
import { t } from '../../lib/words.ts'
import { useOutbox, useSendingState, useStorageProblem } from '../../outbox/useOutbox.ts'
import { WaitingSheet } from './WaitingSheet.tsx'

/** What is on its way so briefly is nothing to be told of, ms. */
const BRIEFLY_MS = 2000

/** What this device still has to send, counted in one cell; nothing there when all is sent. A press shows it. */
export function WaitingCell() {
  const outbox = useOutbox()
  const sending = useSendingState()
  const storage = useStorageProblem()
  const [open, setOpen] = useState(false)
  const refused = outbox.filter((kept) => kept.state === 'refused').length
  const waiting = outbox.filter((kept) => kept.state === 'waiting')
  const nowMs = useNowMs(1000, waiting.length > 0)
  const away = sending === 'away' || sending === 'signed-out'
  const stuck = waiting.some((kept) => away || nowMs - kept.keptAtMs > BRIEFLY_MS)
  if (!open && refused === 0 && !stuck && !storage) return null
  const [count, word, spoken] =
    refused > 0
      ? [refused, 'refused', t('waitingCell.notTakenByTheServer', { refused })]
      : waiting.length > 0
        ? [
            waiting.length,
            t('waitingCell.notSent'),
            t('waitingCell.notSentYetShow', { waiting: waiting.length }),
          ]
        : ['!', 'storage', t('waitingCell.storageOfThisDeviceShow')]
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        aria-label={spoken}
        data-cell=""
        className="flex h-full min-w-12 shrink-0 cursor-pointer flex-col items-start justify-center border-l border-line bg-watch-face px-3 text-left leading-tight"
      >
        <span className="small-figure text-lg">{count}</span>
        <span className="text-xs text-watch">{word}</span>
      </button>
      {open && <WaitingSheet onClose={() => setOpen(false)} />}
    </>
  )
}
