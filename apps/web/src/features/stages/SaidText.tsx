import { useEffect, useRef, useState } from 'react'
import { Conflict, type Space } from '../visit/index.ts'

/** Typing pauses this long before it is kept, ms. */
const PAUSE_MS = 600

/**
 * A text of the visit that keeps itself. What is typed replaces what was seen when the typing began; what another
 * technician wrote meanwhile stays beside it until one is chosen.
 */
export function SaidText({
  space,
  topic,
  label,
  rows,
  most,
}: {
  space: Space
  topic: string
  label: string
  rows: number
  most: number
}) {
  const said = space.said.get(topic)
  const stands = String(said?.latest.value ?? '')
  const [draft, setDraft] = useState<string | null>(null)
  /** Ids of what was seen when the typing began, then of what this field said itself. */
  const seen = useRef<readonly string[]>([])
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  const latest = useRef({ draft, space })
  latest.current = { draft, space }

  const keep = () => {
    clearTimeout(timer.current)
    const { draft: text, space: now } = latest.current
    if (text === null) return
    const last = now.said.get(topic)?.heads.find((head) => seen.current.includes(head.id))
    if (String(last?.value ?? '') !== text) seen.current = [now.say(topic, text, seen.current)]
  }
  const keepRef = useRef(keep)
  keepRef.current = keep
  // Leaving the stage keeps what was typed a moment before.
  useEffect(() => () => keepRef.current(), [])

  const id = `said-${topic.replace(':', '-')}`
  const shared = {
    id,
    value: draft ?? stands,
    maxLength: most,
    className: 'mt-1 w-full border border-line bg-face px-3 py-2.5 text-base text-ink',
    onFocus: () => {
      seen.current = said?.heads.map((head) => head.id) ?? []
      setDraft(stands)
    },
    onBlur: () => {
      keep()
      setDraft(null)
    },
    onChange: (event: { target: { value: string } }) => {
      setDraft(event.target.value)
      clearTimeout(timer.current)
      timer.current = setTimeout(() => keepRef.current(), PAUSE_MS)
    },
  }
  return (
    <div>
      <label htmlFor={id} className="block text-sm font-semibold text-soft">
        {label}
      </label>
      {rows === 1 ? <input {...shared} autoComplete="off" /> : <textarea {...shared} rows={rows} />}
      <div className="mt-1">
        <Conflict space={space} topic={topic} canJoin={rows > 1} />
      </div>
    </div>
  )
}
