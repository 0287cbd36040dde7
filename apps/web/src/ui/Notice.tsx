import type { ReactNode } from 'react'

/** What it is about: something stands against going on, something needs a look, something to know. */
const TONE = {
  stop: 'border-stop bg-stop-face',
  watch: 'border-watch bg-watch-face',
  note: 'border-water bg-band',
} as const

/** Something that must not be missed, where the eye is. @param alert - Read out as it comes up. */
export function Notice({
  tone,
  alert = false,
  className = 'p-3',
  children,
}: {
  tone: keyof typeof TONE
  alert?: boolean
  className?: string
  children: ReactNode
}) {
  return (
    <div role={alert ? 'alert' : undefined} className={`border-l-4 ${TONE[tone]} ${className}`}>
      {children}
    </div>
  )
}
