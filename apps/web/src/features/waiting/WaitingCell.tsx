import { useState } from 'react'
import { useOutbox, useSendingState, useStorageProblem } from '../../outbox/useOutbox.ts'
import { WaitingSheet } from './WaitingSheet.tsx'

/** What this device still has to send, counted in one cell; nothing there when all is sent. A press shows it. */
export function WaitingCell() {
  const outbox = useOutbox()
  const sending = useSendingState()
  const storage = useStorageProblem()
  const [open, setOpen] = useState(false)
  const refused = outbox.filter((kept) => kept.state === 'refused').length
  const waiting = outbox.filter((kept) => kept.state === 'waiting').length
  // What is on its way this very moment is nothing to be told of.
  const stuck = waiting > 0 && sending !== 'sending'
  if (!open && refused === 0 && !stuck && !storage) return null
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        aria-label={
          refused > 0 ? `${refused} not taken by the server. Show.` : `${waiting} not sent yet. Show.`
        }
        className="flex h-full min-w-12 shrink-0 cursor-pointer flex-col items-start justify-center border-l border-line bg-watch-face px-3 text-left leading-tight"
      >
        <span className="small-figure text-lg">{refused > 0 ? refused : waiting}</span>
        <span className="text-xs text-watch">
          {refused > 0 ? 'refused' : storage ? 'not kept' : 'not sent'}
        </span>
      </button>
      {open && <WaitingSheet onClose={() => setOpen(false)} />}
    </>
  )
}
