import { useState } from 'react'

/** Saves what is typed, unless something stands against it: then says what. */
export function useSave(): {
  problem: string | null
  save: (problems: Record<string, string>, work: () => void) => void
} {
  const [problem, setProblem] = useState<string | null>(null)
  return {
    problem,
    save(problems, work) {
      const first = Object.values(problems)[0] ?? null
      setProblem(first)
      if (first === null) work()
    },
  }
}
