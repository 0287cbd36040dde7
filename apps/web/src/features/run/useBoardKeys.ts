import { useEffect, useRef } from 'react'
import { steadyAtMs } from '../../lib/steadyClock.ts'
import { useSingleKeys, useSpaceBar } from '../../ui/keys.ts'
import type { EntryKind } from './Keypad.tsx'
import type { RunActs } from './runActs.ts'

/** A first key that opens the keypad, with the instant at which it was touched. */
export interface FirstKey {
  key: string
  atMs: number
}

const FIGURES = [...'0123456789']

/** Keys and pasting on the board: letters mark, a figure begins a level, space stops. Nothing while a sheet is open. */
export function useBoardKeys({
  running,
  padOpen,
  acts,
  openPad,
  startLevel,
}: {
  running: boolean
  padOpen: boolean
  acts: RunActs
  openPad: (kind: EntryKind) => void
  startLevel: (firstKey: FirstKey) => void
}): void {
  const begin = (key: string, atMs: number) => startLevel({ key, atMs })
  useSpaceBar(acts.stop, running)
  useSingleKeys({ u: acts.undo })
  useSingleKeys(
    {
      l: () => openPad('level'),
      f: () => openPad('flow'),
      a: (_, atMs) => acts.mark('air-drawn', atMs),
      p: (_, atMs) => acts.mark('pump-silent', atMs),
      w: (_, atMs) => acts.mark('leak-seen', atMs),
      d: (_, atMs) => acts.mark('leak-stopped', atMs),
      v: (_, atMs) => acts.mark('valve-closed', atMs),
      ...Object.fromEntries(FIGURES.map((figure) => [figure, begin])),
    },
    running,
  )
  // A figure pasted while nothing is open is a level, read now.
  const pasted = useRef<(event: ClipboardEvent) => void>(() => {})
  pasted.current = (event) => {
    const figure = /\d+(?:[.,]\d+)?/.exec(event.clipboardData?.getData('text') ?? '')?.[0]
    if (!running || padOpen || !figure || event.target instanceof HTMLInputElement) return
    startLevel({ key: figure.replace(',', '.'), atMs: steadyAtMs(event) })
  }
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => pasted.current(event)
    window.addEventListener('paste', onPaste)
    return () => window.removeEventListener('paste', onPaste)
  }, [])
}
