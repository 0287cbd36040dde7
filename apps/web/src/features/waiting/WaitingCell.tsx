import { type ComponentType, useEffect, useState } from 'react'
import { loadPageWords } from '../../lib/loadWords.ts'
import { useNowMs } from '../../lib/useNowMs.ts'
import { t } from '../../lib/words.ts'
import { useOutbox, useSendingState, useStorageProblem } from '../../outbox/useOutbox.ts'

/** The sheet is read once the first page stands, so that it is there without network; nobody waits for it before. */
const AT_LEISURE_MS = 1000
const load = async () => {
  await loadPageWords()
  return (await import('./WaitingSheet.tsx')).WaitingSheet
}
/** What is on its way so briefly is nothing to be told of, ms. */
const BRIEFLY_MS = 2000

/** What this device still has to send, counted in one cell; nothing there when all is sent. A press shows it. */
export function WaitingCell() {
  const outbox = useOutbox()
  const sending = useSendingState()
  const storage = useStorageProblem()
  const [Sheet, setSheet] = useState<ComponentType<{ onClose: () => void }> | null>(null)
  useEffect(() => {
    const soon = setTimeout(() => load().catch(() => {}), AT_LEISURE_MS)
    return () => clearTimeout(soon)
  }, [])
  const refused = outbox.filter((kept) => kept.state === 'refused').length
  const waiting = outbox.filter((kept) => kept.state === 'waiting')
  const nowMs = useNowMs(1000, waiting.length > 0)
  const away = sending === 'away' || sending === 'signed-out'
  const stuck = waiting.some((kept) => away || nowMs - kept.keptAtMs > BRIEFLY_MS)
  if (!Sheet && refused === 0 && !stuck && !storage) return null
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
        onClick={() =>
          load().then(
            (loaded) => setSheet(() => loaded),
            () => {},
          )
        }
        aria-label={spoken}
        data-cell=""
        className="flex h-full min-w-12 shrink-0 cursor-pointer flex-col items-start justify-center border-l border-line bg-watch-face px-3 text-left leading-tight"
      >
        <span className="small-figure text-lg">{count}</span>
        <span className="text-xs text-watch">{word}</span>
      </button>
      {Sheet && <Sheet onClose={() => setSheet(null)} />}
    </>
  )
}
