import { useEffect, useRef } from 'react'
import { steadyNowMs } from '../../lib/steadyClock.ts'
import type { EntryKind } from './Keypad.tsx'
import type { RunActs } from './runActs.ts'

/** A first key that opens the keypad, with the instant at which it was touched. */
export interface FirstKey {
  key: string
  atMs: number
}

/** Keys and pasting on the board: letters mark, a figure begins a level, space stops. Nothing while the keypad is open. */
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
  const keys = useRef<(event: KeyboardEvent) => void>(() => {})
  // Space stops the run, unless the keyboard led to a button that takes it itself.
  const byKeyboard = useRef(false)
  keys.current = (event) => {
    if (event.key === 'Tab' || event.key.startsWith('Arrow')) byKeyboard.current = true
    const onControl = event.target instanceof HTMLElement && event.target.matches('button, a')
    if (event.key === ' ' && byKeyboard.current && onControl) return
    const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement
    if (padOpen || typing || event.repeat || event.ctrlKey || event.metaKey || event.altKey) return
    const key = event.key.toLowerCase()
    const act: Record<string, () => void> = running
      ? {
          ' ': () => acts.stop(),
          l: () => openPad('level'),
          f: () => openPad('flow'),
          a: () => acts.mark('air-drawn'),
          p: () => acts.mark('pump-silent'),
          w: () => acts.mark('leak-seen'),
          d: () => acts.mark('leak-stopped'),
          v: () => acts.mark('valve-closed'),
          u: acts.undo,
        }
      : { u: acts.undo }
    const action = running && /^[0-9]$/.test(key) ? () => startLevel({ key, atMs: steadyNowMs() }) : act[key]
    if (!action) return
    event.preventDefault()
    action()
  }
  // A figure pasted while nothing is open is a level, read now.
  const pasted = useRef<(event: ClipboardEvent) => void>(() => {})
  pasted.current = (event) => {
    const figure = /\d+(?:[.,]\d+)?/.exec(event.clipboardData?.getData('text') ?? '')?.[0]
    if (!running || padOpen || !figure || event.target instanceof HTMLInputElement) return
    startLevel({ key: figure.replace(',', '.'), atMs: steadyNowMs() })
  }
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => keys.current(event)
    const onPaste = (event: ClipboardEvent) => pasted.current(event)
    const onPointer = () => {
      byKeyboard.current = false
    }
    window.addEventListener('keydown', onKey)
    window.addEventListener('paste', onPaste)
    window.addEventListener('pointerdown', onPointer, true)
    return () => {
      window.removeEventListener('keydown', onKey)
      window.removeEventListener('paste', onPaste)
      window.removeEventListener('pointerdown', onPointer, true)
    }
  }, [])
}
