import { useSyncExternalStore } from 'react'

/** The same bounds as the `short` variant of the styles: a phone on its side, or a window at 150 to 200 %. */
const SHORT = '(max-height: 600px) and (orientation: landscape)'

export function useShort(): boolean {
  return useSyncExternalStore(
    (changed) => {
      const media = window.matchMedia(SHORT)
      media.addEventListener('change', changed)
      return () => media.removeEventListener('change', changed)
    },
    () => window.matchMedia(SHORT).matches,
  )
}
