import { useState } from 'react'

/**
 * A record being changed. What is read again while somebody types leaves what they typed as it is, and what they saw when they began
 * is known when they save.
 * @param read - As it stands.
 */
export function useDraft<T>(read: T): { now: T; was: T; change: (part: Partial<T>) => void } {
  const [draft, setDraft] = useState<{ now: T; was: T } | null>(null)
  const { now, was } = draft ?? { now: read, was: read }
  return {
    now,
    was,
    change: (part) =>
      setDraft((before) => ({ was: before?.was ?? read, now: { ...(before?.now ?? read), ...part } })),
  }
}
