import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'

/** Runs a save, shows why it failed, and refreshes what the screens show. */
export function useSave(): {
  busy: boolean
  problem: string | null
  save: (problems: Record<string, string>, work: () => Promise<void>) => void
} {
  const client = useQueryClient()
  const [busy, setBusy] = useState(false)
  const [problem, setProblem] = useState<string | null>(null)
  return {
    busy,
    problem,
    save(problems, work) {
      const first = Object.entries(problems)[0]
      if (first) {
        setProblem(first[1])
        return
      }
      setBusy(true)
      setProblem(null)
      work()
        .then(() => client.invalidateQueries())
        .catch((error: Error) => setProblem(error.message))
        .finally(() => setBusy(false))
    },
  }
}
