import { useEffect, useMemo, useRef } from 'react'
import { useOutbox } from '../../outbox/useOutbox.ts'

/** A photo that only this device has yet, with an address under which it can be shown. */
export interface KeptPhoto {
  id: string
  atMs: number
  url: string
}

/** Photos of a stage that were taken here and are not on the server yet, or have not been read back from it. */
export function useKeptPhotos(visitId: string, stage: string): readonly KeptPhoto[] {
  const outbox = useOutbox()
  const urls = useRef(new Map<string, string>())
  useEffect(() => {
    const made = urls.current
    return () => {
      for (const url of made.values()) URL.revokeObjectURL(url)
      made.clear()
    }
  }, [])
  return useMemo(
    () =>
      outbox.flatMap(({ fact, state }): KeptPhoto[] => {
        if (fact.kind !== 'photo' || fact.visitId !== visitId || fact.stage !== stage || state === 'refused')
          return []
        const url = urls.current.get(fact.photoId) ?? URL.createObjectURL(fact.blob)
        urls.current.set(fact.photoId, url)
        return [{ id: fact.photoId, atMs: fact.atMs, url }]
      }),
    [outbox, visitId, stage],
  )
}
