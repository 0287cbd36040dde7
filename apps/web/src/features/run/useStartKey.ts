import { useEffect, useRef } from 'react'
import { steadyNowMs } from '../../lib/steadyClock.ts'

/** The space bar starts the run, unless the keyboard led to a button that takes it itself. */
export function useStartKey(start: (atMs: number) => void): void {
  const byKeyboard = useRef(false)
  useEffect(() => {
    const onPointer = () => {
      byKeyboard.current = false
    }
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Tab' || event.key.startsWith('Arrow')) byKeyboard.current = true
      if (event.key !== ' ' || event.repeat || !(event.target instanceof HTMLElement)) return
      if (event.target.matches('input, select') || (byKeyboard.current && event.target.matches('button, a')))
        return
      event.preventDefault()
      start(steadyNowMs())
    }
    window.addEventListener('pointerdown', onPointer, true)
    window.addEventListener('keydown', onKey)
    return () => {
      window.removeEventListener('pointerdown', onPointer, true)
      window.removeEventListener('keydown', onKey)
    }
  })
}
