import { useCallback, useState } from 'react'
import { steadyNowMs } from '../../lib/steadyClock.ts'
import { useSheetKeys } from '../../ui/keys.ts'

const MOST_KEYS = 7

/** Figures as they are typed, with the instant of the first; a point inside is always a point, however it is shown. */
export function useTyped(firstKey: { key: string; atMs: number } | null) {
  const [typed, setTyped] = useState(firstKey?.key ?? '')
  const [touchedAtMs, setAtMs] = useState<number | null>(firstKey?.atMs ?? null)
  const press = useCallback((key: string, pressedAtMs: number) => {
    setAtMs((first) => first ?? pressedAtMs)
    setTyped((text) => (text.length >= MOST_KEYS || (key === '.' && text.includes('.')) ? text : text + key))
  }, [])
  const back = useCallback(() => setTyped((text) => text.slice(0, -1)), [])
  /** Spoken or pasted text: the first figure in it. */
  const put = (text: string) => {
    const figures = /\d+(?:[.,]\d*)?|[.,]\d+/.exec(text)?.[0].replace(',', '.').slice(0, MOST_KEYS) ?? ''
    if (figures !== '') setAtMs((first) => first ?? steadyNowMs())
    setTyped(figures)
  }
  return { typed, touchedAtMs, press, put, back }
}

const FIGURES = [...'0123456789.,']

/** While the pad is open, figures typed on a keyboard are its own, wherever the focus is. */
export function usePadKeys(
  listening: boolean,
  { press, back, enter }: { press: (key: string, atMs: number) => void; back: () => void; enter: () => void },
): void {
  const figure = (key: string, atMs: number) => press(key === ',' ? '.' : key, atMs)
  useSheetKeys(
    { ...Object.fromEntries(FIGURES.map((key) => [key, figure])), backspace: back, enter },
    listening,
  )
}
