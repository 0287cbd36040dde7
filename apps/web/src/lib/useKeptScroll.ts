import { type RefObject, useLayoutEffect, useRef } from 'react'
import { useLocation } from 'react-router'

/** Where each entry of the history was scrolled to, for as long as the page lives. */
const places = new Map<string, number>()

/**
 * A list that scrolls by itself is found again where it was left, on the way back to it.
 * @param ready - Whether its lines are there.
 */
export function useKeptScroll(ready: boolean): RefObject<HTMLElement | null> {
  const { key } = useLocation()
  const ref = useRef<HTMLElement | null>(null)
  useLayoutEffect(() => {
    const element = ref.current
    if (!element || !ready) return
    element.scrollTop = places.get(key) ?? 0
    const keep = () => places.set(key, element.scrollTop)
    element.addEventListener('scroll', keep, { passive: true })
    return () => element.removeEventListener('scroll', keep)
  }, [key, ready])
  return ref
}
