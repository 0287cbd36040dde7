import { useEffect, useRef, useState } from 'react'
import { tellComputeFailure } from './compute.ts'

/**
 * What the worker answers for a question; the former answer stays until the new one is there, null before the first.
 * @param key - The question as text: it is asked again when that changes; empty = nothing to ask.
 */
export function useComputed<T>(key: string, ask: () => Promise<T>): T | null {
  const [answer, setAnswer] = useState<T | null>(null)
  const question = useRef(ask)
  question.current = ask
  useEffect(() => {
    if (key === '') return
    let stale = false
    question.current().then((given) => {
      if (!stale) setAnswer(given)
    }, tellComputeFailure)
    return () => {
      stale = true
    }
  }, [key])
  return answer
}
